/** Replaces a graded exercise with its next candidate, as a new fill. */

import { useCallback } from "react";
import { useRevalidator } from "react-router";
import { addRow, binRow, getRow } from "~/data/rows";
import type { Draft } from "~/editor/draft";
import { currentBook } from "~/library/current";
import type { LessonContent, LessonFill } from "~/library/lesson/content";
import { swapIn } from "~/library/lesson/edit";
import { getPlan } from "~/library/practice/store";
import { useSay } from "~/session/session";

export function useSwap(draft: Draft<LessonContent>): (item: LessonFill) => void {
  const { revalidate } = useRevalidator();
  const say = useSay();
  return useCallback(
    (item) => {
      const swap = async () => {
        const [text] = item.instead ?? [];
        const book = await currentBook();
        const row = await getRow(book.fills, item.of);
        if (!text || !row) return;
        const made = await addRow(book.fills, { ...row.content, text, goodText: text });
        const before = row.content.goodText;
        draft.edit(null, (lesson) => swapIn(lesson, item.key, made.id, before));
        // An untouched exercise isn't kept; an edited or practised one stays on the Shelf.
        if (row.revision === 1 && (await getPlan(book, row.id)) === null) await binRow(book.fills, row.id);
        await revalidate();
      };
      swap().catch((error: unknown) => {
        console.error(error);
        say("The exercise couldn't be swapped, because the browser didn't store the new one.");
      });
    },
    [draft, revalidate, say],
  );
}
