/**
 * The last edit, written down at once. Saving to the database is quick but not instant; what is typed just before a
 * crash, or while the database refuses to take more, is here. Each tab has drafts of its own.
 */

import { z } from "zod";
import { type FillContent, fillContentSchema } from "~/formats/fill";

const draftSchema = z.object({
  baseRevision: z.number().int(),
  at: z.number(),
  content: fillContentSchema,
});
export type Draft = z.infer<typeof draftSchema>;

const PREFIX = "dime-stack:draft:";
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

/** False when the browser keeps nothing. */
export function writeDraft(id: string, baseRevision: number, content: FillContent): boolean {
  try {
    localStorage.setItem(`${PREFIX}${id}:${tabId()}`, JSON.stringify({ baseRevision, at: Date.now(), content }));
    return true;
  } catch {
    return false;
  }
}

export function clearDraft(id: string): void {
  try {
    localStorage.removeItem(`${PREFIX}${id}:${tabId()}`);
  } catch {
    // Nothing was kept, so nothing is to be cleared.
  }
}

/** Null for what is damaged: it must not hide the sound ones. */
function parseDraft(text: string | null): Draft | null {
  try {
    return draftSchema.safeParse(JSON.parse(text ?? "null")).data ?? null;
  } catch {
    return null;
  }
}

/** Takes the newest draft of a fill that this tab wrote or another one left behind; drafts that are taken are gone. */
export function takeDraft(id: string, now: number): Draft | null {
  try {
    const own = `${PREFIX}${id}:${tabId()}`;
    const drafts: Draft[] = [];
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(`${PREFIX}${id}:`)) continue;
      const draft = parseDraft(localStorage.getItem(key));
      if (draft && key !== own && now - draft.at < LEFT_BEHIND_AFTER) continue;
      localStorage.removeItem(key);
      if (draft) drafts.push(draft);
    }
    return drafts.sort((a, b) => b.at - a.at)[0] ?? null;
  } catch {
    return null;
  }
}
