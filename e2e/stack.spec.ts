import { readFile } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { downloadOf, exportAs, noteNumber, openLine, openSpace, openVerdict, stackOf } from "./support";

test.describe("the line as text", () => {
  test("an error is marked at its column with what to do; the last good picture stays", async ({ page }) => {
    const { line, grid, verdict } = await openLine(page, "@4 RLRRL");
    await expect(grid.getByRole("gridcell")).toHaveCount(5);
    await line.fill("@4 RLRRL >r KZ");
    const problems = page.getByRole("region", { name: "Stick line" });
    await expect(problems).toContainText("column 10");
    await expect(problems).toContainText("both an accent and a ghost");
    await expect(problems).toContainText("“Z” isn't part of a stick line");
    await expect(line).toHaveAttribute("aria-invalid", "true");
    await expect(grid.getByRole("gridcell")).toHaveCount(5);
    await expect(verdict).toContainText("5 of 16 sixteenths");
    await problems.getByRole("button", { name: /“Z”/ }).click();
    await expect(line).toBeFocused();
    expect(await line.evaluate((field: HTMLTextAreaElement) => field.selectionStart)).toBe(13);
    await problems.getByRole("button", { name: "Go back to it" }).click();
    await expect(line).toHaveValue("@4 RLRRL");
  });

  test("text that cannot be read survives a reload, and direct edits leave it alone", async ({ page }) => {
    const { line, grid, saved } = await openLine(page, "@4 RLRL");
    await line.fill("@4 RLRL (RK");
    await noteNumber(grid, 0).click();
    await page.keyboard.press("k");
    await expect(page.getByText("Fix the error in the line first. Your text hasn't changed.")).toBeVisible();
    await expect(line).toHaveValue("@4 RLRL (RK");
    await expect(saved).toBeVisible();
    await page.reload();
    await expect(line).toHaveValue("@4 RLRL (RK");
    await expect(grid.getByRole("gridcell")).toHaveCount(4);
  });

  test("is written in its one plain way when the field is left", async ({ page }) => {
    const { line } = await openLine(page, "RLK x 3  (HK)");
    await line.blur();
    await expect(line).toHaveValue("@4 RLKx3 (KH)");
  });

  test("what was typed a moment before the page went away is there again", async ({ page }) => {
    const { line } = await openLine(page, "@4 RLRL");
    await line.fill("@4 RLRL KK just now");
    await page.reload();
    await expect(line).toHaveValue("@4 RLRL KK just now");
  });

  test("ten thousand slots are read; the views show a part and say so", async ({ page }) => {
    const { line, grid, verdict } = await openLine(page, "RLRLKx2000");
    await expect(verdict).toContainText("10,000 of 16 sixteenths");
    await expect(page.getByText("Notes 1 to 192 of 10,000 shown")).toBeVisible();
    await expect(grid.getByRole("gridcell")).toHaveCount(192);
    await page.getByRole("button", { name: "Next", exact: true }).click();
    await expect(page.getByText("Notes 193 to 384 of 10,000 shown")).toBeVisible();
    await line.fill("RLRLKx2001");
    await expect(page.getByText("The line plays 10,005 notes.")).toBeVisible();
  });
});

