import { describe, test } from "vitest";
import { expect, openLine, openShelf, openVerdict, page, stack } from "~/testing";

async function openFit() {
  await openShelf();
  await page.getByRole("link", { name: "Fit", exact: true }).click();
  await expect(page.getByRole("textbox", { name: "Name of the search" })).toBeVisible();
}

const count = page.getByRole("region", { name: "How many ways" });

const ways = page.getByRole("list", { name: "Results found" }).getByRole("listitem");

const rules = page.getByRole("region", { name: "Rules" });

const pool = page.getByRole("region", { name: "Pool" });

/** Empties the pool and adds these. */
async function fillPool(...texts: string[]) {
  const out = pool.getByRole("button", { name: /^Remove (?!the rule)/ });
  for (let left = await out.count(); left > 0; left--) await out.first().click();
  for (const text of texts) {
    await pool.getByRole("textbox", { name: "Add a typed cell" }).fill(text);
    await page.keyboard.press("Enter");
  }
}

describe("the search", () => {
  test("by keyboard: arrows play one after another, one key saves", async () => {
    await openFit();
    await fillPool("RLRR", "RLK", "RL");
    // Results for the previous pool stay visible while this search starts.
    await expect(count).toContainText("49 ways");
    await expect(ways).toHaveCount(48);
    await expect(page.getByRole("button", { name: "Stop the search" })).toHaveCount(0);
    await page.getByRole("heading", { name: "Pool" }).click();
    await page.keyboard.press("ArrowRight");
    await expect(page.getByRole("button", { name: /^Result 1: .*sounding$/ })).toBeVisible();
    await page.keyboard.press("ArrowRight");
    await expect(page.getByRole("button", { name: /^Result 2: .*sounding$/ })).toBeVisible();
    await page.keyboard.press("Space");
    await expect(page.getByRole("button", { name: "Play", exact: true })).toBeVisible();
    await page.keyboard.press("k");
    await expect(page.getByText(/is on the Shelf\.$/)).toBeVisible();
    await page.keyboard.press("l");
    await expect(page.getByText(/most like/)).toBeVisible();
    await page.keyboard.press("s");
    await expect(page.getByText(/random results/)).toBeVisible();
    await page.keyboard.press("?");
    await expect(page.getByRole("dialog")).toContainText("More like this one");
  });

  test("a huge number of ways is counted exactly", async () => {
    await openFit();
    await fillPool("R", "L", "K");
    for (let left = await rules.getByRole("listitem").count(); left > 0; left--)
      await rules
        .getByRole("button", { name: /^Remove the rule/ })
        .first()
        .click();
    const window = page.getByRole("region", { name: "Space to fill" });
    await window.getByRole("combobox", { name: "Note value" }).selectOption("8");
    await window.getByRole("combobox", { name: "Lasts" }).selectOption("4 bars");
    await expect(count).toContainText((3n ** 128n).toLocaleString("en"));
    await expect(count).toContainText("to fill the 128 notes");
    await expect(ways).toHaveCount(48);
  });
});

test("the chosen way shows its landing and its endings, and opens on the Stack", async () => {
  await openFit();
  await fillPool("RLRRL", "RLRRLK");
  await page.getByRole("button", { name: /^Result 1: / }).click();
  const chosen = page.getByRole("region", { name: "The chosen result" });
  await expect(chosen).toContainText(/Time to reach the 1: \d+ ms/);
  await expect(chosen).toContainText("Crash and kick");
  await chosen.getByRole("button", { name: "Open on the Stack" }).click();
  const { line, verdict } = stack;
  await expect(line).toHaveValue(/^@4 RLRRL/);
  await expect(verdict).toContainText("16 of 16 sixteenths");
});

test("searches have names, are separate, and can be deleted and restored", async () => {
  await openFit();
  const name = page.getByRole("textbox", { name: "Name of the search" });
  await name.fill("Verse");
  await page.getByRole("button", { name: "New search" }).click();
  await expect(name).toHaveValue("");
  await name.fill("Chorus");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.getByRole("combobox", { name: "Saved searches" }).selectOption("Verse");
  await expect(name).toHaveValue("Verse");
  await page.getByRole("button", { name: "Delete this search" }).click();
  await expect(name).toHaveValue("Chorus");
  await page.getByText(/^Bin: 1 deleted/).click();
  await page.getByRole("button", { name: "Restore" }).click();
  await expect(name).toHaveValue("Verse");
});

