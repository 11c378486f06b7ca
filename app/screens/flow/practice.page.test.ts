import { beforeEach, test } from "vitest";
import { expect, haveBook, page, repeatUntil } from "~/testing";

beforeEach(() => haveBook("demo"));

async function openFlow(id = "demo-flow-lanterns") {
  await page.goto(`/flow/${id}`);
  const rules = page.getByRole("region", { name: "Rules" });
  const flow = {
    rules,
    calls: page.getByRole("list", { name: "Calls" }),
    clean: page.getByRole("region", { name: "How clean you are" }),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
    ways: page.getByText(/ways? to fill \d+ bars?/),
    listen: (name: string) => page.getByRole("region", { name: "Listening" }).getByText(name, { exact: true }).click(),
    put: async (label: string, value: string) => {
      const field = page.getByRole("textbox", { name: label, exact: true });
      await field.fill(value);
      await field.press("Enter");
    },
  };
  await expect(flow.ways).toBeVisible();
  return flow;
}

test("a drummer who falls apart gets the unclean ideas again, unless weights are fixed", async () => {
  const { clean, play, stop, put, listen } = await openFlow();
  const ideas = page.getByRole("region", { name: "Ideas" });
  await expect(ideas.getByText("× 3 until clean")).toBeVisible();
  await clean.getByLabel(/Don't bring back/).check();
  await expect(ideas.getByText(/until clean/)).toBeHidden();
  await clean.getByLabel(/Don't bring back/).uncheck();
  await listen("Demo drummer");
  await page.getByRole("slider", { name: "Timing varies by" }).fill("55");
  await put("Bars of time", "0");
  await put("Tempo", "130");
  await play.click();
  await expect(clean.getByText(/not clean yet\./)).toBeVisible();
  await expect(ideas.getByText(/× [34] until clean/).nth(1)).toBeVisible();
  await stop.click();
});

test("self-judged with four keys: the idea, and the transition into it", async () => {
  const { clean, play, stop, put } = await openFlow();
  await page.keyboard.press("1");
  await expect(page.getByText(/Play first/)).toBeVisible();
  await put("Bars of time", "0");
  await put("Tempo", "60");
  await play.click();
  await expect(page.getByText("Your ideas")).toBeVisible();
  const judge = async (key: string, words: RegExp) => {
    await repeatUntil(clean.getByText(words), () => page.keyboard.press(key));
  };
  await judge("3", /: not clean yet\./);
  await judge("2", /: nearly clean\./);
  await judge("4", /The change from .* to .*: not clean yet\./);
  await stop.click();
});

test("trading: the demo drummer answers, and calls wait for the player's turn", async () => {
  const { play, stop, put, rules } = await openFlow("demo-flow-trade");
  await expect(rules.getByLabel(/Trade/)).toBeChecked();
  await put("Bars of ideas", "1");
  await put("Tempo", "160");
  await play.click();
  await expect(page.getByText("The demo drummer answers")).toBeVisible();
  await expect(page.getByText(/^your turn in \d+$/)).toBeVisible();
  await expect(page.getByText("Your ideas")).toBeVisible();
  await stop.click();
});

test("the day's plan ends with improvising, and links to it", async () => {
  await page.goto("/log");
  await page.getByLabel("Minutes today").selectOption("45");
  await page.getByRole("link", { name: "Improvise: Between the lanterns" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the flow" })).toHaveValue("Between the lanterns");
});

test("several orchestrations of one fill: compared, one in use, and drawn in a flow", async () => {
  await page.goto("/fills/demo-last-ferry/floor");
  const named = page.getByRole("region", { name: "Orchestrations of this fill" });
  await expect(named.getByRole("heading")).toHaveText("3 orchestrations");
  await named.getByRole("button", { name: "Hear All on the snare" }).click();
  await expect(named.getByRole("button", { name: "Hear All on the snare" })).toHaveAttribute("aria-pressed", "true");
  await named.getByRole("button", { name: "Hear Accents on cymbals" }).click();
  await expect(named.getByRole("button", { name: "Hear Accents on cymbals" })).toHaveAttribute("aria-pressed", "true");
  await named.getByRole("button", { name: "Use Accents on cymbals" }).click();
  await expect(named.getByRole("textbox", { name: "Name of orchestration 1" })).toHaveValue("Accents on cymbals");
  await expect(page.getByRole("list", { name: "Layers" }).getByRole("combobox").first()).toBeVisible();
  await named.getByRole("button", { name: "Add another" }).click();
  await named.getByRole("textbox", { name: "Name of orchestration 1" }).fill("On the bell");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(named.getByRole("heading")).toHaveText(/4 orchestrations/);
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.reload();
  await expect(named.getByRole("heading")).toHaveText("4 orchestrations");
  await named
    .getByRole("button", { name: /^Delete / })
    .first()
    .click();
  await expect(named.getByRole("heading")).toHaveText("3 orchestrations");

  await page.goto("/flow/demo-flow-trade");
  await page.getByRole("button", { name: "Change how Last ferry is played" }).click();
  await expect(page.getByLabel("Where it is played")).toHaveValue("versions");
});

test("keys played on the computer are judged", async () => {
  const { clean, play, stop, put, listen } = await openFlow();
  await listen("Keyboard");
  await put("Bars of time", "0");
  await put("Tempo", "100");
  await play.click();
  await expect(page.getByText("Your ideas")).toBeVisible();
  // Random hits: heard, but not clean.
  await repeatUntil(clean.getByText(/not clean yet\./), () => page.keyboard.press("j"));
  await stop.click();
});
