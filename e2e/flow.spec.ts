import { expect, test } from "@playwright/test";

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test("calls come first, nothing is wider than the screen, and the big view fills it", async ({ page }) => {
    await page.goto("/flow");
    const ways = page.getByText(/ways? to fill \d+ bars?/);
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
    // Each card shows its idea, not only how often.
    for (const coins of await big.getByRole("list", { name: "Calls" }).getByRole("img").all()) {
      expect((await coins.boundingBox())?.height).toBeGreaterThan(40);
    }
    await big.getByRole("button", { name: "Close big view" }).click();
    await page.getByRole("button", { name: "Stop", exact: true }).click();
    expect(await width()).toBeLessThanOrEqual(390);
  });
});
