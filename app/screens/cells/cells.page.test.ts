import { describe, test } from "vitest";
import { expect, exportBook, newBrowser, noteNumber, openLine, openShelf, page, stack } from "~/testing";

async function openRudiment(name: string) {
  await openShelf();
  await page.getByRole("link", { name: "Cells" }).click();
  await book.getByRole("link", { name }).first().click();
  await expect(page.getByRole("heading", { level: 2, name, exact: true })).toBeVisible();
}

const recipe = page.getByRole("region", { name: "Recipe" });
const shownStep = recipe.getByRole("button", { pressed: true });
const move = (name: string) =>
  page.getByRole("region", { name: "Moves", exact: true }).getByRole("button", { name, exact: true });
const book = page.getByRole("navigation", { name: "Book of cells" });

describe("from a rudiment to the Stack", () => {
  test("by keyboard alone, with a step back, a replaced move, undo and a reload", async () => {
    await openRudiment("Single paradiddle");
    await page.keyboard.press("k");
    await expect(shownStep).toContainText(">RKRR");
    await page.keyboard.press("1");
    await expect(shownStep).toContainText(">RKRRK");
    await page.keyboard.press("Shift+ArrowLeft");
    await expect(shownStep).toContainText(">RKRR");
    await page.keyboard.press(".");
    await expect(page.getByRole("checkbox", { name: /Replace the step/ })).toBeChecked();
    await page.keyboard.press("Shift+k");
    await expect(shownStep).toContainText(">KLKK");
    // Later moves in the chain continue from the new step.
    await page.keyboard.press("Shift+ArrowRight");
    await expect(shownStep).toContainText(">KLKKK");
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await expect(recipe.getByRole("button", { name: "Step: Lefts to kicks", exact: true })).toBeVisible();
    await page.keyboard.press("Control+Shift+z");
    await expect(recipe.getByRole("button", { name: "Step: Rights to kicks", exact: true })).toBeVisible();
    await page.reload();
    await expect(page.getByText("Your last changes to this cell are still here.")).toBeVisible();
    await expect(recipe.getByRole("button", { name: "Step: Rights to kicks", exact: true })).toBeVisible();
    await recipe.getByRole("button", { name: "Start over" }).click();
    await expect(recipe.getByRole("listitem")).toHaveCount(1);
    await page.keyboard.press("Control+z");
    await recipe.getByRole("button", { name: "Remove the step: Rights to kicks" }).click();
    await expect(recipe).toContainText(">RLRRK");
    await page.keyboard.press("?");
    await expect(page.getByRole("dialog")).toContainText("Split the doubles");
  });
});

