/** Choices that are on their way to the book: a page that goes away at this very moment leaves them here. */

import { isSame } from "~/data/same";
import type { BookName } from "./database";
import type { Preferences } from "./preferences";

const keyOf = (book: BookName) => `dime-stack:chosen:${book}`;

/** As it was left, not checked. */
export function readHeld(book: BookName): Readonly<Record<string, unknown>> {
  try {
    const held: unknown = JSON.parse(localStorage.getItem(keyOf(book)) ?? "{}");
    return typeof held === "object" && held !== null ? { ...held } : {};
  } catch {
    return {};
  }
}

export function holdPreferences(book: BookName, change: Partial<Preferences>): void {
  write(book, { ...readHeld(book), ...change });
}

/** Once a change is in the book. What was chosen again meanwhile stays. */
export function releasePreferences(book: BookName, change: Readonly<Record<string, unknown>>): void {
  const waiting = Object.entries(readHeld(book)).filter(
    ([field, value]) => !(Object.hasOwn(change, field) && isSame(value, change[field])),
  );
  write(book, Object.fromEntries(waiting));
}

function write(book: BookName, held: Readonly<Record<string, unknown>>): void {
  try {
    if (Object.keys(held).length === 0) localStorage.removeItem(keyOf(book));
    else localStorage.setItem(keyOf(book), JSON.stringify(held));
  } catch {
    // Then they are as safe as the database makes them.
  }
}
