import { expect, type Page, test } from "@playwright/test";
import { proveDurability } from "../proof/durability.mjs";
import { soak } from "../proof/soak.mjs";
import { openShelf, PORT } from "./support";

const address = `http://127.0.0.1:${PORT}`;

for (const kind of ["typing", "upgrade"]) {
  test(`a killed browser loses nothing older than a second, and shows nothing stale: ${kind}`, async () => {
    const { failures } = await proveDurability({ address, kind, kills: 1, seed: 7 });
    expect(failures).toEqual([]);
  });
}

test("after a day of use, the book matches the model", async () => {
  const acts = ["make", "bringIn", "backUp", "clock", "edit", "bin", "restore", "offline", "update"];
  const { differences } = await soak({ address, acts, seed: 11 });
  expect(differences).toEqual([]);
});

test("a copied and a deleted fill stay that way even if their page dies at once", async ({ page, context }) => {
  await openShelf(page);
  await page.getByRole("button", { name: "New fill" }).click();
  await page.getByRole("textbox", { name: "Stick line" }).fill("@4 RLK");
  await page.getByRole("textbox", { name: "Name of the fill" }).fill("Short of breath");
  await openShelf(page);
  const card = (of: Page, name: string | RegExp) => of.getByRole("article").filter({ hasText: name });
  await expect(card(page, "Short of breath")).toBeVisible();
  for (const button of ["Duplicate", "Delete"]) {
    const said = page.waitForEvent("console", (message) => message.text() === "pressed");
    const died = page.waitForEvent("crash");
    const session = await context.newCDPSession(page);
    const pressing = card(page, "Short of breath")
      .filter({ hasNotText: "(copy)" })
      .getByRole("button", { name: new RegExp(`^${button}`) })
      .evaluate((pressed: HTMLElement) => {
        pressed.click();
        console.log("pressed");
        while (pressed.isConnected);
      });
    const gone = pressing.catch(() => {});
    await said;
    session.send("Page.crash").catch(() => {});
    await Promise.all([died, gone]);
    page = await context.newPage();
    await openShelf(page);
  }
  await expect(card(page, "Short of breath (copy)")).toBeVisible();
  await expect(page.getByText("Bin: 1 deleted")).toBeVisible();
});

test("a choice in Setup survives a page that dies at once", async ({ page, context }) => {
  await openShelf(page);
  await page.getByRole("link", { name: "Setup" }).click();
  const left = page.getByRole("radio", { name: /^Left-handed/ });
  await expect(left).not.toBeChecked();
  const session = await context.newCDPSession(page);
  const said = page.waitForEvent("console", (message) => message.text() === "chosen");
  const died = page.waitForEvent("crash");
  // From the choice on, the page is too busy to do anything else until it dies.
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