describe("impossible actions", () => {
  test("a move that doesn't apply says why on its button, and does nothing", async () => {
    await openRudiment("Single stroke roll");
    const split = move("Split the doubles");
    await expect(split).toBeDisabled();
    await expect(split).toHaveAccessibleDescription("It has no double.");
    await split.click({ force: true });
    await expect(recipe.getByRole("listitem")).toHaveCount(1);
    await page.keyboard.press("s");
    await expect(page.getByText("Split the doubles: It has no double.")).toBeVisible();
    await expect(recipe.getByRole("listitem")).toHaveCount(1);
  });

  test("typed stickings: unreadable, silent, all in unison, very long", async () => {
    await openShelf();
    await page.getByRole("link", { name: "Cells" }).click();
    await book.getByRole("link", { name: "New" }).click();
    const origin = page.getByRole("textbox", { name: "Sticking to start with" });
    await origin.fill("RLRRL");
    await origin.fill("RLRRLZ");
    await expect(page.getByRole("alert")).toContainText("This isn't a sticking yet");
    await expect(page.getByRole("group", { name: "The cell" }).getByRole("button")).toHaveCount(5);
    await origin.fill("----");
    await expect(move("Mirror")).toHaveAccessibleDescription("It would change nothing.");
    await expect(page.getByText("silence only")).toBeVisible();
    await move("Kicks in the gaps").click();
    await expect(shownStep).toContainText("KKKK");
    await origin.fill("(RK)(LK)(RK)");
    await expect(page.getByText("limbs together")).toBeVisible();
    await expect(shownStep).toContainText("does nothing here");
    await origin.fill("RLRRLL".repeat(33));
    await expect(page.getByText("198 notes", { exact: true })).toBeVisible();
    await expect(page.getByText(/ shown/)).toBeVisible();
  });

  test("an own cell isn't added twice by accident; a rotation only on purpose", async () => {
    await openRudiment("Single paradiddle");
    await page.getByRole("button", { name: "Keep", exact: true }).click();
    await expect(page.getByRole("button", { name: /^Delete/ })).toBeVisible();
    await page.getByRole("button", { name: "Keep as new" }).click();
    await expect(page.getByText(/You already have this cell as/)).toBeVisible();
    await move("Start 1 later").click();
    await page.getByRole("button", { name: "Keep as new" }).click();
    await expect(page.getByText(/same sticking rotated or mirrored/)).toBeVisible();
    await page.getByRole("button", { name: "Keep this one too" }).click();
    await expect(book.getByText("own", { exact: true })).toHaveCount(2);
    await page.getByRole("button", { name: /^Delete/ }).click();
    await expect(page.getByRole("heading", { name: /is in the bin/ })).toBeVisible();
    await page.getByRole("button", { name: "Restore this cell" }).click();
    await expect(book.getByText("own", { exact: true })).toHaveCount(2);
  });
});

test("cells are found by name, sticking, family, star and tag", async () => {
  await openRudiment("Single flammed mill");
  await page.getByRole("button", { name: "Favourite", exact: true }).click();
  await page.getByRole("textbox", { name: "New tag" }).fill("warm-up");
  await page.keyboard.press("Enter");
  const find = book.getByRole("searchbox", { name: "Find cells" });
  const names = book.getByRole("list").getByRole("link");
  await find.fill("warm-up");
  await expect(names).toHaveCount(1);
  await find.fill("");
  await book.getByRole("button", { name: "Favourites" }).click();
  await expect(names).toHaveText([/Single flammed mill/]);
  await book.getByRole("button", { name: "Diddles" }).click();
  await expect(names).toHaveCount(4);
  await find.fill("rlrlrr");
  await expect(names).toHaveText([/Double paradiddle/, /Triple paradiddle/]);
  await find.fill("no such thing");
  await expect(names).toHaveCount(0);
});

test("a cell shows its family, its facts and both schools; two are compared", async () => {
  await openRudiment("Single paradiddle");
  await move("Hand to hand").click();
  await page.keyboard.press("t");
  await page.keyboard.press("t");
  await expect(page.getByText("the reverse paradiddle", { exact: false }).first()).toBeVisible();
  const family = page.getByRole("region", { name: "Family" });
  await expect(family.getByRole("link", { name: "Single paradiddle", exact: true })).toBeVisible();
  await expect(page.getByRole("table")).toContainText("sixteenths");
  await page.getByRole("button", { name: "Compare" }).click();
  await move("Mirror").click();
  const both = page.getByRole("region", { name: "Compare" });
  await expect(both).toContainText("The same sticking, turned or mirrored");
  await both.getByRole("button", { name: "Stop comparing" }).click();
  await expect(both).toHaveCount(0);
  const schools = page.getByRole("region", { name: "Two ways to hand it out" });
  await expect(schools).toContainText(/\d+ of \d+ notes are on the other hand than in the grid/);
});

test("one sticking goes on the feet under another, until they meet", async () => {
  await openRudiment("Single paradiddle");
  const bench = page.getByRole("region", { name: "Moves", exact: true });
  await bench.getByRole("combobox", { name: "with" }).selectOption({ label: "Five stroke roll" });
  await expect(bench).toContainText("They line up again after 20 notes: hands 5 times, feet 4 times.");
  await bench.getByRole("combobox", { name: "feet at" }).selectOption("double");
  await expect(bench).toContainText(/line up again after \d+ notes/);
  await bench.getByRole("combobox", { name: "feet at" }).selectOption("same");
  await bench.getByRole("button", { name: /^Over RRLL/ }).click();
  await expect(page.getByRole("group", { name: "The cell" }).getByRole("button")).toHaveCount(20);
  await page.getByRole("button", { name: /^Play “?Mirror/ }).click();
  await expect(page.getByRole("button", { name: /^Play “?Mirror/ })).toHaveAttribute("aria-pressed", "true");
});

