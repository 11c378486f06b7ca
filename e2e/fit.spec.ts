import { expect, type Page, test } from "@playwright/test";
import { openShelf } from "./support";

async function openFit(page: Page) {
  await openShelf(page);
  await page.getByRole("link", { name: "Fit", exact: true }).click();
  await expect(page.getByRole("textbox", { name: "Name of the search" })).toBeVisible();
}

const count = (page: Page) => page.getByRole("region", { name: "How many ways" });

test.describe("impossible actions", () => {
  test("a search can be stopped, and a dead worker is reported", async ({ page }) => {
    // A worker that never answers, then one that fails.
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
    await expect(count(page)).toContainText("The search stopped unexpectedly");
    await set("real");
    await page.getByRole("button", { name: "Search again" }).click();
    await expect(count(page)).toContainText(/\d+ ways?/);
  });
});
