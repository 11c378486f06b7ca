import { parseMidi } from "midi-file";
import { describe, test } from "vitest";
import { expect, exportAs, noteNumber, openLine, openShelf, page } from "~/testing";

/** A line on the Groove tab, in the straight eighths of the first fill. */
async function openOnGrooves(text: string) {
  const { saved } = await openLine(text);
  await expect(saved).toBeVisible();
  await page.getByRole("link", { name: "Groove", exact: true }).click();
  const form = page.getByRole("img", { name: /^The loop/ });
  await expect(form).toBeVisible();
  return {
    form,
    score: page.getByRole("region", { name: "Score" }),
    saved,
    tab: (name: string) => page.getByRole("tab", { name }).click(),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
  };
}

describe("form", () => {
  test("presets, a fill from the and of one, what continues under it, the ending; undone and saved", async () => {
    const { form, score, tab, saved } = await openOnGrooves("@4 RLRLx4");
    await tab("Form");
    const begins = page.getByRole("combobox", { name: "Begins on" });
    await page.getByRole("button", { name: "3 + 1" }).click();
    await expect(form).toHaveAccessibleName(/3 bars of groove.*3 \+ 1/);
    await expect(score.getByText("fill", { exact: true })).toBeVisible();
    await page.getByRole("button", { name: "½ + ½" }).click();
    await expect(begins).toHaveValue("3");
    await page.getByRole("button", { name: "1 + 1" }).click();
    for (const place of ["1e", "1&"]) {
      await page.getByRole("button", { name: "Begin later" }).click();
      await expect(begins).toHaveValue(place);
    }
    await expect(page.getByText("your own form")).toBeVisible();
    const ostinato = form.locator("[data-role=under]");
    await expect(ostinato).toHaveCount(0);
    const throughout = page.getByRole("checkbox", { name: "Feet play on through the groove" });
    await throughout.uncheck();
    await page.getByRole("combobox", { name: "Hi-hat foot plays" }).selectOption("2 and 4");
    await expect(ostinato).toHaveCount(2);
    await page.getByRole("checkbox", { name: /Bass drum on every beat/ }).check();
    await expect(ostinato).toHaveCount(6);
    await page.getByRole("combobox", { name: "From the groove, keep" }).selectOption("the backbeat");
    await expect(ostinato).toHaveCount(8);
    const crash = form.locator("[data-role=crash]");
    await expect(crash).toHaveCount(1);
    await page.getByRole("radio", { name: /^Hard stop/ }).check();
    await expect(crash).toHaveCount(0);
    await expect(form.getByText("quiet")).toBeVisible();
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(crash).toHaveCount(1);
    await expect(saved).toBeVisible();
    await page.reload();
    await expect(ostinato).toHaveCount(8);
    await tab("Form");
    await expect(page.getByRole("checkbox", { name: /Bass drum on every beat/ })).toBeChecked();
    await throughout.check();
    await expect.poll(() => ostinato.count()).toBeGreaterThan(8);
  });

  test("repeated bars are written out, with the sign for one bar, or once with the number of times", async () => {
    const { score, play, stop } = await openOnGrooves("@4 RLRRLx3 K");
    await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("3");
    const bars = score.getByRole("combobox", { name: "Bars that repeat" });
    const signs = score.locator('[data-kind="repeat"]');
    await expect(signs).toHaveCount(0);
    await bars.selectOption("with the sign for one bar");
    await expect(signs).toHaveCount(2);
    await bars.selectOption("once, with how many times");
    await expect(score.getByText("3×")).toBeVisible();
    // The playhead crosses the bar each time it sounds.
    await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
    await play.click();
    await expect(score.locator("[data-playhead]")).toBeVisible();
    await stop.click();
    await page.reload();
    await expect(bars).toHaveValue("times");
  });
});

