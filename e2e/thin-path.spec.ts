import { readFile } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { parseMidi } from "midi-file";
import { exportAs, openNewLine } from "./support";

test("a typed line is laid out, drawn, heard, saved and exported", async ({ page }) => {
  const { line, grid, rail, verdict, play, stop, saved } = await openNewLine(page, "@4 >RlrrL >RlrrL RLRRLK");
  await expect(verdict).toContainText("16 of 16 sixteenths");
  await expect(grid.getByRole("row")).toHaveCount(3);
  await expect(rail.getByRole("option")).toHaveCount(16);

  await play.click();
  await expect(rail.locator("[data-playing]")).toHaveCount(1, { timeout: 15_000 });
  await stop.click();
  await expect(page.locator("[data-playing]")).toHaveCount(0);

  await page.getByRole("textbox", { name: "Name of the fill" }).fill("Thin path");
  await expect(saved).toBeVisible();
  await page.reload();
  await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");

  const { name, path } = await exportAs(page, "MIDI file: the fill");
  expect(name).toBe("thin-path.mid");
  const midi = parseMidi(await readFile(path));
  expect(midi.header.ticksPerBeat).toBe(10_080);
  expect(midi.tracks[0]?.filter((event) => event.type === "noteOn")).toHaveLength(16);
});
