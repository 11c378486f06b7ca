/**
 * The write-ahead journal: every edit goes here at once, before it is saved over its row. What a killed browser, a full
 * disk or another tab kept from being saved is here when the row is opened again. An entry stays when its row is saved: the
 * row tells that it is, and a key that is pressed then must not wait for a transaction that takes the entry out.
 */

import type { Table } from "dexie";
import type { z } from "zod";
import type { Writer } from "./page";
import { lastPage, type Row } from "./rows";
import { isSame } from "./same";

export interface JournalEntry {
  /** What it is of, and whose it is: a page has one entry for each thing. */
  readonly key: string;
  /** Kind and id of what is edited. */
  readonly of: string;
  readonly by: Writer;
  /** The revision of the row that was edited. */
  readonly baseRevision: number;
  readonly content: unknown;
}
export type JournalTable = Table<JournalEntry, string>;

/** Content that is not saved, and the revision that it was edited from. */
export interface Unsaved<Content> {
  readonly baseRevision: number;
  readonly content: Content;
}

/** An entry whose content has been checked. */
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

  /** All entries of a thing; what is damaged must not hide what is sound. */
  async list(table: JournalTable, id: string): Promise<ValidEntry<Content>[]> {
    const entries = await table.where("of").equals(this.nameOf(id)).toArray();
    return entries.flatMap((entry) => {
      const { data } = this.schema.safeParse(entry.content);
      return data === undefined ? [] : [{ ...entry, content: data }];
    });
  }

  /** Removes this page's entry, unless it tells of a later edit than `edit`. */
  async settle(table: JournalTable, id: string, { page, edit }: Writer): Promise<void> {
    const entry = await table.get(this.keyOf(id, page));
    if (entry && entry.by.edit <= edit) await table.delete(entry.key);
  }

  /** What its entries are of. */
  nameOf(id: string): string {
    return `${this.kind}:${id}`;
  }
}

/**
 * The entry to go on from, of those that are not the row's own past; null when everything is saved. Decided by revision,
 * writer and content: clocks may jump. Its base is the row's revision when nobody else has saved meanwhile.
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
