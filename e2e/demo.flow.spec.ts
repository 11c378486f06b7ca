import { expect, type Page, test } from "@playwright/test";
import { DEMO_PORT, NEWCOMER, openShelf } from "./support";

test.use({ baseURL: `http://127.0.0.1:${DEMO_PORT}`, storageState: NEWCOMER });

async function openFlow(page: Page) {
  await page.goto("/flow/demo-flow-lanterns");
  const flow = {
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

test("a whole flow with the demo drummer: called, judged idea by idea, landed, and in the log", async ({ page }) => {
  // The demo opens on a playable fill, with a book of at least twelve.
  await openShelf(page);
  const fills = page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 });
  expect(await fills.count()).toBeGreaterThanOrEqual(12);
  await expect(fills.filter({ hasText: "Gravel road sevens" })).toBeVisible();
  const databases = await page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name));
  expect(databases).toEqual(["dime-stack-demo"]);
  const { calls, clean, play, stop, ways, put, listen } = await openFlow(page);
  await expect(ways).toContainText("67,442 ways to fill 4 bars");
  // The start of the round is shown before it is played.
  await expect(calls.getByText("Next")).toBeVisible();
  await expect(page.getByRole("img", { name: /^The round: .* then home$/ })).toBeVisible();
  await listen("Demo drummer");
  await put("Bars of time", "1");
  await put("Bars of ideas", "2");
  await put("Rounds", "2");
  await put("Tempo", "150");
  await expect(ways).toContainText("to fill 2 bars");
  await play.click();
  await expect(page.getByText("Play time")).toBeVisible();
  await expect(page.getByText("Your ideas")).toBeVisible();
  await expect(calls.locator("[data-state=now]")).toHaveCount(1);
  await expect(calls.locator("[data-state=next]")).toHaveCount(1);
  await expect(page.getByText(/^home in \d+$/)).toBeVisible();
  await expect(clean.getByText(/: (clean|nearly clean|not clean yet)\./)).toBeVisible();
  // After two rounds, it lands in one more bar and stops.
  await expect(play).toBeVisible();
  await expect(stop).toBeHidden();
  await expect(clean.getByText("2 rounds")).toBeVisible();

  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Log" }).click();
  await page.getByRole("tab", { name: "Runs" }).click();
  await page.getByLabel("Step").selectOption({ label: "Flow" });
  await expect(page.getByRole("row", { name: /Between the lanterns Flow 150/ })).toHaveCount(2);
  // The results are saved with the flow.
  await page.goto("/flow/demo-flow-lanterns");
  await expect(page.getByText(/last results: /).first()).toBeAttached();
});

test("the board never removes a call before it is played, even on a page that is blocked every second", async ({
  page,
}) => {
  const { play, stop, put } = await openFlow(page);
  await put("Bars of time", "0");
  await put("Tempo", "120");
  await page.evaluate(() => {
    // Blocks this page for a tenth of every second.
    setInterval(() => {
      const until = performance.now() + 100;
      while (performance.now() < until);
    }, 1000);
    const seen: string[][] = [];
    Object.assign(window, { seen });
    const list = document.querySelector('[aria-label="Calls"] ul, ul[aria-label="Calls"]');
    if (!list) throw new Error("there is no board");
    const look = () => {
      const cards = [...list.children].map((card) => {
        const face = card.querySelector("[data-state]");
        return `${face?.getAttribute("data-state")} | ${face?.querySelectorAll("p")[1]?.textContent}`;
      });
      if (cards.join() !== seen.at(-1)?.join()) seen.push(cards);
    };
    new MutationObserver(look).observe(list, { subtree: true, childList: true, characterData: true, attributes: true });
  });
  await play.click();
  const seen = () => page.evaluate(() => (window as unknown as { seen: string[][] }).seen);
  await expect(async () => expect((await seen()).length).toBeGreaterThan(14)).toPass({ timeout: 90_000 });
  await stop.click();
  const boards = (await seen()).filter((cards) => cards.some((card) => card.startsWith("now")));
  for (const [index, cards] of boards.entries()) {
    const next = boards[index + 1];
    if (!next) break;
    for (const [number, card] of cards.entries()) {
      const [state, name] = card.split(" | ");
      const [, nameThen] = (next[number] ?? "").split(" | ");
      // When the board changes, what wasn't playing has the same name; otherwise it would disappear before it is
      // played.
      if (state !== "now") expect(nameThen, `${index}: ${boards[index]} then ${next}`).toBe(name);
    }
  }
});
