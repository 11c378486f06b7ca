import { expect, type Locator, type Page } from "@playwright/test";

/** The parts of the Stack as a person finds them. */
export function stackOf(page: Page) {
  return {
    line: page.getByRole("textbox", { name: "Stick line" }),
    grid: page.getByRole("grid", { name: /Stack/ }),
    rail: page.getByRole("listbox", { name: /Rail/ }),
    verdict: page.getByRole("region", { name: "Verdict" }),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
    saved: page.getByText("Saved", { exact: true }),
  };
}

/** The details of a verdict: "14 of 16", "fits every bar", "both hands free", "up to 128". */
export async function openVerdict(page: Page, words: RegExp) {
  await stackOf(page).verdict.getByRole("list", { name: "In short" }).getByRole("button", { name: words }).click();
}

export const PORT = 4187;
/** The port of the server with the demo's book. */
export const DEMO_PORT = 4188;
/** The browser's storage after a newcomer's first visit, made by the global set-up. */
export const AFTER_FIRST_VISIT = "test-results/after-first-visit.json";
/** A phone in upright position, after that visit. */
export const PHONE = {
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  isMobile: true,
  storageState: AFTER_FIRST_VISIT,
};
/** A browser that was never here. */
export const NEWCOMER = { cookies: [], origins: [] };

/**
 * Opens the Shelf from anywhere, or by its address; a newcomer is taken to the first fill, and continues from there.
 */
export async function openShelf(page: Page): Promise<void> {
  const shelf = page.getByRole("heading", { name: /^Shelf/ });
  if (page.url() === "about:blank") {
    await page.goto("/");
    await expect(shelf.or(stackOf(page).line).first()).toBeVisible();
  }
  if (await shelf.isHidden()) await page.getByRole("link", { name: "Shelf" }).click();
  await expect(shelf).toBeVisible();
}

/**
 * The first fill of a book on the Stack, with this line instead of its own, at 90 bpm: the quickest way to a line
 * there.
 */
export async function openLine(page: Page, text: string) {
  await page.goto("/fills");
  const stack = stackOf(page);
  await page.getByRole("textbox", { name: "Tempo" }).fill("90");
  await stack.line.fill(text);
  return stack;
}

/** A new fill on the Stack with this line. */
export async function openNewLine(page: Page, text: string) {
  await openShelf(page);
  await page.getByRole("button", { name: "New fill" }).click();
  const stack = stackOf(page);
  await stack.line.fill(text);
  return stack;
}

/** A lesson with the book's fill in it; returns its address. */
export async function newLesson(page: Page): Promise<string> {
  await openShelf(page);
  await page.getByRole("button", { name: "New lesson" }).click();
  await page.getByRole("button", { name: "Add fills…" }).click();
  const dialog = page.getByRole("dialog", { name: "Add to the lesson" });
  await dialog.getByRole("button", { name: /^Choose all/ }).click();
  await dialog.getByRole("button", { name: /^Add \d/ }).click();
  await expect(page.getByRole("img", { name: /^Page 1/ })).toBeVisible();
  return new URL(page.url()).pathname;
}

/** Saves the download that `act` triggers; returns its name and path. */
export async function downloadOf(page: Page, act: () => Promise<void>) {
  const waiting = page.waitForEvent("download");
  await act();
  const file = await waiting;
  return { name: file.suggestedFilename(), path: await file.path() };
}

export async function exportAs(page: Page, item: string) {
  const choice = page.getByRole("menuitem", { name: item });
  // While the previous menu is still closing, the button only closes it.
  await expect(async () => {
    if (!(await choice.isVisible())) await page.getByRole("button", { name: /^Export/ }).click();
    await expect(choice).toBeVisible({ timeout: 3_000 });
  }).toPass();
  return downloadOf(page, () => choice.click());
}

/**
 * Counts the strokes and clicks started on this page, from its next address on. Returns a function that reads the
 * count.
 */
export async function countSounds(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    const started = { count: 0 };
    Object.assign(window, { started });
    // Strokes and clicks are buffers; packages test the browser with unconnected oscillators.
    const { start } = AudioBufferSourceNode.prototype;
    AudioBufferSourceNode.prototype.start = function (this: AudioBufferSourceNode, ...when: number[]) {
      started.count++;
      return start.apply(this, when as [number]);
    };
  });
  return () => page.evaluate(() => (window as unknown as { started: { count: number } }).started.count);
}

export function noteNumber(list: Locator, number: number): Locator {
  return list.locator(`[data-slot="${number}"]`);
}