test.describe("by keyboard alone", () => {
  test("from the first key to a changed, undone and redone fill", async ({ page }) => {
    const { line, grid, verdict } = await openLine(page, "@4 RLRRL");
    await page.keyboard.press("Escape");
    await expect(grid).toBeFocused();
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("k");
    await expect(line).toHaveValue("@4 KLRRL");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("a");
    await page.keyboard.press("f");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("g");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("x");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("-");
    await expect(line).toHaveValue("@4 K'>Lr!R-");
    await page.keyboard.press("i");
    await page.keyboard.press("Shift+K");
    await expect(line).toHaveValue("@4 K'>Lr!R-(RK)");
    await page.keyboard.press("Delete");
    await page.keyboard.press("d");
    await expect(line).toHaveValue("@4 K'>Lr!R-x2");
    await expect(verdict).toContainText("10 of 16 sixteenths");
    await page.keyboard.press("Home");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("b");
    await expect(line).toHaveValue("@4 K'>L r!R- K'>Lr!R-");
    await page.keyboard.press("Alt+ArrowUp");
    await expect(line).toHaveValue("@4 K'>L K'>Lr!R- r!R-");
    await page.keyboard.press("m");
    await expect(line).toHaveValue("@4 K'>R K'>Rl!L- l!L-");
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await expect(line).toHaveValue("@4 K'>L r!R- K'>Lr!R-");
    await page.keyboard.press("Control+Shift+z");
    await expect(line).toHaveValue("@4 K'>L K'>Lr!R- r!R-");
    await page.keyboard.press("/");
    await expect(line).toBeFocused();
  });

  test("tempo, start and stop, and the list of keys", async ({ page }) => {
    const { grid, play, stop } = await openLine(page, "@4 RLRRLK");
    const tempo = page.getByRole("textbox", { name: "Tempo" });
    await expect(tempo).toHaveValue("90");
    await page.keyboard.press("Escape");
    await page.keyboard.press("]");
    await page.keyboard.press("}");
    await page.keyboard.press("[");
    await expect(tempo).toHaveValue("95");
    await page.keyboard.press("Space");
    await expect(stop).toBeVisible();
    await page.keyboard.press("Space");
    await expect(play).toBeVisible();
    await page.keyboard.press("?");
    const list = page.getByRole("dialog", { name: "Keys" });
    await expect(list).toContainText("Lead with the other hand");
    await expect(list).toContainText("Two quick strokes in its place");
    await page.keyboard.press("Escape");
    await expect(list).toBeHidden();
    await expect(grid).toBeVisible();
  });

  test("a cell is moved with its handle", async ({ page }) => {
    const { line } = await openLine(page, "@4 RLR KKLL");
    await page.getByRole("button", { name: "Cell 1, 3 slots: move" }).focus();
    await page.keyboard.press("Space");
    await expect(page.getByText("Cell 1 is at place 1.")).toBeAttached();
    // The places are measured a moment after a cell is picked up.
    await expect(async () => {
      await page.keyboard.press("ArrowUp");
      await expect(page.getByText("Cell 1 is at place 2.")).toBeAttached({ timeout: 400 });
    }).toPass();
    await page.keyboard.press("Space");
    await expect(line).toHaveValue("@4 KKLL RLR");
  });
});

test("the staff has a sign for every kind of stroke, and its accents stand in one row over the beams", async ({
  page,
}) => {
  const { line } = await openLine(page, "@4 RLRL");
  const staff = page.getByRole("region", { name: "Staff" });
  await line.fill("@4 R/hoR/hh~R!L <[RL>RL] >R/t1LRK @2 =R/c1H/hs");
  await expect(noteNumber(staff, 13).first()).toBeVisible();
  const sign = (code: string) => staff.locator(`[data-sign="${code}"]`);
  // Open, closing and buzz; the foot's splash has the open sign below it.
  await expect(sign("E614")).toHaveCount(2);
  await expect(sign("E633")).toHaveCount(1);
  await expect(sign("E22A")).toHaveCount(1);
  await expect(sign("E0CF")).toHaveCount(1);
  // The choke's stroke is no sign of the font.
  await expect(staff.locator('[data-kind="sign"]:not([data-sign])')).toHaveCount(1);
  await expect(staff.locator('[data-kind="hairpin"]')).toHaveCount(1);
  const edges = (kind: string) =>
    staff
      .locator(`[data-kind="${kind}"]`)
      .evaluateAll((found) => found.map((element) => Math.round(element.getBoundingClientRect().bottom)));
  const [accents, beams] = [await edges("accent"), await edges("beam")];
  expect(accents).toHaveLength(3);
  expect(new Set(accents).size).toBe(1);
  expect(beams.length).toBeGreaterThan(4);
  expect(Math.max(...accents)).toBeLessThan(Math.min(...beams));
  // Each note is named for who does not see it.
  const options = staff.getByRole("listbox", { name: /^Staff/ }).getByRole("option");
  await expect(options.nth(3)).toHaveAccessibleName("a: left hand rim shot");
  // A rim shot that lasts two beats has a white head with its slash.
  await line.fill("@1/2 !R @1 LR");
  await expect(sign("E0D1")).toHaveCount(1);
  // What no note value can be found for is said, and still shown.
  await line.fill("@3 RL @4 RLRL");
  await expect(staff).toContainText("Bar 1 cannot be written in note values: its eighth triplets stop");
  await expect(staff.locator('[data-kind="head"]')).toHaveCount(6);
  await expect(staff.locator('[data-kind="stem"]')).toHaveCount(0);
});

