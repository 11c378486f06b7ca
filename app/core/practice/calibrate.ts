/** Short tests of hands and feet, and the constants fitted to them. */

import { DOUBLE_TRIGGER } from "../listening/hit";
import { type Seconds, seconds } from "../time/time";

/** A fitted value with its uncertainty: with 95 % confidence, the true one is within `value ± margin`. */
export interface Fitted {
  readonly value: number;
  readonly margin: number;
  /** Number of intervals used. */
  readonly count: number;
}

/** Minimum number of intervals for a fit. */
export const MIN_INTERVALS = 8;
/** Two standard errors, near enough. */
const SURE = 1.96;
/** The median of normal samples varies this much more than their mean: the square root of pi over two. */
const MEDIAN_EFFICIENCY = 1.2533;
/** A gap longer than this multiple of the median is a pause. */
const PAUSE = 1.8;

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[middle] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** Standard deviation from the median absolute deviation, which a few slips don't affect. */
function robustDeviation(values: readonly number[]): number {
  const centre = median(values);
  return 1.4826 * median(values.map((value) => Math.abs(value - centre)));
}

function intervalsOf(times: readonly Seconds[]): number[] {
  const sorted = times.toSorted((a, b) => a - b);
  return sorted
    .slice(1)
    .map((time, index) => time - (sorted[index] as number))
    .filter((gap) => gap > DOUBLE_TRIGGER);
}

function fitRate(intervals: readonly number[]): Fitted | null {
  if (intervals.length < MIN_INTERVALS) return null;
  const typical = median(intervals);
  const kept = intervals.filter((gap) => gap < typical * PAUSE);
  if (kept.length < MIN_INTERVALS) return null;
  const gap = median(kept);
  const error = (MEDIAN_EFFICIENCY * robustDeviation(kept)) / Math.sqrt(kept.length);
  // Strokes per second are the inverse of the gap, and its error propagates like this (the delta method).
  return { value: 1 / gap, margin: (SURE * error) / (gap * gap), count: kept.length };
}

/** Strokes per second of one limb playing singles as fast as it stays loose. Null for too few strokes. */
export function fitSingles(times: readonly Seconds[]): Fitted | null {
  return fitRate(intervalsOf(times));
}

/** Strokes per second within doubles, played as pairs with gaps between them. Null for too few pairs. */
export function fitDoubles(times: readonly Seconds[]): Fitted | null {
  const intervals = intervalsOf(times);
  if (intervals.length < MIN_INTERVALS) return null;
  // Of two kinds of gaps, the shorter ones are within pairs: those nearer to the shortest than to the longest.
  const [short, long] = [quantile(intervals, 0.2), quantile(intervals, 0.8)];
  if (long < short * 1.25) return null;
  return fitRate(intervals.filter((gap) => gap < Math.sqrt(short * long)));
}

function quantile(values: readonly number[], share: number): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] as number;
}

/** One hand moving back and forth between two surfaces. */
export interface ReachRun {
  readonly times: readonly Seconds[];
  /** Distance between the surfaces, and size of the smaller one, in centimetres. */
  readonly distance: number;
  readonly width: number;
}

export interface FittedReach {
  /** Seconds; see {@link LimbLimits}. */
  readonly base: Fitted;
  readonly perBit: Fitted;
  /** Whether both constants were fitted; with only one distance, they are scaled estimates. */
  readonly isScaled: boolean;
}

/**
 * The constants of Fitts's law, by least squares over the runs (mean movement time against index of difficulty, as in
 * P. M. Fitts, "The information capacity of the human motor system in controlling the amplitude of movement", 1954).
 * Runs at a single distance give only one value, so the estimates are scaled to it. Null for too few strokes.
 */
export function fitReach(runs: readonly ReachRun[], estimate: { base: number; perBit: number }): FittedReach | null {
  const points = runs.flatMap(({ times, distance, width }) => {
    const rate = fitSingles(times);
    if (!rate) return [];
    const time = 1 / rate.value;
    return [{ bits: Math.log2(distance / width + 1), time, margin: rate.margin * time * time, count: rate.count }];
  });
  const count = points.reduce((sum, point) => sum + point.count, 0);
  const [first] = points;
  if (!first) return null;
  const meanBits = points.reduce((sum, { bits }) => sum + bits, 0) / points.length;
  const meanTime = points.reduce((sum, { time }) => sum + time, 0) / points.length;
  const across = points.reduce((sum, { bits }) => sum + (bits - meanBits) ** 2, 0);
  const fits = (value: number, margin: number): Fitted => ({ value, margin, count });
  const perBit = points.reduce((sum, { bits, time }) => sum + (bits - meanBits) * (time - meanTime), 0) / across;
  const base = meanTime - perBit * meanBits;
  if (across < MIN_BITS || !(perBit > 0) || base < 0) {
    const share = meanTime / (estimate.base + estimate.perBit * meanBits);
    const off = points.reduce((most, { margin }) => Math.max(most, margin), 0) / meanTime;
    // We don't know how the time splits between the two, which is most of the uncertainty.
    const margin = (value: number) => value * share * Math.hypot(off, 0.5);
    return {
      base: fits(estimate.base * share, margin(estimate.base)),
      perBit: fits(estimate.perBit * share, margin(estimate.perBit)),
      isScaled: true,
    };
  }
  const slopeMargin =
    Math.sqrt(points.reduce((sum, { bits, margin }) => sum + ((bits - meanBits) * margin) ** 2, 0)) / across;
  const meanMargin = Math.sqrt(points.reduce((sum, { margin }) => sum + margin ** 2, 0)) / points.length;
  return {
    base: fits(base, Math.hypot(meanMargin, slopeMargin * meanBits)),
    perBit: fits(perBit, slopeMargin),
    isScaled: false,
  };
}

/** Distances must differ by at least this (sum of squares, in bits) before we fit a line. */
const MIN_BITS = 0.05;

/** The latency of an input: how late taps along with clicks arrive. Null for too few taps. */
export function fitLatency(offsets: readonly Seconds[]): Fitted | null {
  if (offsets.length < MIN_INTERVALS) return null;
  const error = (MEDIAN_EFFICIENCY * robustDeviation(offsets)) / Math.sqrt(offsets.length);
  return { value: seconds(median(offsets)), margin: SURE * error, count: offsets.length };
}
