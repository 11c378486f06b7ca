/** Graded exercises as fills of a lesson. */

import type { ExerciseSet } from "~/core/grading";
import { addRow, binRow, getRow } from "~/data/rows";
import type { BookDatabase } from "../database";
import { type FillContent, makeContent } from "../fill/content";
import { keepFills } from "../fill/keep-fills";
import { getPlan } from "../practice/store";
import type { LessonFill } from "./content";
import { fillItem, headingItem, type NewItem } from "./edit";

/** What all exercises of a graded set have in common. */
export type ExerciseFrame = Pick<FillContent, "meter" | "tempo" | "countStyle" | "tags">;

/** Adds all exercises to the book, or none, and returns the lesson's items for them: each set below its heading. */
export async function addExercises(
  book: BookDatabase,
  sets: readonly ExerciseSet[],
  frame: ExerciseFrame,
  headingOf: (set: ExerciseSet) => string,
): Promise<NewItem[]> {
  const filled = sets.filter(({ items }) => items.length > 0);
  const contents = filled.flatMap((set) =>
    set.items.map(({ chosen }, index) =>
      makeContent({
        ...frame,
        name: `${headingOf(set)}, no. ${index + 1}`,
        text: chosen.text,
        window: set.space,
        groove: "straight-eighths",
      }),
    ),
  );
  const ids = await keepFills(book, contents);
  return filled.flatMap((set) => [
    headingItem(headingOf(set)),
    ...set.items.map(({ instead }) => fillItem(ids.shift() ?? "", { instead: instead.map(({ text }) => text) })),
  ]);
}

/**
 * Adds the fill of an exercise's next candidate to the book, and calls back with its id and the old line, so that the
 * lesson follows before anything is deleted. Then an untouched exercise goes to the bin; an edited or practised one
 * stays on the Shelf. Returns false, and does nothing, without candidates.
 */
export async function swapExercise(
  book: BookDatabase,
  { of, instead }: LessonFill,
  onSwap: (id: string, before: string) => void,
): Promise<boolean> {
  const [text] = instead ?? [];
  const row = await getRow(book.fills, of);
  if (!text || !row) return false;
  const { id } = await addRow(book.fills, { ...row.content, text, goodText: text });
  onSwap(id, row.content.goodText);
  if (row.revision === 1 && (await getPlan(book, row.id)) === null) await binRow(book.fills, row.id);
  return true;
}
