/** A lesson as stored: fills, cells and grooves in order, with headings, text, tempos and days. */

import { z } from "zod";
import type { Item } from "~/data/rows";
import { itemId, type Ref } from "../kind";
import { MAX_NAME, MAX_TAG, MAX_TAGS } from "../phrase/phrase";
import { tempoSchema } from "../phrase/schema";

export const MAX_LESSON_ITEMS = 200;
export const MAX_WORDS = 2_000;
export const MAX_DAY = 366;
export const MAX_CANDIDATES = 8;
const MAX_CANDIDATE = 2_000;

/** Its key within the lesson, which stays when it is moved. */
const key = z.string().min(1).max(40);
const words = z.string().max(MAX_WORDS);
const shared = {
  key,
  /** The teacher's text. */
  words,
  /** Whether it starts a new page. */
  startsPage: z.boolean().optional(),
};
/** The lesson day on which to start it, from 1; null for any time. */
const day = z.number().int().min(1).max(MAX_DAY).nullable();

const headingSchema = z.strictObject({ ...shared, kind: z.literal("heading"), text: z.string().max(MAX_NAME) });

const fillSchema = z.strictObject({
  ...shared,
  kind: z.literal("fill"),
  of: itemId,
  /** Starting and goal tempo in bpm; null for its plan's. */
  from: tempoSchema.nullable(),
  to: tempoSchema.nullable(),
  day,
  /** In a graded set: alternative stick lines, the next one first. */
  instead: z.array(z.string().max(MAX_CANDIDATE)).max(MAX_CANDIDATES).optional(),
});
const cellSchema = z.strictObject({ ...shared, kind: z.literal("cell"), of: itemId, day });
const grooveSchema = z.strictObject({ ...shared, kind: z.literal("groove"), of: itemId, day });

export const lessonItemSchema = z.discriminatedUnion("kind", [headingSchema, fillSchema, cellSchema, grooveSchema]);
export type LessonItem = z.infer<typeof lessonItemSchema>;
export type LessonFill = Extract<LessonItem, { kind: "fill" }>;

export const lessonContentSchema = z
  .strictObject({
    name: z.string().max(MAX_NAME),
    tags: z.array(z.string().min(1).max(MAX_TAG)).max(MAX_TAGS),
    intro: words,
    items: z.array(lessonItemSchema).max(MAX_LESSON_ITEMS),
  })
  .refine(({ items }) => new Set(items.map((item) => item.key)).size === items.length, "has the same item twice");
export type LessonContent = z.infer<typeof lessonContentSchema>;

export type SavedLesson = Item<LessonContent>;

export function makeLesson(given: Partial<LessonContent> = {}): LessonContent {
  return { name: "", tags: [], intro: "", items: [], ...given };
}

const KEYS = { fill: "fills", cell: "cells", groove: "grooves" } as const;

/** What the lesson refers to in the book. */
export function listRefs({ items }: LessonContent): Ref[] {
  return items.flatMap((item): Ref[] => (item.kind === "heading" ? [] : [{ key: KEYS[item.kind], id: item.of }]));
}

export function renameRefs(content: LessonContent, idOf: (ref: Ref) => string): LessonContent {
  const items = content.items.map((item) =>
    item.kind === "heading" ? item : { ...item, of: idOf({ key: KEYS[item.kind], id: item.of }) },
  );
  return { ...content, items };
}
