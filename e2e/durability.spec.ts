import { expect, test } from "@playwright/test";
import { proveDurability } from "../proof/durability.mjs";
import { openShelf, PORT } from "./support";

test("a killed browser loses no typing older than a second, and shows nothing stale", async () => {
  const { failures } = await proveDurability({ address: `http://127.0.0.1:${PORT}`, kills: 2, seed: 7 });
  expect(failures).toEqual([]);
});

test("a choice in Setup outlives a page that dies in the same moment", async ({ page, context }) => {
  await openShelf(page);
  await page.getByRole("link", { name: "Setup" }).click();
  const left = page.getByRole("radio", { name: /^Left-handed/ });
  await expect(left).not.toBeChecked();
  const session = await context.newCDPSession(page);
  const said = page.waitForEvent("console", (message) => message.text() === "chosen");
  const died = page.waitForEvent("crash");
  // From the choice on the page is too busy to do anything more, until it dies.
  const choosing = left.evaluate(async (radio: HTMLInputElement) => {
    radio.click();
    for (let turn = 0; turn < 10; turn++) await null;
    console.log("chosen");
    while (radio.isConnected);
  });
  const gone = choosing.catch(() => {});
  await said;
  session.send("Page.crash").catch(() => {});
  await Promise.all([died, gone]);
  const next = await context.newPage();
  await next.goto("/setup");
  await expect(next.getByRole("radio", { name: /^Left-handed/ })).toBeChecked();
});
