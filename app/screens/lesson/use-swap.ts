/** Replaces a graded exercise with its next candidate, as a new fill. */

import { useCallback } from "react";
import { useRevalidator } from "react-router";
import type { Draft } from "~/editor/draft";
import { currentBook } from "~/library/current";
import type { LessonContent, LessonFill } from "~/library/lesson/content";
import { swapIn } from "~/library/lesson/edit";
import { swapExercise } from "~/library/lesson/exercises";
import { useSay } from "~/session/session";

export function useSwap(draft: Draft<LessonContent>): (item: LessonFill) => void {
  const { revalidate } = useRevalidator();
  const say = useSay();
  return useCallback(
    (item) => {
      const swap = async () => {
        const isSwapped = await swapExercise(await currentBook(), item, (id, before) =>
          draft.edit(null, (lesson) => swapIn(lesson, item.key, id, before)),
        );
        if (isSwapped) await revalidate();
      };
      swap().catch((error: unknown) => {
        console.error(error);
        say("The exercise couldn't be swapped, because the browser didn't store the new one.");
      });
    },
    [draft, revalidate, say],
  );
}
