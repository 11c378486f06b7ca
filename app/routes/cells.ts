/**
 * All cells: save, mark, send to the Stack. Opened without an id, it shows the latest own cell, or the rudiment behind
 * most cells.
 */
import { redirect } from "react-router";
import { thisPage } from "~/data/page";
import { amendRow, binRow, listRows, restoreRow } from "~/data/rows";
import { keepCell, markRudiment, saveCell } from "~/library/cell/keep";
import { addFillOfCell, addFillOfRudiment } from "~/library/cell/new-fill";
import { cellJournal } from "~/library/cell/unsaved";
import { currentBook } from "~/library/current";
import type { CellRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import { answerMessages } from "~/messages/answer";
import { type CellMessages, cellMessages } from "~/messages/cells";

export async function clientLoader() {
  const [latest] = await listRows((await currentBook()).cells);
  return redirect(`/cells/${latest?.id ?? "single-paradiddle"}`);
}
clientLoader.hydrate = true as const;

export const clientAction = answerMessages<CellMessages>(cellMessages, {
  keep: async (book, { content, relativesToo, from }) => {
    const kept = await keepCell(book, content, relativesToo);
    if (kept.kind !== "kept") return { kind: kept.kind, cell: nameOf(kept.row) };
    // Its unsaved work is in the book now.
    await book.journal.delete(cellJournal.keyOf(from, thisPage().id));
    return redirect(`/cells/${kept.row.id}`);
  },
  save: async (book, { id, revision, content }) => {
    const saved = await saveCell(book, id, revision, content);
    if (saved.kind === "have") return { kind: "have", cell: nameOf(saved.row) };
    return saved.kind === "conflict" ? { kind: "conflict", cell: nameOf(saved.theirs) } : { kind: saved.kind };
  },
  markRudiment: async (book, { id, change }) => {
    await markRudiment(book, id, change);
    return { kind: "done" };
  },
  amend: async (book, { id, change }) => ({ kind: (await amendRow(book.cells, id, change)) ? "done" : "gone" }),
  delete: async (book, { id }) => {
    await binRow(book.cells, id);
    return { kind: "done" };
  },
  restore: async (book, { id }) => {
    await restoreRow(book.cells, id);
    return { kind: "done" };
  },
  makeFill: async (book, { content }) => redirect(addressOf(await addFillOfCell(book, content), "stack")),
  makeRudimentFill: async (book, { rudiment }) => redirect(addressOf(await addFillOfRudiment(book, rudiment), "stack")),
});

function nameOf({ id, content }: CellRow) {
  return { id, name: content.name };
}

export default function Cells() {
  return null;
}
