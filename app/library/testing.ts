/** A browser's storage, and sample fills, for tests. */

import { afterEach, beforeEach, vi } from "vitest";
import { bpm } from "~/core/time";
import { BookDatabase } from "./database";
import { makeContent } from "./fill/content";
import { KINDS, type KindKey } from "./kinds";
import type { Run } from "./practice/run";

/** The part of a browser's storage that the app uses. */
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

/** Gives each test its own book and browser storage. */
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

/** A repeat that the player judged as clean; `at` in milliseconds since 1970. */
export const runOf = (id: string, at: number, change: Partial<Run> = {}): Run => ({
  id,
  at,
  fillId: "f",
  fill: "Fives",
  step: "whole",
  kind: "whole",
  tempo: bpm(80),
  result: "clean",
  by: "self",
  seconds: 3,
  fault: null,
  numbers: null,
  ...change,
});

export const fillOf = (text: string, name = "One") => makeContent({ text, name });

/** A book file from an earlier version, without later kinds. */
export function asVersion(text: string, version: number): string {
  const kept = Object.entries(JSON.parse(text) as object).filter(
    ([key]) => !(key in KINDS) || KINDS[key as KindKey].since.book <= version,
  );
  return JSON.stringify({ ...Object.fromEntries(kept), version });
}
