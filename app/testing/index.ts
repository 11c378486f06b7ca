/** For tests of whole screens without a browser, in files that end in .page.test.ts. */

import { afterEach, beforeEach, vi } from "vitest";
import { currentBook } from "~/library/current";
import type { BookName } from "~/library/database";
import { completeWindow, downloadOf } from "./browser";
import { expect } from "./expect";
import { freshHands, Locator, PATIENCE, press } from "./locator";
import { leaveApp, openApp, serveBook } from "./open-app";
import { silence } from "./sound";

export { downloadOf } from "./browser";
export { expect } from "./expect";
export { openApp } from "./open-app";
export { struck } from "./sound";

const body = new Locator(() => [document.body], "page");

export const page = {
  getByRole: body.getByRole.bind(body),
  getByText: body.getByText.bind(body),
  getByLabel: body.getByLabel.bind(body),
  locator: body.locator.bind(body),
  keyboard: { press },
  url: () => window.location.href,
  goto: openApp,
  /** Opens the same address again. Module state stays: only a real browser forgets everything. */
  reload: () => openApp(window.location.pathname),
};

/** The initial contents of each book. */
const asNew = new Map<string, readonly (readonly [table: string, rows: readonly unknown[]])[]>();

/** From here on, server and browser use this book. */
export async function haveBook(name: BookName): Promise<void> {
  serveBook(name);
  const book = await currentBook();
  if (asNew.has(name)) return;
  const rows = book.tables.map(async (table) => [table.name, await table.toArray()] as const);
  asNew.set(name, await Promise.all(rows));
}

async function renewBooks() {
  for (const [name, tables] of asNew) {
    serveBook(name as BookName);
    const book = await currentBook();
    await book.transaction("rw", book.tables, async () => {
      for (const [table, rows] of tables) {
        await book.table(table).clear();
        await book.table(table).bulkAdd(rows);
      }
    });
  }
}

beforeEach(async () => {
  completeWindow();
  freshHands();
  await haveBook("own");
});

/** From here on, a browser that was never here. */
export async function newBrowser() {
  leaveApp();
  silence();
  await renewBooks();
  localStorage.clear();
  sessionStorage.clear();
  serveBook("own");
}

afterEach(async () => {
  await newBrowser();
  vi.unstubAllEnvs();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

/** The parts of the Stack as a person finds them. */
export const stack = {
  line: page.getByRole("textbox", { name: "Stick line" }),
  grid: page.getByRole("grid", { name: /Stack/ }),
  rail: page.getByRole("listbox", { name: /Rail/ }),
  verdict: page.getByRole("region", { name: "Verdict" }),
  saved: page.getByText("Saved", { exact: true }),
  play: page.getByRole("button", { name: "Play", exact: true }),
  stop: page.getByRole("button", { name: "Stop", exact: true }),
};

/** The first fill of a book on the Stack, with this line instead of its own, at 90 bpm. */
export async function openLine(text: string) {
  await openApp("/fills");
  await page.getByRole("textbox", { name: "Tempo" }).fill("90");
  await stack.line.fill(text);
  return stack;
}

/** Opens the Shelf; a newcomer is taken to the first fill, and continues from there. */
export async function openShelf() {
  const shelf = page.getByRole("heading", { name: /^Shelf/ });
  await openApp("/");
  await expect(shelf.or(stack.line).first()).toBeVisible();
  if ((await shelf.count()) === 0) await page.getByRole("link", { name: "Shelf" }).click();
  await expect(shelf).toBeVisible();
}

/** A note of a view, from 0. */
export function noteNumber(view: Locator, number: number): Locator {
  return view.locator(`[data-slot="${number}"]`);
}

/** A new fill on the Stack with this line. */
export async function openNewLine(text: string) {
  await openShelf();
  await page.getByRole("button", { name: "New fill" }).click();
  await stack.line.fill(text);
  return stack;
}

/** The details of a verdict: "14 of 16", "fits every bar", "both hands free", "up to 128". */
export function openVerdict(words: RegExp) {
  return stack.verdict.getByRole("list", { name: "In short" }).getByRole("button", { name: words }).click();
}

/** The fields of the space to fill, behind its words. */
export async function openSpace() {
  const fields = page.getByRole("dialog", { name: "Space to fill" });
  await page.getByRole("button", { name: /^Space to fill/ }).click();
  await expect(fields).toBeVisible();
  return fields;
}

export async function exportAs(item: string) {
  await page.getByRole("button", { name: /^Export/ }).click();
  return downloadOf(() => page.getByRole("menuitem", { name: item }).click());
}

/** Everything in the book, as one file. */
export function exportBook() {
  return exportAs("Everything you keep, in one file");
}

const realNow = performance.now.bind(performance);

/** From here on, the page's and the sound's clock run this many times as fast; 0 stops them. */
export function hurry(times: number) {
  const [shown, from] = [performance.now(), realNow()];
  vi.spyOn(performance, "now").mockImplementation(() => shown + (realNow() - from) * times);
}

/** Repeats an action, a moment apart, until this is on the page. */
export async function repeatUntil(found: Locator, act: () => Promise<void>) {
  await vi.waitFor(async () => {
    if (found.all().length > 0) return;
    await act();
    throw new Error("it did not come");
  }, PATIENCE);
}
