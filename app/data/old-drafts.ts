/** Drafts from earlier versions of the app, which kept them in localStorage. Their unsaved work isn't lost. */

import { z } from "zod";
import type { Unsaved } from "./journal";

const draftSchema = z.object({ baseRevision: z.number().int(), at: z.number(), content: z.unknown() });

/** Takes a row's drafts out of that storage, the latest first. */
export function takeOldDrafts<Content>(kind: string, id: string, schema: z.ZodType<Content>): Unsaved<Content>[] {
  try {
    // Fills came first, so their drafts had no prefix.
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
