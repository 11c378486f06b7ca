import { expect, type Page, test } from "@playwright/test";
import { openShelf } from "./support";

async function openFit(page: Page) {
  await openShelf(page);
  await page.getByRole("link", { name: "Fit", exact: true }).click();
  await expect(page.getByRole("textbox", { name: "Name of the search" })).toBeVisible();
}

const count = (page: Page) => page.getByRole("region", { name: "How many ways" });
const ways = (page: Page) => page.getByRole("list", { name: "Results found" }).getByRole("listitem");
const rules = (page: Page) => page.getByRole("region", { name: "Rules" });
const pool = (page: Page) => page.getByRole("region", { name: "Pool" });

/** Empties the pool and puts these in. */
async function fillPool(page: Page, ...texts: string[]) {
  const out = pool(page).getByRole("button", { name: /^Take .* out$/ });
  for (let left = await out.count(); left > 0; left--) await out.first().click();
  for (const text of texts) {
    await pool(page).getByRole("textbox", { name: "Add a typed cell" }).fill(text);
    await page.keyboard.press("Enter");
  }
}

test.describe("the search", () => {
  test("counts exactly as the pool and the rules change, ranks, draws, and keeps", async ({ page }) => {
    await openFit(page);
    await fillPool(page, "RLRRL", "RLRRLK");
    await expect(count(page)).toContainText("3 ways");
    await expect(ways(page)).toHaveCount(3);
    await pool(page).getByRole("checkbox", { name: "typed mirrored too" }).first().check();
    await expect(count(page)).toContainText("12 ways");
    await rules(page).getByRole("combobox", { name: "Add a rule" }).selectOption("the sizes");
    await expect(count(page)).toContainText("4 ways");
    await rules(page).getByRole("combobox", { name: "In which order" }).selectOption("any");
    await expect(count(page)).toContainText("12 ways");
    await rules(page).getByRole("textbox", { name: "Sizes" }).fill("5-5-");
    await expect(count(page)).toContainText("0 ways");
    await rules(page).getByRole("textbox", { name: "Sizes" }).fill("5-5-6");
    await expect(count(page)).toContainText("12 ways");
    await page.getByRole("button", { name: "Undo" }).click();
    await page.getByRole("button", { name: "Redo" }).click();

    await page.getByRole("searchbox", { name: "Filter the results" }).fill("6-5-5");
    await expect(ways(page)).toHaveCount(4);
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

test.describe("what cannot be", () => {
  test("a search can be stopped, and one whose worker dies is told", async ({ page }) => {
    // A worker that never answers, and then one that fails.
    await page.addInitScript(() => {
      const Real = globalThis.Worker;
      const mode = { now: "silent" };
      Object.assign(globalThis, { workerMode: mode });
      globalThis.Worker = class extends Real {
        constructor(url: string | URL, options?: WorkerOptions) {
          const isSearch = String(url).includes("search");
          super(
            isSearch && mode.now !== "real"
              ? new URL(mode.now === "silent" ? "/icon.svg" : "/no-such-worker.js", location.href)
              : url,
            options,
          );
          if (isSearch && mode.now === "silent")
            this.addEventListener("error", (event) => event.stopImmediatePropagation());
        }
      };
    });
    await openFit(page);
    const set = (now: string) =>
      page.evaluate((to) => {
        (globalThis as unknown as { workerMode: { now: string } }).workerMode.now = to;
      }, now);
    await page.getByRole("button", { name: "Stop the search" }).click();
    await expect(count(page)).toContainText("The search was stopped. Your rules are still there.");
    await set("dead");
    await page.getByRole("button", { name: "Search again" }).click();
    await expect(count(page)).toContainText("The search stopped by itself");
    await set("real");
    await page.getByRole("button", { name: "Search again" }).click();
    await expect(count(page)).toContainText(/\d+ ways?/);
  });
});

test.describe("on the Stack", () => {});
