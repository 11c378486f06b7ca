/** What a kind of thing to keep must say of itself. {@link KINDS} lists them all. */

import { z } from "zod";
import { Journal } from "~/data/journal";
import type { Item, RowTable } from "~/data/rows";
import type { BookDatabase } from "./database";

/** Another thing of the book that a content names, by kind and id. */
export interface Ref {
  readonly key: "flows" | "lessons" | "fills" | "cells" | "searches" | "kits" | "grooves";
  readonly id: string;
}

/** Things with a name that are edited, saved by revision, and binned before they are gone. */
export interface RowKind<Content> {
  readonly shape: "rows";
  readonly content: z.ZodType<Content>;
  /** As it travels in files. */
  readonly item: z.ZodType<Item<Content>>;
  /** The same content under another identity, as from a second device, is no second thing. */
  readonly isOncePerContent: boolean;
  /** What it names travels with it. */
  readonly listRefs: (content: Content) => readonly Ref[];
  /** The content once what it names goes by other ids. */
  readonly rename: (content: Content, idOf: (ref: Ref) => string) => Content;
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

/** What is edited of a kind, and where it is kept meanwhile. */
export interface Kept<Content> {
  readonly key: Ref["key"];
  /** "fill": for what is said. */
  readonly what: string;
  readonly content: z.ZodType<Content>;
  readonly table: (book: BookDatabase) => RowTable<Content>;
  readonly journal: Journal<Content>;
}

export function defineKept<Content>(given: Omit<Kept<Content>, "journal">): Kept<Content> {
  return { ...given, journal: new Journal(given.key, given.content) };
}

/** Characters that stand in an address as they are. */
const UNSAFE = /[^A-Za-z0-9_-]/gu;

/**
 * The id of something, or the name that something else has for it. One that could not stand in an address becomes one that
 * can, always the same.
 */
export const itemId = z
  .string()
  .min(1)
  .max(64)
  .transform((id) => id.replace(UNSAFE, (character) => `_${character.codePointAt(0)?.toString(16)}`).slice(0, 64));

/** Milliseconds since 1970, up to the year 3000. */
export const instant = z.number().int().min(0).max(32_503_680_000_000);
/** Days since 1970, up to the year 3000. */
export const dayNumber = z.number().int().min(0).max(376_200);
/** How often something was. */
export const tally = z.number().int().min(0).max(1_000_000);

/** A content with its identity, as it travels in files. */
export function itemSchema<Content>(content: z.ZodType<Content>) {
  return z.strictObject({
    id: itemId,
    /** Milliseconds since 1970. */
    createdAt: instant,
    updatedAt: instant,
    content,
  });
}

/** Things that belong to other things and merge: notes on rudiments, plans, runs. */
export interface OwnKind<Own extends { readonly id: string }> {
  readonly shape: "own";
  readonly item: z.ZodType<Own>;
  readonly gather: (book: BookDatabase) => Promise<Own[]>;
  /** Takes items into the book, within the caller's transaction; says how many are new. */
  readonly take: (book: BookDatabase, items: readonly Own[]) => Promise<number>;
}

export function defineOwn<Own extends { readonly id: string }>(given: Omit<OwnKind<Own>, "shape">): OwnKind<Own> {
  return { shape: "own", ...given };
}
