/** A browser's storage, and fills to keep, for tests. */

import { makeContent } from "~/formats/fill";

/** The browser's storage, as far as drafts use it. */
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

export const fillOf = (text: string, name = "One") => makeContent({ text, name });