describe("on the Stack", () => {
  test("moves on one cell and on several, by key and from the menu", async () => {
    const { line, grid } = await openLine("@4 RLRRL RLRRL RLRRLK");
    await noteNumber(grid, 1).click();
    await grid.focus();
    await page.keyboard.press("t");
    const moves = page.getByRole("dialog", { name: "Moves on the chosen cells" });
    await expect(moves.getByRole("heading", { name: "Cell 1" })).toBeVisible();
    await page.keyboard.press("k");
    await expect(line).toHaveValue("@4 RKRRK RLRRL RLRRLK");
    await page.keyboard.press("Shift+ArrowUp");
    await expect(moves.getByRole("heading", { name: "Cells 1 to 2" })).toBeVisible();
    await page.keyboard.press("m");
    await expect(line).toHaveValue("@4 LKLLK LRLLR RLRRLK");
    await page.keyboard.press("t");
    await expect(line).toHaveValue("@4 KLLKL RLLRL RLRRLK");
    await moves.getByRole("radio", { name: "each separately" }).check();
    await moves.getByRole("button", { name: "Add a kick", exact: true }).click();
    await expect(line).toHaveValue("@4 KLLKLK RLLRLK RLRRLK");
    await page.keyboard.press("Control+z");
    await expect(line).toHaveValue("@4 KLLKL RLLRL RLRRLK");
    await page.keyboard.press("Escape");
    await expect(moves).toHaveCount(0);
    await expect(grid).toBeFocused();
  });

  test("Shift-press chooses all cells in between", async () => {
    const { line, rail } = await openLine("@4 RLRR LRLL RLRR LRLL");
    await noteNumber(rail, 1).click();
    await noteNumber(rail, 9).click({ modifiers: ["Shift"] });
    await expect(page.getByText("cells 1 to 3 chosen")).toBeVisible();
    await page.getByRole("button", { name: "Moves" }).click();
    const moves = page.getByRole("dialog", { name: "Moves on the chosen cells" });
    await moves.getByRole("button", { name: "Add two kicks", exact: true }).click();
    await expect(line).toHaveValue("@4 RLRRLRLLRLRRKK LRLL");
    await expect(moves.getByRole("heading", { name: "Cell 1" })).toBeVisible();
    await moves.getByRole("link", { name: "Open on Cells" }).click();
    await expect(page.getByRole("textbox", { name: "Sticking to start with" })).toHaveValue("RLRRLRLLRLRRKK");
    await expect.poll(page.url).toMatch(/\/cells\/new$/);
  });

  test("a cell of the book is inserted at the current position", async () => {
    const { line, grid } = await openLine("@4 RLRRL RLRRLK");
    await noteNumber(grid, 1).click();
    await page.keyboard.press("c");
    const palette = page.getByRole("dialog", { name: "Insert a cell" });
    await expect(palette).toContainText("After cell 1, in sixteenths");
    await palette.getByRole("searchbox").fill("flam tap");
    await expect(palette.getByRole("button", { name: "Insert Flam tap" })).toBeVisible();
    await page.keyboard.press("Enter");
    await expect(page.getByText("“Flam tap” is now cell 2.")).toBeVisible();
    await expect(line).toHaveValue(/^@4 RLRRL '>R\S+ RLRRLK$/);
  });

  test("a move that isn't exact at the rate says so; text with an error is left alone", async () => {
    const { line, grid } = await openLine("@32 RR");
    await noteNumber(grid, 0).click();
    await page.getByRole("button", { name: "Moves" }).click();
    const moves = page.getByRole("dialog", { name: "Moves on the chosen cells" });
    await expect(moves.getByRole("button", { name: "Add a double kick", exact: true })).toHaveAccessibleDescription(
      /doesn.t divide exactly/,
    );
    await line.fill("@4 RLRZ");
    await moves.getByRole("button", { name: "Add a kick", exact: true }).click();
    await expect(page.getByText("Fix the error in the line first. Your text hasn't changed.")).toBeVisible();
    await expect(line).toHaveValue("@4 RLRZ");
  });
});

test("own cells are exported with their recipes and come back identical", async () => {
  await openRudiment("Double paradiddle");
  await move("Lefts to kicks").click();
  await move("Ghost the rest").click();
  await page.getByRole("textbox", { name: "Name" }).fill("Coal cellar");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Coal cellar" })).toBeVisible();
  await page.getByRole("link", { name: "Shelf" }).click();
  const file = await exportBook();
  const text = await file.text();
  const { cells } = JSON.parse(text);
  expect(cells).toHaveLength(1);
  expect(cells[0].content.moves).toHaveLength(2);

  await newBrowser();
  await openShelf();
  await page.getByLabel("File to import").setInputFiles({ name: file.name, buffer: text });
  await expect(page.getByText(/^Imported: /)).toBeVisible();
  await page.getByRole("link", { name: "Cells" }).click();
  await book.getByRole("link", { name: "Coal cellar" }).click();
  await expect(recipe.getByRole("button", { name: /^Step:/ })).toHaveCount(3);
  await page.getByRole("link", { name: "Shelf" }).click();
  expect(JSON.parse(await (await exportBook()).text()).cells).toEqual(cells);
});

test("led by the left: rudiments, moves and their words", async () => {
  await openShelf();
  await page.getByRole("link", { name: "Setup" }).click();
  await page.getByRole("radio", { name: /^Left-handed/ }).check();
  await page.getByRole("link", { name: "Cells" }).click();
  await book.getByRole("link", { name: "Single paradiddle" }).first().click();
  await expect(shownStep).toContainText(">LRLL");
  await page.keyboard.press("k");
  await expect(shownStep).toContainText(">LKLL");
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "New fill from all of it" }).click();
  const { line, grid } = stack;
  await expect(line).toHaveValue("@4 >LRLL >RLRR");
  await expect(noteNumber(grid, 0).locator("path.coin-solid")).toHaveCount(1);
  await expect(noteNumber(grid, 1).locator("path.coin-hollow")).toHaveCount(1);
});