test("the staff leaves as MusicXML and as a picture; sixes are written as the player wants them", async ({ page }) => {
  const { line } = await openLine(page, "@4 RLRL");
  await line.fill("@6 >RLRRLL @4 'RLRK");
  const staff = page.getByRole("region", { name: "Staff" });
  const numbers = staff.locator('[data-kind="tuplet"]');
  await expect(numbers).toHaveCount(1);
  const score = await readFile((await exportAs(page, "Notation for other programs (MusicXML)")).path, "utf8");
  expect(score).toContain('<score-partwise version="4.0">');
  expect(score.match(/<grace /g)).toHaveLength(1);
  expect(score.match(/<actual-notes>6</g)).toHaveLength(6);
  await page.getByRole("button", { name: /^Export/ }).click();
  await page.getByRole("menuitem", { name: "Picture (SVG or PNG)…" }).click();
  const dialog = page.getByRole("dialog", { name: "Picture" });
  await dialog.getByRole("combobox", { name: "What" }).selectOption("Staff");
  const saved = await downloadOf(page, () => dialog.getByRole("button", { name: "Save picture" }).click());
  const picture = await readFile(saved.path, "utf8");
  expect(picture).toContain("<path ");
  expect(picture).not.toContain("<text");
  await dialog.getByRole("button", { name: "Close" }).click();
  await page.getByRole("link", { name: "Setup" }).click();
  await page.getByRole("combobox", { name: "Write six notes in a beat" }).selectOption("as two groups of three");
  await page.goBack();
  await expect(numbers).toHaveCount(2);
});

test.describe("by mouse", () => {
  test("a note is chosen in any view, lit in all three, and changed with the palette", async ({ page }) => {
    const { line, grid, rail } = await openLine(page, "@4 RLRRL KLRK");
    const staff = page.getByRole("region", { name: "Staff" });
    await expect(noteNumber(staff, 2).first()).toBeVisible();
    await noteNumber(rail, 2).click();
    for (const view of [grid, rail, staff])
      await expect(noteNumber(view, 2).first()).toHaveAttribute("data-cursor", "");
    await page.getByRole("button", { name: "Bass drum", exact: true }).click();
    await expect(line).toHaveValue("@4 RLKRL KLRK");
    await page.getByRole("button", { name: "Accent", exact: true }).click();
    await page.getByRole("button", { name: "insert a note after" }).click();
    await expect(line).toHaveValue("@4 RL>KRRL KLRK");
    await noteNumber(grid, 9).click();
    await page.getByRole("button", { name: "silence" }).click();
    await expect(line).toHaveValue("@4 RL>KRRL KLR-");
    await noteNumber(staff, 1).first().click();
    await expect(noteNumber(grid, 1)).toHaveAttribute("data-cursor", "");
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(line).toHaveValue("@4 RL>KRRL KLRK");
  });

  test("buzz, choke and crescendo by button and by key; what can't be is said with a way out", async ({ page }) => {
    const { line, grid } = await openLine(page, "@4 RLRL RLKK");
    const tools = page.getByRole("toolbar", { name: "Chosen note" });
    await noteNumber(grid, 0).click();
    await tools.getByRole("button", { name: "Buzz stroke on or off" }).click();
    await expect(line).toHaveValue("@4 ~RLRL RLKK");
    await expect(noteNumber(grid, 0)).toHaveAccessibleName(/right hand buzz/);
    await noteNumber(grid, 2).click();
    await page.keyboard.press("=");
    await expect(line).toHaveValue("@4 ~RL=R/c1L RLKK");
    await expect(noteNumber(grid, 2)).toHaveAccessibleName(/right hand choked on crash/);
    await noteNumber(grid, 4).click();
    await page.keyboard.press("<");
    await expect(line).toHaveValue("@4 ~RL=R/c1L <[RLKK]");
    await page.getByRole("toolbar", { name: "Its cell" }).getByText("swell", { exact: true }).click();
    await expect(line).toHaveValue("@4 ~RL=R/c1L >[RLKK]");
    const problems = page.getByRole("region", { name: "Stick line" });
    for (const [text, words] of [
      ["@4 RL ~K", "A buzz needs a stick"],
      ["@4 RL =L/sn", "Only a cymbal can be choked"],
      ["@4 RL <[---]", "fewer than two strokes"],
    ] as const) {
      await line.fill(text);
      await expect(problems).toContainText(words);
      await expect(line).toHaveValue(text);
    }
    // From before cymbals refused it: read as the accent that it is.
    await line.fill("@4 !R/c1L");
    await expect(problems).toContainText("is played as an accent");
    await line.blur();
    await expect(line).toHaveValue("@4 >R/c1L");
  });

  test("pointing at a note lights it in every view", async ({ page }) => {
    const { grid, rail } = await openLine(page, "@4 RLRRL");
    const staff = page.getByRole("region", { name: "Staff" });
    await expect(noteNumber(staff, 3).first()).toBeVisible();
    await noteNumber(grid, 3).hover();
    for (const view of [grid, rail, staff]) await expect(noteNumber(view, 3).first()).toHaveAttribute("data-hover", "");
    await page.getByRole("textbox", { name: "Stick line" }).hover();
    await expect(page.locator("[data-hover]")).toHaveCount(0);
  });

  test("cells are dragged into another order; the text follows", async ({ page }) => {
    const { line } = await openLine(page, "@4 RLR KKLL RK");
    const from = await page.getByRole("button", { name: "Cell 1, 3 slots: move" }).boundingBox();
    const to = await page.getByRole("button", { name: "Cell 3, 2 slots: move" }).boundingBox();
    if (!from || !to) throw new Error("no handles");
    await page.mouse.move(from.x + 15, from.y + 15);
    await page.mouse.down();
    await page.mouse.move(from.x + 15, from.y - 10, { steps: 4 });
    await page.mouse.move(to.x + 15, to.y + 10, { steps: 8 });
    await page.mouse.up();
    await expect(line).toHaveValue("@4 KKLL RK RLR");
  });
});

