import { expect, type Page, test } from "@playwright/test";
import { NEWCOMER, noteNumber, openNewLine, openShelf, stackOf } from "./support";

const shelf = (page: Page) => page.getByRole("link", { name: "Shelf" }).click();
const card = (page: Page, name: string) =>
  page.getByRole("listitem").filter({ has: page.getByRole("heading", { name }) });

test("a newcomer is taken to a playable fill, and later to the Shelf", async ({ browser }) => {
  const page = await (await browser.newContext({ storageState: NEWCOMER })).newPage();
  await page.goto("/");
  const { line, verdict } = stackOf(page);
  await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
  await expect(verdict).toContainText("16 of 16 sixteenths");
  await expect(verdict).toContainText("Both hands free: right to the crash");
  // The server's drawing only shows; afterwards the book is open.
  await expect(page.locator("[data-waiting]")).toHaveCount(0);
  await expect(page).toHaveTitle("Five, five, six · Stack · Dime Stack");
  await page.goto("/");
  await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Fill" }).click();
  await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
  // A visitor with a book gets placeholders from then on, not a stranger's fill.
  const html = await (await page.context().request.get("/fills/first/stack")).text();
  expect(html).toContain("Opening the fill");
  expect(html).not.toContain('role="gridcell"');
});

for (const [when, part] of [
  ["before the page can act", /\/assets\/entry\.client/],
  ["while the book is being opened", /\/assets\/opening/],
] as const) {
  test(`presses and typing ${when} are carried out, in order`, async ({ browser }) => {
    const page = await (await browser.newContext({ storageState: NEWCOMER })).newPage();
    let letThrough = () => {};
    const isThrough = new Promise<void>((done) => {
      letThrough = done;
    });
    await page.route(part, async (route) => {
      await isThrough;
      await route.continue();
    });
    const { line, play, stop, rail, saved } = stackOf(page);
    await page.goto("/", { waitUntil: "commit" });
    await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
    await line.press("End");
    await page.keyboard.type(" RLRR");
    await page.keyboard.press("Escape");
    await noteNumber(rail, 1).click();
    await play.click();
    await play.click();
    await expect(play).toHaveAttribute("data-kept");
    await expect(stop).toBeHidden();
    letThrough();
    await expect(stop).toBeVisible();
    await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK RLRR");
    await expect(rail.getByRole("option", { selected: true })).toHaveAttribute("data-slot", "1");
    await stop.click();
    await expect(saved).toBeVisible();
    await page.context().close();
  });
}

test("a returning player whose cookies are gone never sees the newcomer's fill", async ({ page, context }) => {
  const { saved } = await openNewLine(page, "@4 RLRL");
  await expect(saved).toBeVisible();
  await context.clearCookies();
  await page.route(/\/assets\/opening/, () => {});
  await page.goto("/fills/first/stack", { waitUntil: "commit" });
  await expect(page.locator("[data-newcomer]")).toBeAttached();
  await expect(page.locator("[data-newcomer]")).toBeHidden();
  expect((await context.cookies()).map(({ name }) => name)).toContain("dime-stack-book-own");
});

test.describe("two tabs on one fill", () => {
  test("an idle tab follows the busy one; a fill deleted there is reported, kept, and restored", async ({
    page,
    context,
  }) => {
    const { line, saved } = await openNewLine(page, "@4 RLRL");
    await expect(saved).toBeVisible();
    const second = await context.newPage();
    await second.goto(page.url());
    await expect(stackOf(second).line).toHaveValue("@4 RLRL");
    await stackOf(second).line.fill("@4 RLRLKK");
    await expect(line).toHaveValue("@4 RLRLKK");
    await expect(page.getByText(/This fill was changed in another tab/)).toBeVisible();

    await openShelf(second);
    await card(second, "Untitled fill")
      .filter({ hasText: "@4 RLRLKK" })
      .getByRole("button", { name: /^Delete/ })
      .click();
    await expect(page.getByRole("alert")).toContainText("This fill is in the bin");
    await line.fill("@4 RLRLKKKK");
    await expect(page.getByText("Saved in the bin")).toBeVisible();
    await page.getByRole("button", { name: "Restore" }).click();
    await expect(page.getByRole("alert")).toHaveCount(0);
    await second.goto("/");
    await expect(second.getByText("@4 RLRLKKKK", { exact: true })).toBeVisible();
  });

  test("if both have edited, neither loses anything", async ({ page, context }) => {
    const { line, saved } = await openNewLine(page, "@4 RLRL");
    await expect(saved).toBeVisible();
    const second = await context.newPage();
    // This tab doesn't hear of the other's saves in time, as when both type at once.
    await second.addInitScript(() => {
      Object.defineProperty(window, "BroadcastChannel", {
        value: class extends EventTarget {
          postMessage() {}
          close() {}
        },
      });
    });
    await second.goto(page.url());
    await expect(stackOf(second).line).toHaveValue("@4 RLRL");
    await line.fill("@4 KKKK");
    await expect(saved).toBeVisible();
    await stackOf(second).line.fill("@4 HHHH");
    await expect(second.getByRole("alert")).toContainText("Another tab has changed this fill");
    await expect(stackOf(second).line).toHaveValue("@4 HHHH");
    await second.getByRole("button", { name: "Keep mine as a second fill" }).click();
    await expect(second.getByRole("alert")).toHaveCount(0);
    await expect(stackOf(second).saved).toBeVisible();
    await shelf(second);
    await expect(second.getByText("@4 KKKK", { exact: true })).toBeVisible();
    await expect(second.getByText("@4 HHHH", { exact: true })).toBeVisible();
    // Both are separate now: opening them brings nothing back.
    await second.goto(page.url());
    await expect(stackOf(second).line).toHaveValue("@4 KKKK");
    await expect(second.getByText(/wasn't saved in time/)).toHaveCount(0);
  });
});

test("an edit by a page that the browser ends slowly reaches the lists without a reload", async ({ page, context }) => {
  const { line, saved } = await openNewLine(page, "@4 RLRL");
  await expect(line).toBeVisible();
  await expect(saved).toBeVisible();
  // Holds the lock of the closing page, like a browser that is slow to end it.
  const second = await context.newPage();
  await second.goto("/icon.svg");
  await second.evaluate(async () => {
    const { held = [] } = await navigator.locks.query();
    const { name = "" } = held.find(({ name }) => name?.startsWith("dime-stack:page:")) ?? {};
    const ended = new Promise<void>((end) => Object.assign(window, { end }));
    void navigator.locks.request(name, () => ended);
  });
  await page.getByRole("textbox", { name: "Name of the fill" }).evaluate((field: HTMLInputElement) => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(field, "In a hurry");
    field.dispatchEvent(new Event("input", { bubbles: true }));
    window.location.href = "/";
  });
  await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
  // On a slow machine, the edit may have been saved before the page closed: then it is already there.
  await expect(page.getByRole("list", { name: "Fills" })).toBeVisible();
  await second.evaluate(() => (window as unknown as { end: () => void }).end());
  await expect(card(page, "In a hurry")).toContainText("@4 RLRL");
});
