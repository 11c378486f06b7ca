import { test } from "vitest";
import { expect, openShelf, page } from "~/testing";

function flowOf() {
  const ideas = page.getByRole("region", { name: "Ideas" });
  return {
    ideas,
    name: page.getByRole("textbox", { name: "Name of the flow" }),
    ways: page.getByText(/ways? to fill \d+ bars?/),
    calls: page.getByRole("region", { name: "Calls" }),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
    type: async (text: string) => {
      await ideas.getByRole("textbox", { name: "Type an idea" }).fill(text);
      await ideas.getByRole("button", { name: "Add", exact: true }).click();
    },
    take: (name: string) => ideas.getByRole("button", { name: `Remove ${name}` }).click(),
    put: async (label: string, value: string) => {
      const field = page.getByRole("textbox", { name: label, exact: true });
      await field.fill(value);
      await field.press("Enter");
    },
  };
}

/** A newcomer's first flow: three ideas from common stock. */
async function openFlow() {
  await openShelf();
  await page.getByRole("link", { name: "Flow", exact: true }).click();
  const flow = flowOf();
  await expect(flow.ways).toBeVisible();
  return flow;
}

test("one idea, none, and ideas that never add up: the problem, and which rule to relax", async () => {
  const { ideas, calls, take, type, ways, put, play } = await openFlow();
  await take("Three");
  await take("Five");
  await expect(calls.getByRole("alert")).toHaveText(/One idea leaves nothing to choose\. Add another one/);
  await page.keyboard.press("Escape");
  await play.click();
  await expect(page.getByText("Add ideas that fill the bars first.")).toBeVisible();
  await take("Paradiddle");
  await expect(calls.getByRole("alert")).toHaveText(/Add two ideas or more/);

  // Sixes and sevens: neither sums to 16.
  await type("RLRLKK");
  await type("RLRLRKK");
  await put("Bars of ideas", "1");
  await expect(calls.getByRole("alert")).toContainText("These ideas don't add up to these bars.");
  await expect(calls.getByRole("alert")).toContainText(/It works over \d+ bars/);
  await type("RLK");
  await expect(ways).toBeVisible();
  // Threes at least twice, and never adjacent: either rule may go, and both are named.
  await put("In a row at most", "1");
  await ideas.getByRole("button", { name: "Change how RLK is played" }).click();
  await put("At least", "2");
  await page.keyboard.press("Escape");
  await expect(calls.getByRole("alert")).toContainText(
    /It would work without the limit on how often an idea comes in a row, or without the least number of times for “RLK”/,
  );
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(ways).toBeVisible();

  await ideas.getByRole("textbox", { name: "Type an idea" }).fill("RLX");
  await expect(ideas.getByRole("alert")).toHaveText(/This isn't a sticking yet/);
});

test("a tempo above every top tempo is reported, with one that works", async () => {
  const { calls, put } = await openFlow();
  await put("Tempo", "390");
  await expect(calls.getByRole("alert")).toContainText(/every one of these ideas is over your top tempo/);
  await calls.getByRole("button", { name: "Set it" }).click();
  await expect(calls.getByRole("alert")).toBeHidden();
});

test("a draw is reproducible by number, repeats when held, and can be saved as a fill", async () => {
  const { name, put, calls } = await openFlow();
  await name.fill("Three, four, five");
  const round = calls.getByRole("img", { name: /^The round: / });
  await expect(round).toBeVisible();
  const first = await round.getAttribute("aria-label");
  await page.getByText(/ways to fill/).click();
  await page.keyboard.press("n");
  await expect(page.getByRole("textbox", { name: "Draw no." })).toHaveValue("2");
  await expect(round).not.toHaveAttribute("aria-label", first ?? "");
  await put("Draw no.", "1");
  await expect(round).toHaveAttribute("aria-label", first ?? "");
  await page.getByRole("button", { name: "Repeat this draw" }).click();
  await expect(page.getByRole("button", { name: "Repeat this draw" })).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("button", { name: "Keep as a fill" }).click();
  await expect(page.getByText("“Three, four, five, draw 1” is on the Shelf.")).toBeVisible();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.reload();
  await expect(name).toHaveValue("Three, four, five");
  await page.getByRole("link", { name: "Shelf" }).click();
  await page.getByRole("link", { name: "Three, four, five, draw 1" }).first().click();
  await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue(/^@4 /);
});

test("a free solo calls only the lick, and shows its position", async () => {
  const { calls, play, stop, put } = await openFlow();
  const rules = page.getByRole("region", { name: "Rules" });
  await rules.getByLabel("Lick to hit").selectOption({ label: "Five" });
  await rules.getByLabel("Begins on").fill("bar 2, 1");
  await rules.getByLabel("Begins on").press("Enter");
  await rules.getByLabel(/Free solo/).check();
  await expect(calls.getByRole("img", { name: /free but for what you have to meet/ })).toBeVisible();
  await put("Bars of time", "0");
  await put("Tempo", "200");
  await play.click();
  await expect(calls.getByRole("listitem").filter({ hasText: "Now" })).toContainText("Five");
  await stop.click();
});

test("a fill's plan turns its cells into a flow; flows can be deleted and restored", async () => {
  await page.goto("/fills");
  await page.getByRole("textbox", { name: "Stick line" }).fill("@4 RLRRL RLRRL RLRLKK");
  await page.getByRole("link", { name: "Shed", exact: true }).click();
  await page.getByRole("button", { name: "Take it to Flow" }).click();
  const { ideas, ways } = flowOf();
  await expect(ideas.getByRole("img", { name: "@4 RLRRL" })).toBeVisible();
  await expect(ideas.getByRole("img", { name: "@4 RLRLKK" })).toBeVisible();
  await expect(ways).toBeVisible();
  const address = page.url();
  await page.getByRole("button", { name: "Delete this flow" }).click();
  await expect.poll(page.url).not.toBe(address);
  await page.getByText(/^Bin: 1 deleted/).click();
  await page.getByRole("button", { name: "Restore" }).click();
  await expect.poll(page.url).toMatch(address);
});

test("ideas from the book: cells, fills, and a whole lesson", async () => {
  const { ideas, ways } = await openFlow();
  await ideas.getByRole("button", { name: /^Add ideas/ }).click();
  const dialog = page.getByRole("dialog", { name: "Add ideas" });
  await dialog.getByRole("searchbox").fill("flam tap");
  await dialog.getByRole("checkbox", { name: /^Flam tap/ }).check();
  await dialog.getByRole("button", { name: "Add 1 cell" }).click();
  await expect(ideas.getByText("Flam tap", { exact: true })).toBeVisible();
  await expect(ways).toBeVisible();
  await ideas.getByRole("button", { name: "Change how Flam tap is played" }).click();
  const settings = page.getByRole("dialog", { name: "How Flam tap is played" });
  await settings.getByLabel("Where it is played").selectOption("anew");
  await settings.getByLabel("Move its accents to other notes").check();
  await settings.getByLabel("Grow with each round, then shrink").check();
  await page.keyboard.press("Escape");
  await expect(ideas.getByText(/a new path each time; accents move/)).toBeVisible();
  await expect(ways).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(ideas.getByText(/grows by its last/)).toBeHidden();
});