describe("into a fill", () => {
  test("a five, two more kicks, mirrored, saved, and used in a new fill and in the open one", async () => {
    await openRudiment("Single paradiddle");
    await move("Add a hand").click();
    await expect(shownStep).toContainText(">RLRRL");
    await move("Add two kicks").click();
    await expect(shownStep).toContainText(">RLRRLKK");
    await move("Mirror").click();
    await expect(shownStep).toContainText(">LRLLRKK");
    await expect(recipe).toContainText("Swaps right and left");
    await page.getByRole("textbox", { name: "Name" }).fill("Ladder seven");
    await page.getByRole("button", { name: "Keep", exact: true }).click();
    await expect(page.getByRole("heading", { level: 2, name: "Ladder seven" })).toBeVisible();
    await expect(book.getByRole("link", { name: "Ladder seven" })).toBeVisible();

    await page.getByRole("button", { name: "New fill" }).click();
    const { line, verdict } = stack;
    await expect(line).toHaveValue("@4 >LRLLRKKx2");
    await expect(verdict).toContainText("14 of 16 sixteenths");

    // The position of the chosen note is remembered while you are away.
    await noteNumber(page.getByRole("listbox", { name: /^Rail/ }), 2).click();
    await page.getByRole("link", { name: "Cells" }).click();
    await page.getByRole("button", { name: /^Into Ladder seven/ }).click();
    await expect(page.getByText("“Ladder seven” is now cell 2.")).toBeVisible();
    await expect(line).toHaveValue("@4 >LRLLRKK >LRLLRKK >LRLLRKK");
  });
});
