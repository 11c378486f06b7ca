import { describe, test } from "vitest";
import { expect, noteNumber, openLine, openNewLine, openSpace, openVerdict, page, stack } from "~/testing";

describe("the line as text", () => {
  test("an error is marked at its column with advice; the last valid picture stays", async () => {
    const { line, grid, verdict } = await openLine("@4 RLRRL");
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
    expect((line.get() as HTMLTextAreaElement).selectionStart).toBe(13);
    await problems.getByRole("button", { name: "Go back to it" }).click();
    await expect(line).toHaveValue("@4 RLRRL");
  });

  test("offers what other letters for a foot, and names of rudiments, may mean", async () => {
    const { line } = await openLine("@4 RLF");
    await page.getByRole("button", { name: "K (bass drum) for “F”" }).click();
    await expect(line).toHaveValue("@4 RLK");
    await line.fill("@4 paradiddle");
    await page.getByRole("button", { name: /^Single paradiddle/ }).click();
    await expect(line).toHaveValue("@4 >RLRR >LRLL");
  });

  test("says once that small letters are ghost notes, and one press makes them normal", async () => {
    const { line } = await openLine("@4 rlrl");
    await page.getByRole("button", { name: "Make them normal notes" }).click();
    await expect(line).toHaveValue("@4 RLRL");
    await page.keyboard.press("Control+z");
    await expect(line).toHaveValue("@4 rlrl");
    await expect(page.getByText("Small letters are ghost notes")).toHaveCount(0);
  });

  test("of a new fill has the caret at its end", async () => {
    const { line } = await openNewLine("@4 RLRL");
    await page.goto("/");
    await page.getByRole("button", { name: "New fill" }).click();
    await expect(line).toBeFocused();
    await expect(line).toHaveValue("@4");
    expect((line.get() as HTMLTextAreaElement).selectionStart).toBe(2);
  });

  test("is rewritten canonically when you leave the field", async () => {
    const { line } = await openLine("RLK x 3  (HK)");
    await line.blur();
    await expect(line).toHaveValue("@4 RLKx3 (KH)");
  });

  test("ten thousand slots are read; the views show a part and say so", async () => {
    const { line, grid, verdict } = await openLine("RLRLKx2000");
    await expect(verdict).toContainText("10,000 of 16 sixteenths");
    await expect(page.getByText("Notes 1 to 192 of 10,000 shown")).toBeVisible();
    await expect(grid.getByRole("gridcell")).toHaveCount(192);
    await page.getByRole("button", { name: "Next", exact: true }).click();
    await expect(page.getByText("Notes 193 to 384 of 10,000 shown")).toBeVisible();
    await line.fill("RLRLKx2001");
    await expect(page.getByText("The line plays 10,005 notes.")).toBeVisible();
  });
});

