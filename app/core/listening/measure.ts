/** Timing and dynamics of one repeat. Positive offsets are late. */

import { isHand, LEVELS, type Level, LIMBS, type Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";
import type { Alignment, Pair } from "./align";
import type { Expectation, Expected } from "./expect";
import { type Hit, isElsewhere, isOtherLimb } from "./hit";
import { type Flam, listFlams, listUnisons } from "./together";

/** A value with its certainty. */
export interface Estimate {
  readonly value: Seconds;
  /** Standard error. */
  readonly error: Seconds;
}

export interface LimbMeasure {
  readonly limb: Limb;
  readonly expected: number;
  readonly heard: number;
  /** Offset from the written position without the overall drift; null if nothing was heard. */
  readonly offset: Seconds | null;
  /** Standard deviation about its own mean. */
  readonly spread: Seconds | null;
  /**
   * Standard deviation of its intervals from the written ones, relative to the mean interval; null below two intervals.
   */
  readonly unevenness: number | null;
  /** Compared with the mean of the other limbs; null if there is nothing to compare with. */
  readonly apart: Estimate | null;
}

/** Strokes of one hand right after another limb, compared with its other strokes. */
export interface AfterMeasure {
  readonly limb: Limb;
  readonly after: "K" | "H";
  readonly late: Estimate;
  readonly slots: readonly number[];
}

export interface Measures {
  readonly expected: number;
  readonly heard: number;
  readonly limbs: readonly LimbMeasure[];
  readonly afters: readonly AfterMeasure[];
  /** All strokes against the click. */
  readonly offset: Estimate | null;
  /** All strokes, each limb about its own mean. */
  readonly spread: Seconds | null;
  /** Feet against hands; null unless both play. */
  readonly handFootGap: Seconds | null;
  /** How much further behind the last stroke is than the first, over the whole repeat; negative for rushing. */
  readonly drift: Estimate | null;
  readonly flams: readonly Flam[];
  /** Gaps within unisons. */
  readonly unisons: readonly Flam[];
  /** Without the part that flams explain. */
  readonly missed: readonly Expected[];
  readonly extra: readonly Hit[];
  readonly elsewhere: readonly Pair[];
  readonly otherLimb: readonly Pair[];
  /** Difference in velocity between levels in decibels; null if a level is missing or the input has no velocity. */
  readonly contrast: Readonly<Record<"accentOverNormal" | "normalOverGhost" | "accentOverGhost", number | null>>;
  readonly missedGraces: number;
  /** Number of double triggers. */
  readonly doubled: number;
}

/** Minimum number of strokes for an offset. */
const MIN_STROKES = 3;

/** `echoes` are probable double triggers; one next to a missing stroke was really a flam. */
export function measureRepeat(
  { pairs, missed, extra }: Alignment,
  { strokes }: Expectation,
  echoes: readonly Hit[] = [],
): Measures {
  const main = pairs.filter(({ expected }) => expected.slot !== null);
  const { slope, error, centre } = measureDrift(main);
  const plumb = (pair: Pair) => pair.offset - slope * (pair.expected.at - centre);
  const first = main[0]?.expected.at ?? 0;
  const span = (main.at(-1)?.expected.at ?? 0) - first;
  const limbs = measureLimbs(main, strokes, plumb);
  const flams = listFlams(main, missed, extra, echoes);
  const groups = limbs.flatMap(({ limb, offset }) =>
    offset === null ? [] : main.filter((pair) => pair.expected.limb === limb).map((pair) => plumb(pair) - offset),
  );
  const offsets = main.map(({ offset }) => offset);
  return {
    expected: strokes.filter(({ slot }) => slot !== null).length,
    heard: main.length,
    limbs,
    afters: measureAfters(main, plumb),
    offset:
      offsets.length > 0
        ? { value: seconds(mean(offsets)), error: seconds(deviation(groups) / Math.sqrt(offsets.length)) }
        : null,
    spread: groups.length >= MIN_STROKES ? seconds(deviation(groups)) : null,
    handFootGap: gapOf(main, plumb),
    drift: main.length > MIN_STROKES ? { value: seconds(slope * span), error: seconds(error * span) } : null,
    flams: flams.found,
    unisons: listUnisons(main),
    missed: missed.filter((stroke) => stroke.slot !== null && !flams.missed.has(stroke)),
    extra: extra.filter((hit) => !flams.extra.has(hit) && isWithin(hit, strokes) && !isBounce(hit, strokes)),
    elsewhere: main.filter(({ hit, expected }) => isElsewhere(hit, expected.place)),
    otherLimb: main.filter(({ hit, expected }) => isOtherLimb(hit, expected.limb)),
    contrast: measureContrast(main),
    missedGraces: missed.filter(({ slot }) => slot === null).length,
    doubled: echoes.filter((hit) => !flams.extra.has(hit)).length,
  };
}

/** Hits outside the phrase don't count: in the groove before it you are free. */
function isWithin(hit: Hit, strokes: readonly Expected[]): boolean {
  const [first, last] = [strokes[0], strokes.at(-1)];
  return (
    first !== undefined && last !== undefined && hit.at >= first.at - first.reach && hit.at <= last.at + last.reach
  );
}

/** Bounces of a buzz belong to its stroke. */
function isBounce(hit: Hit, strokes: readonly Expected[]): boolean {
  return strokes.some(
    (stroke) =>
      stroke.buzzes !== null &&
      hit.at >= stroke.at - stroke.reach &&
      hit.at <= stroke.at + stroke.buzzes &&
      !isElsewhere(hit, stroke.place) &&
      !isOtherLimb(hit, stroke.limb),
  );
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}

/** Sample standard deviation; 0 for a single value. */
function deviation(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const centre = mean(values);
  return Math.sqrt(values.reduce((sum, value) => sum + (value - centre) ** 2, 0) / (values.length - 1));
}

/**
 * The slope of offset over time, common to all limbs about their own means (the pooled within-group slope of an
 * analysis of covariance), so that a limb that is always late and plays mostly near the end doesn't look like drift.
 */
function measureDrift(pairs: readonly Pair[]): { slope: number; error: number; centre: number } {
  const centre = mean(pairs.map(({ expected }) => expected.at));
  let [across, both] = [0, 0];
  const points: { x: number; y: number }[] = [];
  for (const limb of LIMBS) {
    const own = pairs.filter(({ expected }) => expected.limb === limb);
    const [x, y] = [mean(own.map(({ expected }) => expected.at)), mean(own.map(({ offset }) => offset))];
    for (const { expected, offset } of own) points.push({ x: expected.at - x, y: offset - y });
  }
  for (const { x, y } of points) {
    across += x * x;
    both += x * y;
  }
  if (pairs.length <= MIN_STROKES || across === 0) return { slope: 0, error: 0, centre };
  const slope = both / across;
  const left = points.reduce((sum, { x, y }) => sum + (y - slope * x) ** 2, 0);
  return { slope, error: Math.sqrt(left / Math.max(1, pairs.length - 2) / across), centre };
}

function measureLimbs(
  pairs: readonly Pair[],
  strokes: readonly Expected[],
  plumb: (pair: Pair) => number,
): LimbMeasure[] {
  const wanted = LIMBS.filter((limb) => strokes.some((stroke) => stroke.limb === limb && stroke.slot !== null));
  const drafts = wanted.map((limb) => {
    const own = pairs.filter(({ expected }) => expected.limb === limb);
    const offsets = own.map(plumb);
    return { limb, own, offsets, offset: mean(offsets), spread: deviation(offsets) };
  });
  const solid = drafts.filter(({ own }) => own.length >= MIN_STROKES);
  return drafts.map(({ limb, own, offsets, offset, spread }): LimbMeasure => {
    const others = solid.filter((other) => other.limb !== limb);
    const isSolid = own.length >= MIN_STROKES && others.length > 0;
    const errors = others.map((other) => (other.spread * other.spread) / other.own.length);
    const error = Math.sqrt((spread * spread) / Math.max(1, own.length) + mean(errors) / Math.max(1, others.length));
    return {
      limb,
      expected: strokes.filter((stroke) => stroke.limb === limb && stroke.slot !== null).length,
      heard: own.length,
      offset: own.length > 0 ? seconds(offset) : null,
      spread: offsets.length > 1 ? seconds(spread) : null,
      unevenness: measureUnevenness(own),
      apart: isSolid
        ? { value: seconds(offset - mean(others.map((other) => other.offset))), error: seconds(error) }
        : null,
    };
  });
}

function measureUnevenness(own: readonly Pair[]): number | null {
  const intervals = own.slice(1).map((pair, index) => {
    const before = own[index] as Pair;
    return { played: pair.hit.at - before.hit.at, written: pair.expected.at - before.expected.at };
  });
  if (intervals.length < 2) return null;
  return (
    deviation(intervals.map(({ played, written }) => played - written)) / mean(intervals.map(({ written }) => written))
  );
}

/** Hand strokes right after a foot, compared with the hand's other strokes. */
function measureAfters(pairs: readonly Pair[], plumb: (pair: Pair) => number): AfterMeasure[] {
  const feetAt = new Map<number, Set<Limb>>();
  for (const { expected } of pairs) {
    if (isHand(expected.limb)) continue;
    feetAt.set(expected.moment, (feetAt.get(expected.moment) ?? new Set()).add(expected.limb));
  }
  return (["R", "L"] as const).flatMap((limb) =>
    (["K", "H"] as const).flatMap((after) => {
      const own = pairs.filter(({ expected }) => expected.limb === limb);
      const follows = ({ expected }: Pair) => feetAt.get(expected.moment - 1)?.has(after) ?? false;
      const [behind, rest] = [own.filter(follows), own.filter((pair) => !follows(pair))];
      if (behind.length < 2 || rest.length < 2) return [];
      const [a, b] = [behind.map(plumb), rest.map(plumb)];
      // Few strokes say little about their spread, so both use the spread of the whole hand.
      const pooled = Math.sqrt(
        ((a.length - 1) * deviation(a) ** 2 + (b.length - 1) * deviation(b) ** 2) / (a.length + b.length - 2),
      );
      const error = pooled * Math.sqrt(1 / a.length + 1 / b.length);
      return [
        {
          limb,
          after,
          late: { value: seconds(mean(a) - mean(b)), error: seconds(error) },
          slots: behind.flatMap(({ expected }) => (expected.slot === null ? [] : [expected.slot])),
        },
      ];
    }),
  );
}

function gapOf(pairs: readonly Pair[], plumb: (pair: Pair) => number): Seconds | null {
  const hands = pairs.filter(({ expected }) => isHand(expected.limb)).map(plumb);
  const feet = pairs.filter(({ expected }) => !isHand(expected.limb)).map(plumb);
  return hands.length > 0 && feet.length > 0 ? seconds(mean(feet) - mean(hands)) : null;
}

/** 20 log10 of the ratio of mean velocities, as for amplitudes. */
function measureContrast(pairs: readonly Pair[]): Measures["contrast"] {
  const meanOf = (level: Level) => {
    const velocities = pairs.flatMap(({ expected, hit }) =>
      // In a crescendo, levels lie between these.
      expected.force === LEVELS.indexOf(level) && isHand(expected.limb) && hit.velocity !== null ? [hit.velocity] : [],
    );
    return velocities.length > 0 ? mean(velocities) : null;
  };
  const [ghost, normal, accent] = [meanOf("ghost"), meanOf("normal"), meanOf("accent")];
  const between = (loud: number | null, soft: number | null) =>
    loud === null || soft === null ? null : 20 * Math.log10(loud / Math.max(1, soft));
  return {
    accentOverNormal: between(accent, normal),
    normalOverGhost: between(normal, ghost),
    accentOverGhost: between(accent, ghost),
  };
}
