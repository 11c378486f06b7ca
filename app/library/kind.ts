/** What a kind of stored thing must define. {@link KINDS} lists them all. */

import type { Table } from "dexie";
import { z } from "zod";
import { Journal } from "~/data/journal";
import type { Item, RowTable } from "~/data/rows";
import { isSame } from "~/data/same";
import type { BookDatabase } from "./database";

/** A reference to another thing of the book, by kind and id. */
export interface Ref {
  readonly key: "flows" | "lessons" | "fills" | "cells" | "searches" | "kits" | "grooves";
  readonly id: string;
}

/** Things with a name that are edited, saved by revision, and binned before deletion. */
export interface RowKind<Content> {
  readonly shape: "rows";
  readonly content: z.ZodType<Content>;
  /** As stored in files. */
  readonly item: z.ZodType<Item<Content>>;
  /** Equal content under another id, for example from a second device, isn't added again. */
  readonly isOncePerContent: boolean;
  /** What it refers to is exported with it. */
  listRefs(content: Content): readonly Ref[];
  /** The content after its references have changed ids. */
  rename(content: Content, idOf: (ref: Ref) => string): Content;
}

interface RowKindGiven<Content> {
  readonly content: z.ZodType<Content>;
  readonly isOncePerContent?: boolean;
  readonly listRefs?: RowKind<Content>["listRefs"];
  readonly rename?: RowKind<Content>["rename"];
}

export function defineRows<Content>(given: RowKindGiven<Content>): RowKind<Content> {
  const { content, isOncePerContent = false, listRefs = () => [], rename = (same: Content) => same } = given;
  return {
    shape: "rows",
    content,
    item: itemSchema(content),
    isOncePerContent,
    listRefs,
    rename,
  };
}

/** What is edited in a kind, and where unsaved edits go. */
export interface EditableKind<Content> {
  readonly key: Ref["key"];
  /** "fill": its name in messages. */
  readonly what: string;
  readonly content: z.ZodType<Content>;
  readonly table: (book: BookDatabase) => RowTable<Content>;
  readonly journal: Journal<Content>;
}

export function defineKept<Content>(given: Omit<EditableKind<Content>, "journal">): EditableKind<Content> {
  return { ...given, journal: new Journal(given.key, given.content) };
}

/** Characters that need no escaping in an address. */
/** Maximum characters of an id. */
export const MAX_ID = 64;
const UNSAFE = /[^A-Za-z0-9_-]/gu;

/**
 * The id of something, or a reference to one. An id that can't be in an address is converted to one that can, always
 * the same.
 */
export const itemId = z.string().min(1).max(MAX_ID).transform(toItemId);

export function toItemId(id: string): string {
  return id.replace(UNSAFE, (character) => `_${character.codePointAt(0)?.toString(16)}`).slice(0, MAX_ID);
}

/** The year 3000, in milliseconds since 1970. */
export const MAX_INSTANT = 32_503_680_000_000;
/** Milliseconds since 1970, up to the year 3000. */
export const instant = z.number().int().min(0).max(MAX_INSTANT);
/** Days since 1970, up to the year 3000. */
export const dayNumber = z.number().int().min(0).max(376_200);
/** A number of times. */
export const MAX_TALLY = 1_000_000;
export const tally = z.number().int().min(0).max(MAX_TALLY);

/** A content with its identity, as stored in files. */
export function itemSchema<Content>(content: z.ZodType<Content>) {
  return z.strictObject({
    id: itemId,
    /** Milliseconds since 1970. */
    createdAt: instant,
    updatedAt: instant,
    content,
  });
}

/** How many things of a file were new, already there, or merged. */
export interface MergeCount {
  added: number;
  same: number;
  merged: number;
}

/** What merging would do, computed before anything is written. */
export interface Merging {
  readonly counts: MergeCount;
  /** Must run in the transaction in which it was computed. */
  readonly write: () => Promise<void>;
}

/**
 * Things that belong to other things, and that are merged between devices: notes on rudiments, plans, runs, records.
 */
export interface OwnKind<Own> {
  readonly shape: "own";
  readonly item: z.ZodType<Own>;
  readonly gather: (book: BookDatabase) => Promise<Own[]>;
  merge(book: BookDatabase, items: readonly Own[]): Promise<Merging>;
}

interface OwnKindGiven<Own> {
  readonly item: z.ZodType<Own>;
  readonly table: (book: BookDatabase) => Table<Own, string>;
  /** Merges two with one id. Commutative and idempotent. */
  readonly merge: (one: Own, other: Own) => Own;
}

export function defineOwn<Own extends { readonly id: string }>(given: OwnKindGiven<Own>): OwnKind<Own> {
  const { item, table, merge } = given;
  return {
    shape: "own",
    item,
    gather: (book) => table(book).toArray(),
    merge: async (book, items) => {
      // A damaged row can't be merged.
      const rows = (await table(book).toArray()).flatMap((row) => item.safeParse(row).data ?? []);
      const before = new Map(rows.map((row) => [row.id, row]));
      const after = new Map<string, Own>();
      const counts = { added: 0, same: 0, merged: 0 };
      for (const theirs of items) {
        const mine = after.get(theirs.id) ?? before.get(theirs.id);
        const merged = mine ? merge(mine, theirs) : theirs;
        if (mine && isSame(mine, merged)) counts.same++;
        else {
          counts[mine ? "merged" : "added"]++;
          after.set(theirs.id, merged);
        }
      }
      return { counts, write: async () => void (await table(book).bulkPut([...after.values()])) };
    },
  };
}
