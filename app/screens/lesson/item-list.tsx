/** The items of a lesson: reorder them by dragging, keys or buttons. */

import { lazy, useDeferredValue, useMemo } from "react";
import { readStickLine } from "~/core/line";
import type { Line } from "~/core/phrase";
import type { Draft } from "~/editor/draft";
import type { LessonContent, LessonItem } from "~/library/lesson/content";
import { changeItem, moveItem, removeItem } from "~/library/lesson/edit";
import { isLearned } from "~/library/lesson/progress";
import { canonicalLine } from "~/library/phrase/phrase";
import { usePlayer } from "~/session/player";
import { AfterHydration } from "~/views/after-hydration";
import type { Grip } from "~/views/movable-rows";
import { plural } from "~/words/time";
import { ItemCard, type ShownItem } from "./item-card";
import type { LessonScreenProps } from "./screen";
import { useSwap } from "./use-swap";

const MovableRows = lazy(() => import("~/views/movable-rows"));

/** Items drawn immediately. */
const FIRST = 8;

interface ItemListProps {
  readonly draft: Draft<LessonContent>;
  readonly content: LessonContent;
  readonly scene: LessonScreenProps;
}

export function ItemList({ draft, content, scene }: ItemListProps) {
  const { hands } = usePlayer();
  const know = useKnown(scene);
  const swap = useSwap(draft);
  const { items } = content;
  // A long lesson first draws what is visible, then the rest.
  const drawn = useDeferredValue(items.length, FIRST);
  if (items.length === 0) {
    return (
      <p className="panel p-4 text-sm quiet">This lesson is empty. Add fills from your Shelf, or make a graded set.</p>
    );
  }
  const numbers = numberItems(items);
  const renderRow = (item: LessonItem, row: number, grip: Grip | null) => (
    <ItemCard
      key={item.key}
      item={item}
      number={numbers[row] ?? null}
      known={know(item)}
      strongHand={hands.leading}
      grip={grip}
      isFirst={row === 0}
      isLast={row === items.length - 1}
      actions={{
        change: (kind, change) => draft.edit(kind, (lesson) => changeItem(lesson, item.key, change)),
        move: (by) => draft.edit(null, (lesson) => moveItem(lesson, item.key, row + by)),
        remove: () => draft.edit(null, (lesson) => removeItem(lesson, item.key)),
        swap: item.kind === "fill" && (item.instead?.length ?? 0) > 0 ? () => swap(item) : null,
      }}
    />
  );
  const still = items.slice(0, drawn).map((item, row) => renderRow(item, row, null));
  return (
    <div className="flex flex-col gap-2">
      <AfterHydration fallback={still}>
        <MovableRows
          count={Math.min(items.length, drawn)}
          keyOf={(row) => items[row]?.key ?? row}
          what="Exercise"
          renderRow={(row, grip) => renderRow(items[row] as LessonItem, row, grip)}
          onMove={(from, to) => draft.edit(null, (lesson) => moveItem(lesson, items[from]?.key ?? "", to))}
        />
      </AfterHydration>
    </div>
  );
}

/** Exercises are numbered, headings aren't. */
function numberItems(items: readonly LessonItem[]): (number | null)[] {
  let number = 0;
  return items.map(({ kind }) => (kind === "heading" ? null : ++number));
}

/** What the book knows about an item's subject. */
function useKnown({ fills, entries, grooves, plans }: LessonScreenProps): (item: LessonItem) => ShownItem | null {
  return useMemo(() => {
    const fillsById = new Map(fills.map((fill) => [fill.id, fill.content]));
    const cellsById = new Map(entries.map((entry) => [entry.id, entry]));
    const groovesById = new Map(grooves.map((groove) => [groove.id, groove]));
    // Equal lines stay the same object, so that their pictures aren't redrawn while you type.
    const lines = new Map<string, Line>();
    const lineOf = (text: string): Line => {
      const line = lines.get(text) ?? readStickLine(text).line ?? [];
      lines.set(text, line);
      return line;
    };
    const gone: ShownItem = { name: "", text: "", line: [], isThere: false, progress: "", from: null, to: null };
    return (item) => {
      if (item.kind === "heading") return null;
      if (item.kind === "cell") {
        const entry = cellsById.get(item.of);
        if (!entry) return gone;
        const text = `@${entry.rate} ${entry.text}`;
        return { ...gone, isThere: true, name: entry.name, text, line: lineOf(text) };
      }
      if (item.kind === "groove") {
        const groove = groovesById.get(item.of);
        return groove ? { ...gone, isThere: true, name: groove.name } : gone;
      }
      const content = fillsById.get(item.of);
      if (!content) return gone;
      const plan = plans.get(item.of);
      const progress = isLearned(plan)
        ? "learned"
        : plan && plan.passed > 0
          ? `${plan.passed} of ${plural(plan.steps, "step")}`
          : "not started";
      return {
        isThere: true,
        name: content.name || "Untitled fill",
        text: canonicalLine(content),
        line: lineOf(content.goodText),
        progress,
        from: plan?.learning ?? null,
        to: plan?.goal ?? content.tempo,
      };
    };
  }, [fills, entries, grooves, plans]);
}
