/** Drafts of earlier versions of the app, which lay in the browser's other storage. What was not saved then is not lost. */

import { z } from "zod";
import type { Unsaved } from "./journal";

const draftSchema = z.object({ baseRevision: z.number().int(), at: z.number(), content: z.unknown() });

/** Takes the drafts of one thing out of that storage, the last written one first. */
export function takeOldDrafts<Content>(kind: string, id: string, schema: z.ZodType<Content>): Unsaved<Content>[] {
  try {
    // Of fills they were there first, and had no name in front.
    const prefix = `dime-stack:${kind === "fills" ? "" : `${OLD_NAMES[kind] ?? kind}-`}draft:${id}:`;
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix));
    const drafts = keys.flatMap((key) => {
      const draft = parse(localStorage.getItem(key));
      localStorage.removeItem(key);
      const content = schema.safeParse(draft?.content);
      return draft && content.success ? [{ ...draft, content: content.data }] : [];
    });
    return drafts.sort((a, b) => b.at - a.at);
  } catch {
    return [];
  }
}

const OLD_NAMES: Readonly<Record<string, string>> = {
  kits: "kit",
  grooves: "groove",
  searches: "search",
  "cell-bench": "cell",
};

function parse(text: string | null) {
  try {
    return draftSchema.safeParse(JSON.parse(text ?? "null")).data ?? null;
  } catch {
    return null;
  }
}
