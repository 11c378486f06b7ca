/** Changes to a lesson. Each returns the new lesson, or the same object if nothing changes. */

import { type LessonContent, type LessonItem, MAX_CANDIDATES, MAX_LESSON_ITEMS } from "./content";

type ItemFields<Item> = Item extends LessonItem ? Omit<Item, "key"> : never;
/** An item without a key. */
export type NewItem = ItemFields<LessonItem>;

/** A key that isn't used in the lesson yet. */
function freeKeys({ items }: LessonContent, count: number): string[] {
  const taken = new Set(items.map(({ key }) => key));
  const keys: string[] = [];
  for (let number = items.length + 1; keys.length < count; number++) {
    const key = `i${number}`;
    if (!taken.has(key)) keys.push(key);
  }
  return keys;
}

/** Adds items after the one at `after`, or at the end. Items over the limit are left out. */
export function addItems(lesson: LessonContent, given: readonly NewItem[], after: number | null = null): LessonContent {
  const taken = given.slice(0, MAX_LESSON_ITEMS - lesson.items.length);
  if (taken.length === 0) return lesson;
  const keys = freeKeys(lesson, taken.length);
  const made = taken.map((item, index) => ({ ...item, key: keys[index] ?? "" }) as LessonItem);
  const at = after === null ? lesson.items.length : after + 1;
  return { ...lesson, items: [...lesson.items.slice(0, at), ...made, ...lesson.items.slice(at)] };
}

export function removeItem(lesson: LessonContent, key: string): LessonContent {
  const items = lesson.items.filter((item) => item.key !== key);
  return items.length === lesson.items.length ? lesson : { ...lesson, items };
}

/** Moves an item to a position from 0. */
export function moveItem(lesson: LessonContent, key: string, to: number): LessonContent {
  const from = lesson.items.findIndex((item) => item.key === key);
  const moved = lesson.items[from];
  const place = Math.max(0, Math.min(lesson.items.length - 1, to));
  if (!moved || from === place) return lesson;
  const items = lesson.items.filter((item) => item.key !== key);
  items.splice(place, 0, moved);
  return { ...lesson, items };
}

export function changeItem(
  lesson: LessonContent,
  key: string,
  change: (item: LessonItem) => LessonItem,
): LessonContent {
  return { ...lesson, items: lesson.items.map((item) => (item.key === key ? change(item) : item)) };
}

/** A fill in a lesson, without any text. */
export function fillItem(id: string, more: Partial<Extract<NewItem, { kind: "fill" }>> = {}): NewItem {
  return { kind: "fill", of: id, words: "", from: null, to: null, day: null, ...more };
}

export function headingItem(text: string): NewItem {
  return { kind: "heading", text, words: "" };
}

/**
 * Replaces a graded exercise with its next candidate and moves its old line to the end; `id` is the fill with the
 * candidate's line. Returns the same lesson for an item without candidates.
 */
export function swapIn(lesson: LessonContent, key: string, id: string, before: string): LessonContent {
  return changeItem(lesson, key, (item) => {
    if (item.kind !== "fill" || !item.instead || item.instead.length === 0) return item;
    const [, ...others] = item.instead;
    return { ...item, of: id, instead: [...others, before].slice(-MAX_CANDIDATES) };
  });
}