describe("by keyboard alone", () => {
  test("from the first key to a changed, undone and redone fill", async () => {
    const { line, grid, verdict } = await openLine("@4 RLRRL");
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

  test("tempo, start and stop, and the list of keys", async () => {
    const { grid, play, stop } = await openLine("@4 RLRRLK");
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
    await expect(list).toContainText("Split into two (double)");
    await page.keyboard.press("Escape");
    await expect(list).toBeHidden();
    await expect(grid).toBeVisible();
  });
});

describe("by mouse", () => {
  test("a note chosen in any view is highlighted in all three, and changed with the palette", async () => {
    const { line, grid, rail } = await openLine("@4 RLRRL KLRK");
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

  test("buzz, choke and crescendo by button and key; impossible ones explain themselves", async () => {
    const { line, grid } = await openLine("@4 RLRL RLKK");
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
    // From before cymbals refused rim shots: read as an accent.
    await line.fill("@4 !R/c1L");
    await expect(problems).toContainText("is played as an accent");
    await line.blur();
    await expect(line).toHaveValue("@4 >R/c1L");
  });

  test("pointing at a note highlights it in every view", async () => {
    const { grid, rail } = await openLine("@4 RLRRL");
    const staff = page.getByRole("region", { name: "Staff" });
    await expect(noteNumber(staff, 3).first()).toBeVisible();
    await noteNumber(grid, 3).hover();
    for (const view of [grid, rail, staff]) await expect(noteNumber(view, 3).first()).toHaveAttribute("data-hover", "");
    await page.getByRole("textbox", { name: "Stick line" }).hover();
    await expect(page.locator("[data-hover]")).toHaveCount(0);
  });
});

describe("bar and window", () => {
  test("meter, rate, window and count change the sums and the pictures", async () => {
    const { line, rail, verdict } = await openLine("@4 RLRRL RLRRL RLKK");
    await expect(verdict).toContainText("14 of 16 sixteenths: 2 left");
    await page.getByRole("combobox", { name: "Meter" }).selectOption("7/8");
    await expect(verdict).toContainText("14 of 14 sixteenths");
    await page.getByRole("combobox", { name: "Note value" }).selectOption("6");
    await expect(line).toHaveValue("@6 RLRRL RLRRL RLKK");
    await expect(verdict).toContainText("14 of 21 sixteenth triplets: 7 left");
    const space = await openSpace();
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

  test("type or pick where the space starts; within the bar it ends at the bar line", async () => {
    const { verdict } = await openLine("@4 RLRRLK");
    const begins = (await openSpace()).getByRole("combobox", { name: "Begins on" });
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

  test("a bar of eighths can be grouped; groups that don't add up get a message and stay as typed", async () => {
    const { grid, rail } = await openLine("@2 RLRLRLR");
    await page.getByRole("combobox", { name: "Meter" }).selectOption("7/8");
    const groups = page.getByRole("combobox", { name: "Grouping" });
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

  test("any meter is available", async () => {
    const { verdict } = await openLine("@4 RLRRLx2 RLK");
    await page.getByRole("combobox", { name: "Meter" }).selectOption({ label: "other…" });
    await page.getByRole("spinbutton", { name: "Beats in the bar" }).fill("13");
    await page.getByRole("combobox", { name: "Beat unit" }).selectOption("16");
    await expect(verdict).toContainText("13 of 13 sixteenths");
  });

  test("the cycle table shows where each repeat starts", async () => {
    const { grid } = await openLine("@4 RLRRL RLK");
    await openVerdict(/fits every bar|lines up again/i);
    const table = page.getByRole("region", { name: "Repeats" });
    await expect(table).toContainText("The whole line, 8 notes, repeated: 2 repeats in 1 bar");
    await noteNumber(grid, 0).click();
    await expect(table).toContainText("Cell 1, a 5, repeated: 16 repeats in 5 bars");
    await expect(
      table.getByRole("list", { name: "Where each repeat begins" }).getByRole("listitem").nth(1),
    ).toContainText("bar 1, 2 e");
    await expect(table.getByRole("row", { name: /quintuplets/ })).toContainText("1 bar, 4 times");
  });

  test("a bar line in the wrong place is reported", async () => {
    await openLine("@4 RLRLx4 | RLR | K");
    await expect(page.getByText("The | before cell 6 is 3 notes after the bar line.")).toBeVisible();
  });
});

test("the legend names what is drawn", async () => {
  await openLine("@4 RLRRL");
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

test("clicks between beats are in the click settings", async () => {
  await openLine("@4 RLRLx4");
  await page.getByRole("checkbox", { name: "Metronome" }).check();
  await page.getByRole("button", { name: /^Practise/ }).click();
  const between = page.getByRole("combobox", { name: "Subdivide" });
  await between.selectOption("triplets");
  await expect(between).toHaveValue("triplets");
  await page.getByRole("checkbox", { name: "Metronome" }).uncheck();
  await expect(between).toBeDisabled();
});

describe("playing", () => {
  test("metronome, groove and count-in settings are saved", async () => {
    const { saved } = await openLine("@4 RLRL");
    await page.getByRole("checkbox", { name: "Metronome" }).check();
    await page.getByRole("combobox", { name: "Count-in" }).selectOption("2");
    await page.getByRole("combobox", { name: "Which groove" }).selectOption({ label: "Half-time" });
    await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("3");
    await expect(saved).toBeVisible();
    await page.reload();
    await expect(page.getByRole("checkbox", { name: "Metronome" })).toBeChecked();
    await expect(page.getByRole("combobox", { name: "Count-in" })).toHaveValue("2");
    await expect(page.getByRole("combobox", { name: "Which groove" })).toHaveValue("half-time");
    await expect(page.getByRole("combobox", { name: "Bars of groove" })).toHaveValue("3");
  });
});

test("each verdict opens its details below it, one at a time", async () => {
  await openLine("@4 RLRRLK RLRRLK RLRK");
  await openVerdict(/Fits every bar/);
  await expect(page.getByRole("region", { name: "Repeats" })).toContainText("1 repeat in 1 bar");
  await openVerdict(/free/);
  await expect(page.getByRole("region", { name: "Repeats" })).toHaveCount(0);
  await expect(page.getByRole("region", { name: "Endings" })).toContainText("Crash and kick");
  await openVerdict(/Up to/);
  // The notes that limit it stay marked when the panel closes.
  const limiting = stack.grid.locator("[data-limit]");
  await expect(limiting).toHaveCount(2);
  await openVerdict(/Up to/);
  await expect(page.getByRole("region", { name: "Top tempo" })).toHaveCount(0);
  await expect(limiting).toHaveCount(2);
  await openVerdict(/Up to/);
  await page
    .getByRole("region", { name: "Top tempo" })
    .getByRole("link", { name: /on the Floor/ })
    .click();
  await expect.poll(page.url).toMatch(/\/floor$/);
});