describe("grooves", () => {
  test("you can choose one, write your own with the fill's tools, play, delete and restore it", async () => {
    const { form, saved } = await openOnGrooves("@4 RLRLx4");
    const list = page.getByRole("list", { name: "Grooves in 4/4" });
    await list.getByRole("button", { name: /^Half-time(?! shuffle)/ }).click();
    await expect(list.getByRole("button", { name: /^Half-time(?! shuffle)/ })).toHaveAttribute("aria-pressed", "true");
    await page.getByRole("textbox", { name: "Tempo" }).fill("240");
    await page.getByRole("button", { name: "Change to 160" }).click();
    await expect(page.getByRole("textbox", { name: "Tempo" })).toHaveValue("160");

    await page.getByRole("button", { name: "New groove" }).click();
    await page.getByRole("textbox", { name: "Name of the groove" }).fill("Cellar stomp");
    // This page gave the fill its new groove.
    await expect(page.getByText(/changed in another tab/)).toHaveCount(0);
    const line = page.getByRole("textbox", { name: "Stick line" });
    await line.fill("@2 KKKK KKK");
    await expect(page.getByText(/half a quarter|½ quarters too short/)).toBeVisible();
    await line.fill("@2 K(R/hhL)K(R/hhL) K(R/hhL)K>L");
    await expect(page.getByText(/too short/)).toHaveCount(0);
    await page.getByRole("button", { name: "Triplet" }).click();
    await expect(page.getByRole("region", { name: "Feel" }).getByText("2:1")).toBeVisible();
    await page.getByRole("button", { name: "Play", exact: true }).click();
    const grid = page.getByRole("grid", { name: /Stack/ });
    await expect(grid.locator("[data-playing]").first()).toBeAttached();
    await page.getByRole("button", { name: "Stop", exact: true }).click();
    await noteNumber(grid, 0).click();
    await page.keyboard.press("a");
    await expect(line).toHaveValue(/^@2 >K/);
    await expect(saved).toBeVisible();

    await page.getByRole("link", { name: "back to the fill" }).click();
    await expect(list.getByRole("button", { name: /^Cellar stomp/ })).toHaveAttribute("aria-pressed", "true");
    await expect(list.getByText("eighths swung 2:1").first()).toBeVisible();
    const marks = await form.locator("[data-role=groove]").count();
    await page.getByRole("button", { name: "Delete" }).click();
    await expect(list.getByRole("button", { name: /^Cellar stomp/ })).toHaveCount(0);
    await expect(list.getByRole("button", { name: /^No groove \(pulse only\)/ })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    await page.getByText(/^Bin: 1 deleted/).click();
    await page.getByRole("button", { name: "Restore" }).click();
    await expect(list.getByRole("button", { name: /^Cellar stomp/ })).toHaveAttribute("aria-pressed", "true");
    await expect(form.locator("[data-role=groove]")).toHaveCount(marks);
  });

  test("a shipped one is copied for editing, with the current hands; an invalid address says so", async () => {
    await openShelf();
    await page.getByRole("link", { name: "Setup" }).click();
    await page.getByRole("radio", { name: /^Left-handed/ }).check();
    await openOnGrooves("@4 RLRLx4");
    await page.getByRole("button", { name: "Copy to edit" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the groove" })).toHaveValue("Straight eighths (copy)");
    await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue(/^@2 \(L\/hhK\)/);
    await page.goto("/grooves/own/nothing");
    await expect(page.getByRole("heading", { name: "There is no such groove" })).toBeVisible();
    await page.goto("/fills/nothing/groove");
    await expect(page.getByRole("heading", { name: "There is no such fill" })).toBeVisible();
  });
});

test("feel: the groove's or the fill's own; conflicts are reported; the MIDI file swings", async () => {
  const { tab } = await openOnGrooves("@3 RLR @2 RL RL RL");
  const told = page.getByRole("list", { name: "What doesn't fit together" });
  await tab("Feel");
  await expect(told).toContainText("only works swung");
  await tab("Groove");
  await page.getByRole("button", { name: /^Shuffle/ }).click();
  await tab("Feel");
  await expect(page.getByText("The groove is eighths swung 2:1")).toBeVisible();
  await expect(told).toHaveCount(0);
  await page.getByRole("checkbox", { name: "The fill follows this feel" }).uncheck();
  await expect(told).toContainText("The groove swings and the fill doesn't");
  await page.getByRole("checkbox", { name: "The fill follows this feel" }).check();
  const file = await exportAs("MIDI file: groove and fill");
  let at = 0;
  const ons = (parseMidi(await file.bytes()).tracks[0] ?? []).flatMap((event) => {
    at += event.deltaTime;
    return event.type === "noteOn" ? [at] : [];
  });
  // The and of one in the groove, two thirds of a quarter later.
  expect(ons).toContain(6_720);
  expect(ons).not.toContain(5_040);
  await page.getByRole("checkbox", { name: /different feel/ }).check();
  await page.getByRole("button", { name: "Hard" }).click();
  await expect(page.getByRole("status").filter({ hasText: "3:1" })).toBeVisible();
  await page.getByRole("slider", { name: "Left hand" }).fill("1");
  await expect(page.getByText("1 ms late")).toBeVisible();
});

test("the backbeat keeper shows what is lost, and keeps it in one step", async () => {
  const { tab } = await openOnGrooves("@4 >RLRK KLRL RLRL L/t1LRL");
  await tab("Backbeat");
  const panel = page.getByRole("tabpanel", { name: "Backbeat" });
  const beats = page.getByRole("list", { name: "Backbeats in the fill" }).getByRole("listitem");
  await expect(panel).toContainText("0 of 2 backbeats kept");
  await expect(beats.nth(0)).toContainText("only a foot plays");
  await expect(beats.nth(1)).toContainText("a hand plays, but not on the snare");
  await beats
    .nth(1)
    .getByRole("button", { name: /Accent the left hand on the snare/ })
    .click();
  await expect(panel).toContainText("1 of 2 backbeats kept");
  await beats
    .nth(0)
    .getByRole("button", { name: /instead of the foot/ })
    .click();
  await expect(panel).toContainText("2 of 2 backbeats kept");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(panel).toContainText("1 of 2 backbeats kept");
  await page.getByRole("link", { name: "Stack", exact: true }).click();
  await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue(/>L\/snLRL$/);
});
