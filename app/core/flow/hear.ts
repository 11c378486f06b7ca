/** One round, heard: each playing of an idea by itself, and each join of two different ones. */

import { alignRushed } from "../listening/align";
import type { Expectation, Expected } from "../listening/expect";
import { cleanHits, type Hit } from "../listening/hit";
import type { Result } from "../listening/judge";
import { hearRepeat } from "../listening/listen";
import type { Strictness } from "../listening/settings";
import { seconds } from "../time/time";

interface Played {
  readonly idea: number;
  /** Slots of the phrase, the last one included. */
  readonly from: number;
  readonly to: number;
}

/** Moments on either side of a join that belong to it. */
const JOIN_MOMENTS = 2;

/** The strokes of some slots, with grace notes by the stroke that follows them. */
function strokesWithin({ strokes }: Expectation, from: number, to: number): Expected[] {
  let next: number | null = null;
  return strokes
    .toReversed()
    .filter(({ slot }) => {
      next = slot ?? next;
      return next !== null && next >= from && next <= to;
    })
    .reverse();
}

/** Hits that belong to some strokes: those that are nearer to them than to the strokes on either side. */
function hitsWithin(all: readonly Expected[], own: readonly Expected[], hits: readonly Hit[]): Hit[] {
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return [];
  const before = all[all.indexOf(first) - 1];
  const after = all[all.indexOf(last) + 1];
  const from = before ? (before.at + first.at) / 2 : first.at - first.reach;
  const to = after ? (after.at + last.at) / 2 : last.at + last.reach;
  return hits.filter(({ at }) => at >= from && at < to);
}

/** A stroke that stands so many times further off the others than the whole may off the click is a stumble. Our estimates. */
const STUMBLE = { nearly: 1.5, no: 2.5 } as const;

/** How far the worst stroke of a few stands off the middle one: means say little of so few. Seconds. */
function worstStumble(strokes: readonly Expected[], hits: readonly Hit[]): number {
  const offsets = alignRushed(strokes, cleanHits(hits).hits)
    .pairs.map(({ offset }) => offset as number)
    .sort((a, b) => a - b);
  const middle = offsets[Math.floor(offsets.length / 2)] ?? 0;
  return offsets.reduce((worst, offset) => Math.max(worst, Math.abs(offset - middle)), 0);
}

function hearStretch(
  expectation: Expectation,
  own: readonly Expected[],
  all: readonly Hit[],
  strictness: Strictness,
): Result | null {
  const strokes = own.map((stroke, index) => ({ ...stroke, index }));
  const hits = hitsWithin(expectation.strokes, own, all);
  const stretch = { strokes, gap: expectation.gap };
  const { judgement } = strokes.length > 0 ? hearRepeat(stretch, hits, strictness) : { judgement: null };
  if (!judgement) return null;
  const stumble = worstStumble(strokes, hits) / judgement.thresholds.fromClick;
  if (judgement.result === "no" || stumble > STUMBLE.no) return "no";
  return judgement.result === "nearly" || stumble > STUMBLE.nearly ? "nearly" : "clean";
}

/** How one playing of an idea was; null where too little was heard of it. */
export function hearPlaying(
  expectation: Expectation,
  hits: readonly Hit[],
  { from, to }: Pick<Played, "from" | "to">,
  strictness: Strictness,
): Result | null {
  return hearStretch(expectation, strokesWithin(expectation, from, to), hits, strictness);
}

/** How one playing went over into the next: the last moments of the one, the first of the other. Null where too little was heard. */
export function hearJoin(
  expectation: Expectation,
  hits: readonly Hit[],
  before: Played,
  after: Played,
  strictness: Strictness,
): Result | null {
  const ends = strokesWithin(expectation, before.from, before.to);
  const begins = strokesWithin(expectation, after.from, after.to);
  const lastMoment = ends.at(-1)?.moment ?? 0;
  const firstMoment = begins[0]?.moment ?? 0;
  const own = [
    ...ends.filter(({ moment }) => moment > lastMoment - JOIN_MOMENTS),
    ...begins.filter(({ moment }) => moment < firstMoment + JOIN_MOMENTS),
  ];
  return hearStretch(expectation, own, hits, strictness);
}

/** Seconds from the start of the repeat at which the last stroke of some slots has surely been played; null without strokes. */
export function heardBy(expectation: Expectation, { from, to }: Pick<Played, "from" | "to">): number | null {
  const last = strokesWithin(expectation, from, to).at(-1);
  return last ? seconds(last.at + last.reach) : null;
}
