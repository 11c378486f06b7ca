/** This page among the others of the browser that have the book open: who wrote what is told by it, never by a clock. */

import { withTimeout } from "./trouble";

/** Which edit of which page. A page numbers its edits, whatever they belong to. */
export interface Writer {
  readonly page: string;
  readonly edit: number;
  /** The browser it was made in, and when, in milliseconds since 1970: for people to read. Nothing is decided by them. */
  readonly device?: string;
  readonly at?: number;
}

/** Whose edit a row has, and which revision that made. */
export interface SavedBy extends Writer {
  readonly revision: number;
}

const LOCK = "dime-stack:page:";
const DEVICE_KEY = "dime-stack:device";

/** This browser among the player's; another one each time where nothing can be kept. */
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
    // Held until the page is gone, however it goes.
    if (typeof navigator !== "undefined") {
      navigator.locks?.request(`${LOCK}${this.id}`, () => new Promise(() => {})).catch(() => {});
    }
  }

  /** The writer of one more edit. */
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
 * The ids of all pages that are open. Without the browser's locks, or an answer from them, of none. A page that the browser
 * has not ended yet counts as open: `onPageEnd` tells when it is gone.
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
/** Whether a page has ended that nobody has been told of. */
let isEndUntold = false;

function awaitEnd(id: string) {
  if (awaited.has(id)) return;
  awaited.add(id);
  // The lock is free once its page is gone. Shared: several pages may wait for one.
  navigator.locks
    .request(`${LOCK}${id}`, { mode: "shared" }, () => {})
    .then(() => {
      isEndUntold = listeners.size === 0;
      for (const listener of listeners) listener();
    })
    .catch(console.error);
}

/** Calls whenever a page has ended that `openPages` had found open, also if that was before. Returns how to stop. */
export function onPageEnd(listener: () => void): () => void {
  listeners.add(listener);
  if (isEndUntold) listener();
  isEndUntold = false;
  return () => listeners.delete(listener);
}
