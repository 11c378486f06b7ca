import { parseMidi } from "midi-file";
import { beforeEach, test } from "vitest";
import { loadRudiments } from "~/content";
import { makeDemoFills } from "~/content/demo";
import { readStickLine } from "~/core/line";
import { countSlots } from "~/core/phrase";
import { formatMeter, type Meter } from "~/core/time";
import { expect, exportAs, haveBook, noteNumber, openShelf, page, stack } from "~/testing";

beforeEach(() => haveBook("demo"));

test.each(makeDemoFills())("“$content.name” of the demo opens, draws and is counted", async ({ id, content }) => {
  await page.goto(`/fills/${id}/stack`);
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue(content.name);
  const { grid, rail, verdict } = stack;
  const notes = await grid.getByRole("gridcell").count();
  expect(notes).toBeGreaterThan(5);
  await expect(rail.getByRole("option")).toHaveCount(notes);
  await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
  await expect(verdict).toContainText(/\d+ (of \d+|notes, mixed values)/);
});

test("rudiments of every kind open on the Stack, draw, play and are exported", async () => {
  await openShelf();
  // One of them goes through the book; the others are typed into the same fill.
  const [first, ...others] = loadRudiments().filter(({ number }) => number % 4 === 1);
  await page.getByRole("link", { name: "Cells" }).click();
  await page.getByRole("navigation", { name: "Book of cells" }).locator(`a[href="/cells/${first?.id}"]`).click();
  await page.getByRole("button", { name: "New fill from all of it" }).click();
  const { line, grid, play, stop, verdict } = stack;
  await expect(line).toHaveValue(first?.line ?? "");
  await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
  await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
  await play.click();
  for (const rudiment of others) {
    const { line: read } = readStickLine(rudiment.line);
    if (!read) throw new Error(rudiment.line);
    await page.getByRole("combobox", { name: "Meter" }).selectOption(formatMeter(rudiment.meter as Meter));
    await line.fill(rudiment.line);
    await expect(verdict).not.toContainText("column");
    await expect(grid.getByRole("gridcell")).toHaveCount(countSlots(read));
    await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
    // Unit tests draw and export all forty; here, some by their buttons.
    if (rudiment.number % 8 === 1) {
      const { tracks } = parseMidi(await (await exportAs("MIDI file: the fill")).bytes());
      const strokes = tracks[0]?.filter(({ type }) => type === "noteOn").length;
      expect(strokes).toBeGreaterThanOrEqual(rudiment.strokes ?? 2);
    }
    await expect(grid.locator("[data-playing]").first()).toBeAttached();
  }
  await stop.click();
});
