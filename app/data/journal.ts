/**
 * The write-ahead journal: every edit goes here immediately, before it is saved over its row. If a killed browser, a
 * full disk or another tab prevents the save, the edit is found here when the row is opened again. The entry stays
 * after its row is saved: the row's revision shows that, and a later key press must not wait for a transaction that
 * removes the entry.
 */

import type { Table } from "dexie";
import type { z } from "zod";
import type { Writer } from "./page";
import { lastPage, type Row } from "./rows";
import { isSame } from "./same";

export interface JournalEntry {
  /** What it belongs to, and whose it is: a page has one entry per row. */
  readonly key: string;
  /** Kind and id of what is edited. */
  readonly of: string;
  readonly by: Writer;
  /** The revision that was edited. */
  readonly baseRevision: number;
  readonly content: unknown;
}
export type JournalTable = Table<JournalEntry, string>;

/** Unsaved content, and the revision it was edited from. */
export interface Unsaved<Content> {
  readonly baseRevision: number;
  readonly content: Content;
}

/** An entry with valid content. */
export interface ValidEntry<Content> extends JournalEntry {
  readonly content: Content;
}

/** The journal of one kind of content. */
export class Journal<Content> {
  constructor(
    private readonly kind: string,
    private readonly schema: z.ZodType<Content>,
  ) {}

  entryOf(id: string, by: Writer, baseRevision: number, content: Content): JournalEntry {
    return { key: this.keyOf(id, by.page), of: this.nameOf(id), by, baseRevision, content };
  }

  keyOf(id: string, page: string): string {
    return `${this.nameOf(id)}:${page}`;
  }

  /** All valid entries of a row; damaged entries are skipped. */
  async list(table: JournalTable, id: string): Promise<ValidEntry<Content>[]> {
    const entries = await table.where("of").equals(this.nameOf(id)).toArray();
    return entries.flatMap((entry) => {
      const { data } = this.schema.safeParse(entry.content);
      return data === undefined ? [] : [{ ...entry, content: data }];
    });
  }

  /** Removes this page's entry, unless it holds a later edit than `edit`. */
  async settle(table: JournalTable, id: string, { page, edit }: Writer): Promise<void> {
    const entry = await table.get(this.keyOf(id, page));
    if (entry && entry.by.edit <= edit) await table.delete(entry.key);
  }

  /** The kind of its entries. */
  nameOf(id: string): string {
    return `${this.kind}:${id}`;
  }
}

/**
 * The entry to resume from, if it isn't an earlier state of the row; null if everything is saved. Decided by revision,
 * writer and content, since clocks may jump. If nobody else has saved meanwhile, its base is the row's revision.
 */
export function pickUnsaved<Content>(
  row: Row<Content>,
  entries: readonly ValidEntry<Content>[],
): { readonly entry: ValidEntry<Content>; readonly baseRevision: number } | null {
  const unsaved = entries.filter(
    ({ by, content }) => !isSame(content, row.content) && !(row.by?.page === by.page && by.edit <= row.by.edit),
  );
  const [first] = unsaved
    .map((entry) => ({ entry, baseRevision: lastPage(row) === entry.by.page ? row.revision : entry.baseRevision }))
    .sort(
      (a, b) =>
        Number(b.baseRevision === row.revision) - Number(a.baseRevision === row.revision) ||
        b.baseRevision - a.baseRevision ||
        b.entry.by.edit - a.entry.by.edit,
    );
  return first ?? null;
}
