/** The shipped course, as a lesson of the player's own book. */

import { z } from "zod";
import { getRow, restoreRow } from "~/data/rows";
import type { BookDatabase } from "../database";
import { fillContentSchema } from "../fill/content";
import { turnForHands } from "../fill/fills";
import { itemId } from "../kind";
import { EMPTY_BOOK } from "../kinds";
import { loadPreferences } from "../preferences-store";
import { importBook } from "../transfer";
import { lessonContentSchema } from "./content";

export const COURSE_ID = "starter-course";
/** As it ships: right-handed. */
export const courseSchema = z.strictObject({
  lesson: lessonContentSchema,
  fills: z.array(z.strictObject({ id: itemId, content: fillContentSchema })),
});
export type Course = z.infer<typeof courseSchema>;

/**
 * Adds the course to the book, led by the player's leading hand; an existing one stays as it is. Returns the lesson's
 * id.
 */
export async function takeCourse(book: BookDatabase, load: () => Promise<Course>): Promise<string> {
  const kept = await getRow(book.lessons, COURSE_ID);
  if (kept) {
    if (kept.deletedAt > 0) await restoreRow(book.lessons, COURSE_ID);
    return COURSE_ID;
  }
  const { lesson, fills } = await load();
  const { hands } = await loadPreferences(book);
  const dated = { createdAt: Date.now(), updatedAt: Date.now() };
  await importBook(book, {
    ...EMPTY_BOOK,
    fills: fills.map(({ id, content }) => ({ id, ...dated, content: turnForHands(content, hands) })),
    lessons: [{ id: COURSE_ID, ...dated, content: lesson }],
  });
  return COURSE_ID;
}
