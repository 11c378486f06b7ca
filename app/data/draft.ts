/**
 * The last edit, written down at once. Saving to the database is quick but not instant; what is typed just before a
 * crash, or while the database refuses to take more, is here.
 */

import { z } from "zod";
import { type FillContent, fillContentSchema } from "~/formats/fill";

const draftSchema = z.object({ baseRevision: z.number().int(), content: fillContentSchema });
export type Draft = z.infer<typeof draftSchema>;

function keyOf(id: string): string {
  return `dime-stack:draft:${id}`;
}

/** False when the browser keeps nothing. */
export function writeDraft(id: string, baseRevision: number, content: FillContent): boolean {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify({ baseRevision, content }));
    return true;
  } catch {
    return false;
  }
}

export function readDraft(id: string): Draft | null {
  try {
    const read = draftSchema.safeParse(JSON.parse(localStorage.getItem(keyOf(id)) ?? "null"));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

export function clearDraft(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    // Nothing was kept, so nothing is to be cleared.
  }
}
