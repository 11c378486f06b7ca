import { expect, type Page, test } from "@playwright/test";
import { openPlainHost } from "./harness/plain-host.mjs";
import { NEWCOMER, stackOf } from "./support";

let host: string;
let close: () => void;
test.beforeAll(async () => {
  ({ address: host, close } = await openPlainHost("build/client"));
});
test.afterAll(() => close());

/** Errors in the browser's console from now on. */
function complaintsOf(page: Page): string[] {
  const heard: string[] = [];
  page.on("console", (message) => {
    if (message.type() === "error") heard.push(message.text());
  });
  page.on("pageerror", ({ message }) => heard.push(message));
  return heard;
}

test.describe("a plain file server with the built folder", () => {
  test.use({ storageState: NEWCOMER });

  test("opens for a newcomer, edits, and never shows a returning player another fill than theirs", async ({ page }) => {
    const complaints = complaintsOf(page);
    await page.goto(host);
    const { line, saved } = stackOf(page);
    await expect(page).toHaveURL(`${host}/fills/first/stack`);
    await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
    await page.waitForFunction(() => document.querySelector("[data-waiting]") === null);
    await line.fill("@4 RLKK");
    await expect(saved).toBeVisible();

    // The file at this address contains the newcomer's fill.
    await page.addInitScript(() => {
      const seen = new Set<string>();
      Object.assign(window, { seen });
      const look = () => {
        const field = document.querySelector<HTMLInputElement>("input[aria-label='Stick line'], textarea");
        if (field?.value) seen.add(field.value);
      };
      new MutationObserver(look).observe(document, { childList: true, subtree: true });
    });
    await page.reload();
    await expect(line).toHaveValue("@4 RLKK");
    expect(await page.evaluate(() => [...(window as unknown as { seen: Set<string> }).seen])).not.toContain(
      "@4 >RlrrL >RlrrL RLRRLK",
    );
    expect(complaints).toEqual([]);
  });

  test("opens the address of a fill, of which it has no file, and of every screen", async ({ page }) => {
    const complaints = complaintsOf(page);
    await page.goto(`${host}/fills/first/stack`);
    const { line, saved } = stackOf(page);
    await expect(line).toBeVisible();
    await page.waitForFunction(() => document.querySelector("[data-waiting]") === null);
    await page.getByRole("link", { name: "Shelf" }).click();
    await page.getByRole("button", { name: "New fill" }).click();
    await expect(page).toHaveURL(/\/fills\/(?!first)[^/]+\/stack$/);
    await line.fill("@4 RLRL");
    await expect(saved).toBeVisible();
    const { pathname } = new URL(page.url());
    await page.goto(`${host}${pathname.replace("stack", "floor")}`);
    await expect(page.getByRole("region", { name: "Floor plan" })).toBeVisible();
    await page.goto(`${host}${pathname}`);
    await expect(line).toHaveValue("@4 RLRL");
    await page.goto(`${host}/setup`);
    await expect(page.getByRole("heading", { name: "Setup" })).toBeVisible();
    expect(new URL(page.url()).pathname).toBe("/setup");
    await page.goto(host);
    await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
    await page.getByRole("button", { name: "Starter course" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the lesson" })).toHaveValue("Starter course");
    await page.goto(`${host}/cells/single-paradiddle`);
    await expect(page.getByRole("heading", { name: "Cells", exact: true })).toBeAttached();
    await page.goto(`${host}/no/such/place`);
    await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
    // The host itself answers 404 where it has no file.
    expect(complaints.filter((text) => !text.includes("status of 404"))).toEqual([]);
  });

  test("its policy refuses other scripts", async ({ page }) => {
    await page.goto(`${host}/setup`);
    await expect(page.getByRole("heading", { name: "Setup" })).toBeVisible();
    const ran = await page.evaluate(async () => {
      const script = document.createElement("script");
      script.textContent = "window.intruder = true";
      document.head.append(script);
      await new Promise((done) => setTimeout(done));
      return "intruder" in window;
    });
    expect(ran).toBe(false);
  });
});

test.describe("on a phone", () => {
  test.use({ storageState: NEWCOMER, serviceWorkers: "allow", isMobile: true, hasTouch: true });

  test("the first page opens, and works offline after one visit", async ({ page, context }) => {
    await page.goto(host);
    const { line } = stackOf(page);
    await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
      if (navigator.serviceWorker.controller) return;
      await new Promise((done) => navigator.serviceWorker.addEventListener("controllerchange", done, { once: true }));
    });
    await context.setOffline(true);
    await page.reload();
    await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
    await page.goto(`${host}/setup`);
    await expect(page.getByRole("heading", { name: "Setup" })).toBeVisible();
  });
});
