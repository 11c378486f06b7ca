import { readFile } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { parseMidi } from "midi-file";
import { loadRudiments } from "../app/content";
import { readStickLine } from "../app/core/line";
import { countSlots } from "../app/core/phrase";
import { formatMeter, type Meter } from "../app/core/time";
import { exportAs, noteNumber, openShelf, stackOf } from "./support";

test("the demo opens on a playable fill, with a book of at least twelve of its own", async ({ page }) => {
  await openShelf(page);
  expect(
    await page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 }).count(),
  ).toBeGreaterThanOrEqual(12);
  await expect(page.getByRole("heading", { level: 2, name: "Gravel road sevens" })).toBeVisible();
  const databases = await page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name));
  expect(databases).toEqual(["dime-stack-demo"]);
});

test("every fill of the demo opens, draws and is counted", async ({ page }) => {
  test.setTimeout(90_000);
  await openShelf(page);
  const names = await page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 }).allTextContents();
  for (const name of names) {
    await page.getByRole("link", { name, exact: true }).click();
    await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue(name);
    const { grid, rail, verdict } = stackOf(page);
    const notes = await grid.getByRole("gridcell").count();
    expect(notes).toBeGreaterThan(5);
    await expect(rail.getByRole("option")).toHaveCount(notes);
    await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
    await expect(verdict).toContainText(/\d+ (of \d+|notes, mixed values)/);
    await page.getByRole("link", { name: "Shelf" }).click();
  }
});

test("each of the forty rudiments stands on the Stack, draws, sounds and is exported", async ({ page }) => {
  test.setTimeout(240_000);
  await openShelf(page);
  // By way of the book for one of them; the others are typed into the same fill.
  const [first, ...others] = loadRudiments();
  await page.getByRole("link", { name: "Cells" }).click();
  await page.getByRole("navigation", { name: "Book of cells" }).locator(`a[href="/cells/${first?.id}"]`).click();
  await page.getByRole("button", { name: "New fill from all of it" }).click();
  const { line, grid, play, stop, verdict } = stackOf(page);
  await expect(line).toHaveValue(first?.line ?? "");
  await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
  await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
  await play.click();
  for (const rudiment of others) {
    await test.step(rudiment.name, async () => {
      const { line: read } = readStickLine(rudiment.line);
      if (!read) throw new Error(rudiment.line);
      await page.getByRole("combobox", { name: "Meter" }).selectOption(formatMeter(rudiment.meter as Meter));
      await line.fill(rudiment.line);
      await expect(verdict).not.toContainText("column");
      await expect(grid.getByRole("gridcell")).toHaveCount(countSlots(read));
      await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
      // All forty are written to files by a unit test; every tenth one goes through the browser too.
      if (rudiment.number % 10 === 0) {
        const { path } = await exportAs(page, "MIDI file: the fill");
        const strokes = parseMidi(await readFile(path)).tracks[0]?.filter(({ type }) => type === "noteOn").length ?? 0;
        expect(strokes).toBeGreaterThanOrEqual(rudiment.strokes ?? 2);
      }
      await expect(grid.locator("[data-playing]").first()).toBeAttached();
    });
  }
  await stop.click();
});
