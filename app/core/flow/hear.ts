/** One round as heard: each playing of an idea, and each join of two different ones. */

import { alignRushed } from "../listening/align";
import type { Expectation, Expected } from "../listening/expect";
import { cleanHits, type Hit } from "../listening/hit";
import type { Result } from "../listening/judge";
import { hearRepeat } from "../listening/listen";
import type { Strictness } from "../listening/settings";
import { seconds } from "../time/time";

interface Played {
  readonly idea: number;
  /** Slots of the phrase, including the last. */
  readonly from: number;
  readonly to: number;
}

/** Moments on either side of a join that count as part of it. */
const JOIN_MOMENTS = 2;

/** The strokes of some slots; grace notes go with the stroke after them. */
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

/** The hits nearer to these strokes than to the strokes on either side. */
function hitsWithin(all: readonly Expected[], own: readonly Expected[], hits: readonly Hit[]): Hit[] {
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return [];
  const before = all[all.indexOf(first) - 1];
  const after = all[all.indexOf(last) + 1];
  const from = before ? (before.at + first.at) / 2 : first.at - first.reach;
  const to = after ? (after.at + last.at) / 2 : last.at + last.reach;
  return hits.filter(({ at }) => at >= from && at < to);
}

/** A stroke this many times further off than the tolerance of the whole is a stumble. Our estimates. */
const STUMBLE = { nearly: 1.5, no: 2.5 } as const;

/** Deviation of the worst stroke from the median one, in seconds: with so few strokes, means say little. */
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

/** The result of one playing of an idea; null if too little was heard. */
export function hearPlaying(
  expectation: Expectation,
  hits: readonly Hit[],
  { from, to }: Pick<Played, "from" | "to">,
  strictness: Strictness,
): Result | null {
  return hearStretch(expectation, strokesWithin(expectation, from, to), hits, strictness);
}

/** The result of a join: the last moments of one playing, and the first of the next. Null if too little was heard. */
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

/**
 * Seconds from the start of the repeat by which the last stroke of these slots has surely been played; null without
 * strokes.
 */
export function heardBy(expectation: Expectation, { from, to }: Pick<Played, "from" | "to">): number | null {
  const last = strokesWithin(expectation, from, to).at(-1);
  return last ? seconds(last.at + last.reach) : null;
}
