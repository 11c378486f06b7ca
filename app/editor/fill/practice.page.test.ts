import { describe, test } from "vitest";
import { expect, noteNumber, openLine, page, struck } from "~/testing";

/** Slots of the fill that were lit before `until` was true; `until` receives them. */
async function slotsPlayed(until: (seen: ReadonlySet<number>) => Promise<void>): Promise<number[]> {
  const seen = new Set<number>();
  const observer = new MutationObserver((changes) => {
    for (const { target } of changes) {
      const { slot, playing } = (target as HTMLElement).dataset;
      if (playing !== undefined) seen.add(Number(slot));
    }
  });
  observer.observe(document.body, { subtree: true, attributeFilter: ["data-playing"] });
  await until(seen);
  observer.disconnect();
  return [...seen].sort((a, b) => a - b);
}

describe("practising", () => {
  test("layers, a loop of the chosen cells, percentage, and back to normal", async () => {
    const { grid, play, stop } = await openLine("@4 RLK RLRL RLRLRL KRK");
    await page.getByRole("textbox", { name: "Tempo" }).fill("240");
    await noteNumber(grid, 4).click();
    await page.keyboard.press("p");
    const panel = page.getByRole("region", { name: "Practise" });
    await panel.getByRole("button", { name: "Hands only" }).click();
    await expect(panel.getByRole("combobox", { name: "bass drum", exact: true })).toHaveValue("muted");
    await panel.getByRole("combobox", { name: "left hand" }).selectOption("soft");
    await expect(panel.getByRole("button", { name: "Hands only" })).toHaveAttribute("aria-pressed", "false");
    await panel.getByRole("button", { name: "The chosen cells" }).click();
    await expect(panel.getByRole("textbox", { name: "From note" })).toHaveValue("4");
    await expect(panel.getByRole("textbox", { name: "to note" })).toHaveValue("7");
    await panel.getByRole("button", { name: "Half" }).click();
    await expect(panel.getByText("120 bpm")).toBeVisible();
    await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
    const played = await slotsPlayed(async (seen) => {
      await play.click();
      await expect(page.getByRole("status", { name: "Tempo heard now" })).toHaveText("now 120");
      // It loops, so a light that a busy machine missed comes again.
      await expect.poll(() => seen.size).toBeGreaterThanOrEqual(4);
      await expect(noteNumber(grid, 6)).toHaveAttribute("data-playing");
      await expect(noteNumber(grid, 3)).toHaveAttribute("data-playing");
    });
    expect(played).toEqual([3, 4, 5, 6]);
    await panel.getByRole("button", { name: "Reset practice" }).click();
    await expect(panel.getByRole("button", { name: "All", exact: true })).toHaveAttribute("aria-pressed", "true");
    await expect(page.getByRole("status", { name: "Tempo heard now" })).toHaveCount(0);
    await stop.click();
    await panel.getByRole("button", { name: "Close" }).click();
    await page.keyboard.press("o");
    await expect(page.getByRole("button", { name: /^Practise.*changed for practice/ })).toBeVisible();
    await page.keyboard.press("o");
    await expect(page.getByRole("button", { name: "Practise", exact: true })).toBeVisible();
  });

  test("a tempo ladder climbs automatically to its goal; clicks thin out", async () => {
    const { play, stop } = await openLine("@4 RLRL");
    await page.keyboard.press("Escape");
    await page.keyboard.press("p");
    const panel = page.getByRole("region", { name: "Practise" });
    await panel.getByRole("button", { name: "The chosen cells" }).click();
    await panel.getByRole("checkbox", { name: "Tempo ladder" }).check();
    await panel.getByRole("textbox", { name: "Ladder: From" }).fill("200");
    await panel.getByRole("textbox", { name: "Ladder: to" }).fill("220");
    await panel.getByRole("textbox", { name: "Ladder: of" }).fill("10");
    await panel.getByRole("textbox", { name: "Ladder: every" }).fill("1");
    await expect(panel).toContainText("200, 210, 220 … 220 after 2 repeats");
    await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
    await play.click();
    await expect(page.getByRole("status", { name: "Tempo heard now" })).toHaveText("now 220");
    await stop.click();
    await panel.getByRole("combobox", { name: "Click on" }).selectOption("2 and 4");
    await panel.getByRole("combobox", { name: "Drop out for" }).selectOption("2 bars");
    await expect(panel).toContainText("Clicks for 2 bars");
    await expect(page.getByRole("checkbox", { name: "Metronome" })).toBeChecked();
  });

  test("note by note, with sound", async () => {
    const { grid } = await openLine("@4 'R-(LK)R");
    await page.keyboard.press("Escape");
    await page.keyboard.press("w");
    // A flam counts as two.
    await expect.poll(() => struck.length).toBe(2);
    let before = 2;
    const steps = [
      ["w", 1, 0],
      ["w", 2, 2],
      ["w", 3, 1],
      ["q", 2, 2],
    ] as const;
    for (const [key, slot, strokes] of steps) {
      await page.keyboard.press(key);
      await expect(noteNumber(grid, slot)).toHaveAttribute("data-cursor");
      await expect.poll(() => struck.length).toBe(before + strokes);
      before += strokes;
    }
  });
});
