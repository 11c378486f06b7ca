/**
 * All fills: create, copy, delete and restore. Opened without an id, it shows the open fill, or the last edited one.
 */
import { redirect } from "react-router";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { copyFill } from "~/library/acts";
import { addressOf } from "~/library/fill/address";
import { addBlankFill, latestFillId, tagFills } from "~/library/fill/fills";
import { answerMessages } from "~/messages/answer";
import { type FillMessages, fillMessages } from "~/messages/fills";
import { plural } from "~/words/time";

export async function clientLoader() {
  const id = await latestFillId();
  // An empty shelf explains how to start.
  return redirect(id ? addressOf(id, "stack") : "/");
}
clientLoader.hydrate = true as const;

export const clientAction = answerMessages<FillMessages>(fillMessages, {
  create: async (book) => redirect(addressOf((await addBlankFill(book)).id, "stack")),
  keep: async (book, { content, tab }) => redirect(addressOf((await addRow(book.fills, content)).id, tab)),
  duplicate: async (book, { id, copyId }) => {
    const copy = await copyFill(book, id, copyId);
    return copy
      ? { words: `“${copy.content.name}” is on the Shelf.` }
      : { words: "That fill isn't there any more.", bad: true };
  },
  delete: async (book, { ids }) => {
    for (const id of ids) await binRow(book.fills, id);
    const it = ids.length === 1 ? "it" : "them";
    return {
      words: `${theFills(ids, "is", "are")} in the bin. You can restore ${it} within 30 days of use.`,
      deleted: ids,
    };
  },
  restore: async (book, { ids }) => {
    for (const id of ids) await restoreRow(book.fills, id);
    return { words: `${theFills(ids, "is", "are")} back on the Shelf.` };
  },
  tag: async (book, { ids, tag }) => {
    const tagged = await tagFills(book, ids, tag);
    const left = ids.length - tagged;
    const why =
      left === 1 ? "It already has the tag, or has too many." : "They already have the tag, or have too many.";
    return {
      words: `${plural(tagged, "fill")} tagged “${tag}”.${left > 0 ? ` ${plural(left, "fill")} left unchanged. ${why}` : ""}`,
    };
  },
});

function theFills(ids: readonly string[], one: string, many: string): string {
  return ids.length === 1 ? `The fill ${one}` : `${ids.length} fills ${many}`;
}

export default function Fills() {
  return null;
}
