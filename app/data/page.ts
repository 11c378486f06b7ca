/** This page among all pages that have the book open. Authorship is decided by page, never by a clock. */

import { withTimeout } from "./trouble";

/** The page and number of an edit. A page numbers all its edits together. */
export interface Writer {
  readonly page: string;
  readonly edit: number;
  /** The browser and time of an edit (milliseconds since 1970), for people to read. No decision depends on them. */
  readonly device?: string;
  readonly at?: number;
}

/** The edit that a row holds, and the revision it created. */
export interface SavedBy extends Writer {
  readonly revision: number;
}

const LOCK = "dime-stack:page:";
const DEVICE_KEY = "dime-stack:device";

/** The id of this browser; a new one each time if nothing can be stored. */
function readDevice(): string {
  const made = crypto.randomUUID().slice(0, 8);
  try {
    const kept = localStorage.getItem(DEVICE_KEY);
    if (!kept) localStorage.setItem(DEVICE_KEY, made);
    return kept || made;
  } catch {
    return made;
  }
}

export class Page {
  readonly id = crypto.randomUUID().slice(0, 13);
  private readonly device = readDevice();
  private edits = 0;

  constructor() {
    // Held until the page is gone, however it ends.
    if (typeof navigator !== "undefined") {
      navigator.locks?.request(`${LOCK}${this.id}`, () => new Promise(() => {})).catch(() => {});
    }
  }

  /** The writer of the next edit. */
  edit(): Writer {
    return { page: this.id, edit: ++this.edits, device: this.device, at: Date.now() };
  }
}

let made: Page | null = null;

export function thisPage(): Page {
  made ??= new Page();
  return made;
}

/** Milliseconds. */
const SILENT_AFTER = 3_000;

/**
 * The ids of all open pages; none without the browser's locks or their answer. A page that the browser hasn't ended yet
 * counts as open: `onPageEnd` reports when it is gone.
 */
export async function openPages(): Promise<ReadonlySet<string>> {
  if (typeof navigator === "undefined" || !navigator.locks) return new Set();
  const { held = [] } = await withTimeout(SILENT_AFTER, navigator.locks.query()).catch(() => ({ held: [] }));
  const ids = held.flatMap(({ name = "" }) => (name.startsWith(LOCK) ? [name.slice(LOCK.length)] : []));
  for (const id of ids) if (id !== made?.id) awaitEnd(id);
  return new Set(ids);
}

const awaited = new Set<string>();
const listeners = new Set<() => void>();
/** Whether a page has ended without anybody being told. */
let isEndUntold = false;

function awaitEnd(id: string) {
  if (awaited.has(id)) return;
  awaited.add(id);
  // The lock is released when its page is gone. Shared, because several pages may wait for one.
  navigator.locks
    .request(`${LOCK}${id}`, { mode: "shared" }, () => {})
    .then(() => {
      isEndUntold = listeners.size === 0;
      for (const listener of listeners) listener();
    })
    .catch(console.error);
}

/**
 * Calls back whenever a page that `openPages` found open has ended, even if that was earlier. Returns an unsubscribe
 * function.
 */
export function onPageEnd(listener: () => void): () => void {
  listeners.add(listener);
  if (isEndUntold) listener();
  isEndUntold = false;
  return () => listeners.delete(listener);
}
