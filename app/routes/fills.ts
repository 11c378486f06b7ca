/** All fills: made, copied, deleted and brought back. Opened by itself: the fill that is open, or was edited last. */
import { redirect } from "react-router";
import { z } from "zod";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { copyFill } from "~/library/acts";
import { currentBook } from "~/library/current";
import { addressOf, FILL_TABS } from "~/library/fill/address";
import { fillContentSchema } from "~/library/fill/content";
import { addBlankFill, latestFillId, tagFills } from "~/library/fill/fills";
import { MAX_TAG } from "~/library/phrase/phrase";
import type { FillsAnswer } from "~/screens/shelf/screen";
import { plural } from "~/words/time";
import type { Route } from "./+types/fills";

export async function clientLoader() {
  const id = await latestFillId();
  // With nothing on the shelf, the shelf says how to begin.
  return redirect(id ? addressOf(id, "stack") : "/");
}
clientLoader.hydrate = true as const;

const id = z.string().max(64);
const ids = z.array(id).min(1).max(100_000);
const askedSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("new") }),
  z.object({ intent: z.literal("keep"), content: fillContentSchema, tab: z.enum(FILL_TABS) }),
  /** Under the id that was chosen in the press. */
  z.object({ intent: z.literal("duplicate"), id, copyId: id }),
  z.object({ intent: z.literal("delete"), ids }),
  z.object({ intent: z.literal("restore"), ids }),
  z.object({ intent: z.literal("tag"), ids, tag: z.string().trim().min(1).max(MAX_TAG) }),
]);

export async function clientAction({ request }: Route.ClientActionArgs): Promise<FillsAnswer | Response> {
  const isJson = request.headers.get("content-type")?.includes("json");
  const asked = askedSchema.parse(isJson ? await request.json() : Object.fromEntries(await request.formData()));
  const book = await currentBook();
  switch (asked.intent) {
    case "new":
      return redirect(addressOf((await addBlankFill(book)).id, "stack"));
    case "keep":
      return redirect(addressOf((await addRow(book.fills, asked.content)).id, asked.tab));
    case "duplicate": {
      const copy = await copyFill(book, asked.id, asked.copyId);
      return copy
        ? { words: `“${copy.content.name}” is on the shelf.` }
        : { words: "That fill isn't there any more.", bad: true };
    }
    case "delete":
      for (const one of asked.ids) await binRow(book.fills, one);
      return {
        words: `${theFills(asked.ids, "is", "are")} in the bin. You can bring ${asked.ids.length === 1 ? "it" : "them"} back within 30 days of use.`,
        deleted: asked.ids,
      };
    case "restore":
      for (const one of asked.ids) await restoreRow(book.fills, one);
      return { words: `${theFills(asked.ids, "is", "are")} back on the shelf.` };
    case "tag": {
      const tagged = await tagFills(book, asked.ids, asked.tag);
      const left = asked.ids.length - tagged;
      return {
        words: `${plural(tagged, "fill")} tagged “${asked.tag}”.${left > 0 ? ` ${plural(left, "fill")} left as ${left === 1 ? "it was: it has" : "they were: they have"} the tag, or as many as there can be.` : ""}`,
      };
    }
  }
}

function theFills(ids: readonly string[], one: string, many: string): string {
  return ids.length === 1 ? `The fill ${one}` : `${ids.length} fills ${many}`;
}

export default function Fills() {
  return null;
}
