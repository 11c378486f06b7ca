/** A browser's storage, and fills to keep, for tests. */

import { afterEach, beforeEach, vi } from "vitest";
import { BookDatabase } from "./database";
import { makeContent } from "./fill/content";
import { type Key, KINDS } from "./kinds";

/** The browser's storage, as far as the app uses it. */
export class MemoryStorage {
  full = false;
  [key: string]: unknown;
  getItem(key: string) {
    return typeof this[key] === "string" ? this[key] : null;
  }
  setItem(key: string, value: string) {
    if (this.full) throw new DOMException("full", "QuotaExceededError");
    this[key] = value;
  }
  removeItem(key: string) {
    delete this[key];
  }
}

/** From here on, another tab of the same browser. */
export function newTab() {
  vi.stubGlobal("sessionStorage", new MemoryStorage());
}

/** Gives each test of a file a book and a browser's storage of its own. */
export function eachHasBook(take: (book: BookDatabase, storage: MemoryStorage) => void) {
  let book: BookDatabase;
  beforeEach(async () => {
    book = new BookDatabase(crypto.randomUUID());
    await book.open();
    const storage = new MemoryStorage();
    vi.stubGlobal("localStorage", storage);
    newTab();
    take(book, storage);
  });
  afterEach(() => {
    book.close();
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });
}

export const fillOf = (text: string, name = "One") => makeContent({ text, name });

/** A book file as an earlier version wrote it: without the kinds that came later. */
export function asVersion(text: string, version: number): string {
  const kept = Object.entries(JSON.parse(text) as object).filter(
    ([key]) => !(key in KINDS) || KINDS[key as Key].since.book <= version,
  );
  return JSON.stringify({ ...Object.fromEntries(kept), version });
}