describe("impossible actions", () => {
  test("no way: the smallest set of rules to relax is shown", async () => {
    await openFit();
    await fillPool("RLRRL", "RLRRLK");
    await rules.getByRole("combobox", { name: "Add a rule" }).selectOption("which limb starts");
    await rules.getByRole("combobox", { name: "Who starts" }).selectOption("the kick");
    await expect(count).toContainText("0 ways");
    await expect(count).toContainText("“It starts with the kick”");
    await rules.getByRole("button", { name: "Remove the rule: It starts with the kick" }).click();
    await expect(count).toContainText("3 ways");
    await fillPool("RLRRL");
    await expect(count).toContainText("don't add up to the space");
  });

  test("an empty pool, a fraction of a slot, a window that is too long: a clear message, and the rules stay", async () => {
    await openFit();
    await fillPool();
    await expect(count).toContainText("The pool is empty");
    await pool.getByRole("textbox", { name: "Add a typed cell" }).fill("RLX");
    await expect(pool.getByRole("alert")).toContainText("This isn't a sticking yet");
    await fillPool("RLK");
    const window = page.getByRole("region", { name: "Space to fill" });
    await window.getByRole("combobox", { name: "Meter" }).selectOption("7/8");
    await window.getByRole("combobox", { name: "Note value" }).selectOption("3");
    await expect(count).toContainText("The space holds 10½ notes of this value");
    await window.getByRole("combobox", { name: "Meter" }).selectOption("4/4");
    await window.getByRole("combobox", { name: "Lasts" }).selectOption("4 bars");
    await window.getByRole("combobox", { name: "Note value" }).selectOption("12");
    await expect(count).toContainText("The space holds 192 notes, and the limit is 128");
    await expect(rules).toContainText("No hand plays more than");
    await expect(page.getByText("Saved", { exact: true })).toBeVisible();
    await page.reload();
    await expect(count).toContainText("The space holds 192 notes");
  });
});

