import { readFile } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { parseMidi } from "midi-file";
import { loadRudiments } from "../app/content";
import { exportAs, noteNumber, openShelf, stackOf } from "./support";

test("the demo opens on a playable fill, with a book of at least twelve of its own", async ({ page }) => {
  await openShelf(page);
  expect(await page.getByRole("heading", { level: 2 }).count()).toBeGreaterThanOrEqual(12);
  await expect(page.getByRole("heading", { level: 2, name: "Gravel road sevens" })).toBeVisible();
  const databases = await page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name));
  expect(databases).toEqual(["dime-stack-demo"]);
});

test("every fill of the demo opens, draws and is counted", async ({ page }) => {
  test.setTimeout(90_000);
  await openShelf(page);
  const names = await page.getByRole("heading", { level: 2 }).allTextContents();
  for (const name of names) {
    await page.getByRole("link", { name, exact: true }).click();
    await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue(name);
    const { grid, rail, verdict } = stackOf(page);
    const notes = await grid.getByRole("gridcell").count();
    expect(notes).toBeGreaterThan(5);
    await expect(rail.getByRole("option")).toHaveCount(notes);
    await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
    await expect(verdict).toContainText(/\d+ (of \d+ slots|slots at mixed rates)/);
    await page.getByRole("link", { name: "Shelf" }).click();
  }
});

/** Half of them at a time, side by side. */
for (const half of [0, 1]) {
  const rudiments = loadRudiments().filter(({ number }) => number % 2 === half);
  test(`each of the forty rudiments opens on the Stack, draws, sounds and is exported: ${half === 0 ? "even" : "odd"} numbers`, async ({
    page,
  }) => {
    test.setTimeout(300_000);
    // As much as is looked at: the rest of the page would only be painted.
    await page.setViewportSize({ width: 1030, height: 620 });
    await openShelf(page);
    for (const [index, rudiment] of rudiments.entries()) {
      await page.getByRole("link", { name: "Cells" }).click();
      await page.getByRole("navigation", { name: "Book of cells" }).locator(`a[href="/cells/${rudiment.id}"]`).click();
      await expect(page.getByRole("heading", { level: 2, name: rudiment.name, exact: true })).toBeVisible();
      await page.getByRole("button", { name: "New fill of all of it" }).click();
      const { line, grid, play, stop, verdict } = stackOf(page);
      await expect(line).toHaveValue(rudiment.line);
      await expect(verdict).toContainText("nothing left over");
      const staff = page.getByRole("region", { name: "Staff" });
      await expect(noteNumber(staff, 0).first()).toBeVisible();
      const { path } = await exportAs(page, "MIDI file: the fill");
      const strokes = parseMidi(await readFile(path)).tracks[0]?.filter((event) => event.type === "noteOn").length ?? 0;
      expect(strokes).toBeGreaterThanOrEqual(rudiment.strokes ?? 2);
      if (index === 0) await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
      await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
      await play.click();
      await expect(grid.locator("[data-playing]").first()).toBeAttached();
      await stop.click();
    }
  });
}
