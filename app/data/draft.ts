/**
 * The last edit, written down at once. Saving to the database is quick but not instant; what is typed just before a
 * crash, or while the database refuses to take more, is here. Each tab has drafts of its own.
 */

import { z } from "zod";

export interface Draft<Content> {
  readonly baseRevision: number;
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly content: Content;
}

const TAB_KEY = "dime-stack:tab";
/** A younger draft of another tab is one that the tab is about to save, not one left behind. Milliseconds. */
const LEFT_BEHIND_AFTER = 3_000;

function tabId(): string {
  const known = sessionStorage.getItem(TAB_KEY);
  if (known) return known;
  const made = crypto.randomUUID().slice(0, 8);
  sessionStorage.setItem(TAB_KEY, made);
  return made;
}

/** Drafts of one kind of content, each kind in a module of its own so that a screen loads no other's checks, by the id of what is edited. */
export class Drafts<Content> {
  private readonly schema: z.ZodType<Draft<Content>>;

  constructor(
    private readonly prefix: string,
    content: z.ZodType<Content>,
  ) {
    this.schema = z.object({ baseRevision: z.number().int(), at: z.number(), content });
  }

  /** False when the browser keeps nothing. */
  write(id: string, baseRevision: number, content: Content): boolean {
    try {
      localStorage.setItem(this.keyOf(id), JSON.stringify({ baseRevision, at: Date.now(), content }));
      return true;
    } catch {
      return false;
    }
  }

  clear(id: string): void {
    try {
      localStorage.removeItem(this.keyOf(id));
    } catch {
      // Nothing was kept, so nothing is to be cleared.
    }
  }

  /** Takes the newest draft that this tab wrote or another one left behind; drafts that are taken are gone. */
  take(id: string, now: number): Draft<Content> | null {
    try {
      const own = this.keyOf(id);
      const drafts: Draft<Content>[] = [];
      for (const key of Object.keys(localStorage)) {
        if (!key.startsWith(`${this.prefix}${id}:`)) continue;
        const draft = this.parse(localStorage.getItem(key));
        if (draft && key !== own && now - draft.at < LEFT_BEHIND_AFTER) continue;
        localStorage.removeItem(key);
        if (draft) drafts.push(draft);
      }
      return drafts.sort((a, b) => b.at - a.at)[0] ?? null;
    } catch {
      return null;
    }
  }

  private keyOf(id: string): string {
    return `${this.prefix}${id}:${tabId()}`;
  }

  /** Null for what is damaged: it must not hide the sound ones. */
  private parse(text: string | null): Draft<Content> | null {
    try {
      return this.schema.safeParse(JSON.parse(text ?? "null")).data ?? null;
    } catch {
      return null;
    }
  }
}