test.describe("bar and window", () => {
  test("meter, rate, window and count change the sums and the pictures", async ({ page }) => {
    const { line, rail, verdict } = await openLine(page, "@4 RLRRL RLRRL RLKK");
    await expect(verdict).toContainText("14 of 16 sixteenths: 2 left");
    await page.getByRole("combobox", { name: "Meter" }).selectOption("7/8");
    await expect(verdict).toContainText("14 of 14 sixteenths");
    await page.getByRole("combobox", { name: "Note value" }).selectOption("6");
    await expect(line).toHaveValue("@6 RLRRL RLRRL RLKK");
    await expect(verdict).toContainText("14 of 21 sixteenth triplets: 7 left");
    const space = await openSpace(page);
    await space.getByRole("textbox", { name: "Length" }).fill("20");
    await expect(verdict).toContainText("14 of 20 sixteenth triplets");
    await space.getByRole("button", { name: "Begin later" }).click();
    await space.getByRole("combobox", { name: "Space to fill" }).selectOption({ label: "as long as the line" });
    await expect(verdict).toContainText("14 of 14 sixteenth triplets");
    await page.keyboard.press("Escape");
    await expect(space).toHaveCount(0);
    await expect(page.getByRole("button", { name: /^Space to fill: 14 sixteenth triplets from/ })).toBeFocused();
    await page.getByRole("combobox", { name: "Meter" }).selectOption("4/4");
    await page.getByRole("combobox", { name: "Count", exact: true }).selectOption({ label: "ta ka di mi" });
    await expect(rail).toContainText("di");
    await page.getByRole("button", { name: /^Lead: right hand/ }).click();
    await expect(line).toHaveValue("@6 LRLLR LRLLR LRKK");
    for (let step = 0; step < 4; step++) await page.keyboard.press("Control+z");
    await expect(line).toHaveValue("@6 RLRRL RLRRL RLKK");
  });

  test("where the space begins is typed or picked; within the bar it ends at the bar line", async ({ page }) => {
    const { verdict } = await openLine(page, "@4 RLRRLK");
    const begins = (await openSpace(page)).getByRole("combobox", { name: "Begins on" });
    await begins.fill("3&");
    await begins.press("Enter");
    await expect(verdict).toContainText("6 of 6 sixteenths");
    await begins.fill("9?");
    await expect(begins).toHaveAttribute("aria-invalid", "true");
    await begins.blur();
    await expect(begins).toHaveValue("3&");
    await page.getByRole("button", { name: "Begin earlier" }).click();
    await expect(begins).toHaveValue("3e");
    await expect(verdict).toContainText("6 of 7 sixteenths: 1 left");
    await begins.fill("2:1");
    await begins.blur();
    await expect(begins).toHaveValue("bar 2, 1");
  });

  test("a bar of eighths is felt in groups; what doesn't add up is said and stays as typed", async ({ page }) => {
    const { grid, rail } = await openLine(page, "@2 RLRLRLR");
    await page.getByRole("combobox", { name: "Meter" }).selectOption("7/8");
    const groups = page.getByRole("combobox", { name: "Felt in groups" });
    await groups.fill("2+2+2");
    await expect(page.getByRole("alert")).toContainText("These groups make 6 eighths; the bar has 7.");
    await expect(groups).toHaveValue("2+2+2");
    await groups.fill("3+2+2");
    await expect(page.getByRole("alert")).toHaveCount(0);
    await page
      .getByRole("combobox", { name: "Count", exact: true })
      .selectOption({ label: "in twos and threes: 1 2 1 2 3" });
    await expect(rail.getByRole("option").nth(3)).toHaveAccessibleName(/^1: left hand/);
    await page.reload();
    await expect(groups).toHaveValue("3+2+2");
    await expect(grid.getByRole("gridcell")).toHaveCount(7);
    await page.getByRole("combobox", { name: "Meter" }).selectOption("4/4");
    await expect(groups).toHaveCount(0);
  });

  test("any meter can be had", async ({ page }) => {
    const { verdict } = await openLine(page, "@4 RLRRLx2 RLK");
    await page.getByRole("combobox", { name: "Meter" }).selectOption({ label: "other…" });
    await page.getByRole("spinbutton", { name: "Beats in the bar" }).fill("13");
    await page.getByRole("combobox", { name: "Note that is one beat" }).selectOption("16");
    await expect(verdict).toContainText("13 of 13 sixteenths");
  });

  test("the cycle table says where each repeat begins", async ({ page }) => {
    const { grid } = await openLine(page, "@4 RLRRL RLK");
    await openVerdict(page, /fits every bar|lines up again/i);
    const table = page.getByRole("region", { name: "Repeats" });
    await expect(table).toContainText("The whole line, 8 notes, repeated: 2 repeats in 1 bar");
    await noteNumber(grid, 0).click();
    await expect(table).toContainText("Cell 1, a 5, repeated: 16 repeats in 5 bars");
    await expect(
      table.getByRole("list", { name: "Where each repeat begins" }).getByRole("listitem").nth(1),
    ).toContainText("bar 1, 2 e");
    await expect(table.getByRole("row", { name: /quintuplets/ })).toContainText("1 bar, 4 times");
  });

  test("a bar line that is not on one is told", async ({ page }) => {
    await openLine(page, "@4 RLRLx4 | RLR | K");
    await expect(page.getByText("The | before cell 6 is 3 notes after the bar line.")).toBeVisible();
  });
});

test("the legend names what is drawn", async ({ page }) => {
  await openLine(page, "@4 RLRRL");
  await page.getByRole("button", { name: "Legend" }).click();
  const legend = page.getByRole("list", { name: "Legend" });
  await expect(legend.getByRole("listitem")).toHaveText(
    [
      "right hand",
      "left hand",
      "bass drum",
      "hi-hat foot",
      "accent",
      "ghost",
      "flam",
      "rim shot",
      "buzz stroke",
      "choked",
      "together",
      "two in a slot",
      "silence",
      "limits the tempo",
      "falls on a beat",
    ].map((name) => new RegExp(`${name}$`)),
  );
});

test("a phone shows the same fill without sideways scrolling", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const { grid, rail } = await openLine(page, "@6 RLRLLKKx3 RLK");
  await expect(grid.getByRole("gridcell")).toHaveCount(24);
  await expect(rail.getByRole("option")).toHaveCount(24);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole("button", { name: "More sound settings" }).click();
  await expect(page.getByRole("combobox", { name: "Which groove" })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expect(stackOf(page).play).toBeVisible();
});
