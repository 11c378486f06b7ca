import { expect, test } from "@playwright/test";
import { openShelf } from "./support";

test("the demo opens on a playable fill, with a book of at least twelve of its own", async ({ page }) => {
  await openShelf(page);
  expect(
    await page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 }).count(),
  ).toBeGreaterThanOrEqual(12);
  await expect(page.getByRole("heading", { level: 2, name: "Gravel road sevens" })).toBeVisible();
  const databases = await page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name));
  expect(databases).toEqual(["dime-stack-demo"]);
});
