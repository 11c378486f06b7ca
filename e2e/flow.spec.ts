import { expect, type Page, test } from "@playwright/test";
import { openShelf } from "./support";

function flowOf(page: Page) {
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
    take: (name: string) => ideas.getByRole("button", { name: `Take out ${name}` }).click(),
    put: async (label: string, value: string) => {
      const field = page.getByRole("textbox", { name: label, exact: true });
      await field.fill(value);
      await field.press("Enter");
    },
  };
}

/** A newcomer's own flow: three ideas of common stock. */
async function _openFlow(page: Page) {
  await openShelf(page);
  await page.getByRole("link", { name: "Flow", exact: true }).click();
  const flow = flowOf(page);
  await expect(flow.ways).toBeVisible();
  return flow;
}

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test("calls come first, nothing is wider than the screen, and the big view fills it", async ({ page }) => {
    await page.goto("/flow");
    const { ways, stop } = flowOf(page);
    await expect(ways).toBeVisible();
    const width = () => page.evaluate(() => document.documentElement.scrollWidth);
    expect(await width()).toBeLessThanOrEqual(390);
    await page.getByRole("button", { name: "Big view" }).click();
    const big = page.getByRole("dialog", { name: "Big view" });
    await big.getByRole("button", { name: "Play" }).click();
    await expect(big.getByText("Now", { exact: true })).toBeVisible();
    await expect(big.getByText(/^home in \d+$/)).toBeVisible();
    const card = await big.getByRole("list", { name: "Calls" }).boundingBox();
    expect(card?.height ?? 0).toBeGreaterThan(300);
    await big.getByRole("button", { name: "Smaller" }).click();
    await stop.click();
    expect(await width()).toBeLessThanOrEqual(390);
  });
});
