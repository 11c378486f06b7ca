/** What pages are composed from: fills and lessons with everything they refer to, for the current player. */

import { mirrorGroove } from "~/core/groove";
import { groovesFor, type PlayContext, pickGroove } from "~/editor/fill/score";
import type { BookDatabase } from "~/library/database";
import type { Fill, FillContent } from "~/library/fill/content";
import type { SavedLesson } from "~/library/lesson/content";
import { planSchema } from "~/library/practice/plan";
import { getPlan } from "~/library/practice/store";
import type { Preferences } from "~/library/preferences";
import { writeShare } from "~/library/share";
import { shareAddress } from "~/library/share-address";
import { gatherWithRefs } from "~/library/transfer";
import type { PaperCell, PaperLesson } from "~/paper/lesson-sheet";
import type { PaperFill, PaperPlayer } from "~/paper/read-fill";
import type { PlayerSession } from "~/session/player";

const HANDS = { right: "", left: ", left-handed", open: ", open-handed" } as const;

export function paperPlayer({ player, chosen }: PlayerSession, preferences: Preferences): PaperPlayer {
  const { kit, limits, hands } = player;
  const { sixes, repeats } = preferences;
  return { spec: { kit, limits, hands }, kit: `${chosen?.name ?? "Kit"}${HANDS[preferences.hands]}`, sixes, repeats };
}

/** A fill's current state, saved or not. */
export async function paperFill(book: BookDatabase, item: Fill, stage: PlayContext): Promise<PaperFill> {
  const [plan, link] = await Promise.all([getPlan(book, item.id), linkTo(book, "fills", item)]);
  return { ...plainPaperFill(item.content, stage), plan, link };
}

function plainPaperFill(content: FillContent, stage: PlayContext): PaperFill {
  const chosen = groovesFor(stage.grooves, content.meter).find(({ id }) => id === content.groove);
  const groove = { name: chosen?.name ?? "Plain", groove: pickGroove(content, stage) };
  return { content, groove, plan: null, link: null };
}

/** The address that opens a copy of it anywhere. */
export async function linkTo(
  book: BookDatabase,
  ...[key, item]: ["fills", Fill] | ["lessons", SavedLesson]
): Promise<string> {
  const contents = key === "fills" ? await gatherWithRefs(book, key, [item]) : await gatherWithRefs(book, key, [item]);
  return shareAddress(window.location.origin, writeShare(key, contents));
}

export interface LessonScene {
  /** The current state of fills, by id; others are read from the book. */
  readonly fills: ReadonlyMap<string, Fill>;
  readonly cells: ReadonlyMap<string, PaperCell>;
  readonly stage: PlayContext;
}

/** A lesson with everything it refers to that the book has. */
export async function paperLesson(
  book: BookDatabase,
  item: SavedLesson,
  { fills, cells, stage }: LessonScene,
  isLinked: boolean,
): Promise<PaperLesson> {
  const named = item.content.items.flatMap((one) => (one.kind === "heading" ? [] : [one]));
  const ids = [...new Set(named.flatMap((one) => (one.kind === "fill" ? [one.of] : [])))];
  const [rows, plans] = await Promise.all([book.fills.bulkGet(ids), book.plans.bulkGet(ids)]);
  const found = ids.flatMap((id, index) => {
    const content = fills.get(id)?.content ?? rows[index]?.content;
    if (!content) return [];
    const plan = planSchema.safeParse(plans[index]).data ?? null;
    return [[id, { ...plainPaperFill(content, stage), plan }] as const];
  });
  const grooves = stage.grooves.map(({ id, name, groove, slowest, fastest, isOwn }) => {
    const turned = isOwn || stage.preferences.hands === "right" ? groove : mirrorGroove(groove);
    return [id, { name, groove: turned, slowest, fastest }] as const;
  });
  const wanted = new Set(named.map(({ of }) => of));
  return {
    content: item.content,
    fills: Object.fromEntries(found),
    cells: Object.fromEntries([...cells].filter(([id]) => wanted.has(id))),
    grooves: Object.fromEntries(grooves.filter(([id]) => wanted.has(id))),
    link: isLinked ? await linkTo(book, "lessons", item) : null,
  };
}