describe("on the Stack", () => {
  test("a phrase that doesn't fit is closed in one step, and undone in one", async () => {
    const { line, verdict } = await openLine("@4 RLRRLx3");
    const closing = page.getByRole("region", { name: "Fix the length" });
    await expect(closing).toBeVisible();
    await closing.getByRole("button", { name: /^Begin 1 note later/ }).click();
    await expect(verdict).toContainText("15 of 15 sixteenths");
    await expect(closing).toHaveCount(0);
    await page.getByRole("button", { name: "Undo" }).click();
    await closing.getByRole("button", { name: /^Repeat for 15 bars/ }).click();
    await expect(line).toHaveValue("@4 RLRRLx48");
    await page.getByRole("button", { name: "Undo" }).click();
    await closing.getByRole("combobox", { name: "or fill" }).selectOption("2");
    await closing.getByRole("button", { name: /^2 bars, then RL .*its beginning at the end/ }).click();
    await expect(line).toHaveValue("@4 RLRRLx6 RL");
    await expect(verdict).toContainText("32 of 32 sixteenths");
    await page.getByRole("button", { name: "Undo" }).click();
    await line.fill("@4 RLRRLKx4");
    await closing.getByRole("button", { name: /^Play it in sixteenth triplets/ }).click();
    await expect(line).toHaveValue("@6 RLRRLKx4");
    await expect(page.getByRole("textbox", { name: "Tempo" })).toHaveValue("60");
    await line.fill("@4 RLRRLx3 RLK");
    await closing.getByRole("button", { name: /^Cut 2 notes \(from the beginning/ }).click();
    await expect(line).toHaveValue("@4 RLRRLx3 K");
  });

  test("its window and cells go to their own search", async () => {
    await openLine("@6 RLRRLx4");
    await page.getByRole("textbox", { name: "Name of the fill" }).fill("Stairs");
    await page.getByRole("button", { name: "Search for more" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the search" })).toHaveValue("Ways for Stairs");
    await expect(page.getByRole("combobox", { name: "Note value" })).toHaveValue("6");
    await expect(count).toContainText("to fill the 24 notes");
  });

  test("endings name their requirements; a bad landing is fixed in one step", async () => {
    const { line } = await openLine("@4 LRLRx4");
    await page.getByRole("textbox", { name: "Tempo" }).fill("120");
    const endings = page.getByRole("region", { name: "Endings" });
    await openVerdict(/free/);
    await expect(endings).toContainText("right hand back to the hi-hat: 125 ms, too little");
    await endings.getByRole("button", { name: /^Lead with the other hand/ }).click();
    await expect(line).toHaveValue("@4 RLRLx4");
    await page.getByRole("button", { name: "Undo" }).click();
    await endings.getByRole("button", { name: /^End on a kick/ }).click();
    await expect(line).toHaveValue("@4 LRLRx3 LRLK");
    await endings.getByRole("button", { name: "Use that part" }).click();
    await expect(line).toHaveValue("@4 LRLRx2");
  });

  test("for a left-handed player the left hand must be back", async () => {
    await openShelf();
    await page.getByRole("link", { name: "Setup" }).click();
    await page.getByRole("radio", { name: /^Left-handed/ }).check();
    await page.getByRole("link", { name: "Shelf" }).click();
    await page.getByRole("button", { name: "New fill" }).click();
    await stack.line.fill("@4 RLRLx4");
    await page.getByRole("textbox", { name: "Tempo" }).fill("120");
    const endings = page.getByRole("region", { name: "Endings" });
    await openVerdict(/free/);
    await expect(endings).toContainText("left hand back to the hi-hat: 125 ms, too little");
  });

  test("the band's figure is typed, picked and tapped; the rail shows where you meet it", async () => {
    const { rail } = await openLine("@4 >RLR>LRL>RLRLRL>RLRL");
    await page.getByRole("button", { name: "Band hits" }).click();
    const rhythm = page.getByRole("textbox", { name: "The band plays" });
    await rhythm.fill("332");
    await expect(page.getByText("The fill catches 3 of 3 band hits.")).toBeVisible();
    await expect(rail.getByText("with the band", { exact: true })).toHaveCount(3);
    await rhythm.fill("3?2");
    await expect(page.getByText(/Your last valid rhythm still applies/)).toBeVisible();
    await page.getByRole("combobox", { name: "or one of these" }).selectOption("off-beats");
    await expect(page.getByText("The fill catches 1 of 4 band hits.")).toBeVisible();
    await page.getByRole("combobox", { name: "The fill" }).selectOption("leaves space for them");
    await page.getByRole("button", { name: /^Tap it/ }).click();
    await expect(rhythm).toHaveValue("x-------");
    await expect(page.getByText("Saved", { exact: true })).toBeVisible();
    await page.reload();
    await page.getByRole("button", { name: "Band hits" }).click();
    await expect(rhythm).toHaveValue("x-------");
    await page.getByRole("button", { name: "No band hits" }).click();
    await expect(rhythm).toHaveValue("");
    await page.keyboard.press("Escape");
    await expect(page.getByRole("button", { name: "Band hits: none" })).toBeVisible();
  });

  test("several cells change their rate; the count updates", async () => {
    const { line, rail, verdict } = await openLine("@4 RLRR LRLL RLRRLK");
    await rail.locator('[data-slot="9"]').click();
    await page.keyboard.press("t");
    await page
      .getByRole("dialog", { name: "Moves on the chosen cells" })
      .getByRole("combobox", { name: "Note value" })
      .selectOption("6");
    await expect(line).toHaveValue("@4 RLRR LRLL @6 RLRRLK");
    await expect(verdict).toContainText("14 notes, mixed values");
  });
});

describe("counting", () => {
  test("counts exactly as pool and rules change; ranks, draws and saves", async () => {
    await openFit();
    await fillPool("RLRRL", "RLRRLK");
    await expect(count).toContainText("3 ways");
    await expect(ways).toHaveCount(3);
    await pool.getByRole("checkbox", { name: "typed mirrored too" }).first().check();
    await expect(count).toContainText("12 ways");
    await rules.getByRole("combobox", { name: "Add a rule" }).selectOption("the sizes");
    await expect(count).toContainText("4 ways");
    await rules.getByRole("combobox", { name: "In which order" }).selectOption("any");
    await expect(count).toContainText("12 ways");
    await rules.getByRole("textbox", { name: "Sizes" }).fill("5-5-");
    await expect(count).toContainText("0 ways");
    await rules.getByRole("textbox", { name: "Sizes" }).fill("5-5-6");
    await expect(count).toContainText("12 ways");
    await page.getByRole("button", { name: "Undo" }).click();
    await page.getByRole("button", { name: "Redo" }).click();

    await page.getByRole("searchbox", { name: "Filter the results" }).fill("6-5-5");
    await expect(ways).toHaveCount(4);
    await page.getByRole("searchbox", { name: "Filter the results" }).fill("");
    await page.getByRole("button", { name: "Random" }).click();
    await expect(page.getByText(/random results \(seed \d+\)/)).toBeVisible();
    await page.getByRole("button", { name: "Best" }).click();
    await page.getByRole("button", { name: "More like result 1", exact: true }).click();
    await expect(page.getByText(/^the 11 most like/)).toBeVisible();
    await page.getByRole("button", { name: "Best" }).click();
    await page.getByRole("combobox", { name: "Sorted by" }).selectOption("best landing");
    await page.getByRole("button", { name: "Keep result 1", exact: true }).click();
    await expect(page.getByText(/is on the Shelf\.$/)).toBeVisible();
    await page.getByRole("link", { name: "Shelf" }).click();
    await expect(page.getByRole("listitem").filter({ hasText: "found" }).first()).toContainText("fits");
  });
});
