/** What should be heard in one repeat of a loop. */

import type { Arrangement } from "../groove/sounding";
import type { KitVoice, Level, Limb } from "../stroke/stroke";
import { type Bpm, beatTicks, type Seconds, seconds, ticksToSeconds } from "../time/time";

/** A stroke of the phrase that is to be played. */
export interface Expected {
  readonly index: number;
  /** From the start of the repeat. */
  readonly at: Seconds;
  readonly limb: Limb;
  readonly place: KitVoice;
  readonly level: Level;
  /** As in a timeline event; fractional where the phrase swells. */
  readonly force: number;
  /** Duration of a buzz; null for a single stroke. */
  readonly buzzes: Seconds | null;
  /** The slot of the phrase; null for a grace note, which is expected but whose timing isn't judged. */
  readonly slot: number | null;
  /** Strokes of one moment are simultaneous. Each grace note is a moment of its own. */
  readonly moment: number;
  /** A hit further away isn't meant for this stroke. */
  readonly reach: Seconds;
}

export interface Expectation {
  /** In order of time. */
  readonly strokes: readonly Expected[];
  /** The shortest interval between two moments, at most a beat. Limits scale with it. */
  readonly gap: Seconds;
}

/**
 * A hit within this share of the interval to the next moment can belong to a stroke. More than half, for players who
 * drift.
 */
const REACH_SHARE = 0.7;
const MIN_REACH = 0.045;
const MAX_REACH = 0.2;
/** The feel may separate simultaneous strokes by this much. Seconds. */
const TOGETHER = 0.0005;

/** The strokes of the phrase by these limbs, in an arrangement at its tempo. */
export function expectStrokes(arrangement: Arrangement, tempo: Bpm, limbs: ReadonlySet<Limb>): Expectation {
  const notes = arrangement.notes.filter((note) => note.role === "fill" && limbs.has(note.limb));
  const toSeconds = (span: number) => ticksToSeconds(span, tempo, arrangement.meter);
  const times = notes.map((note) => toSeconds(note.sounds));
  const written = notes.map((note) => note.at);
  const moments: number[] = [];
  let moment = -1;
  for (const [index, note] of notes.entries()) {
    const before = notes[index - 1];
    const isNew =
      !before ||
      note.slot === null ||
      before.slot === null ||
      (written[index] !== written[index - 1] && (times[index] as number) - (times[index - 1] as number) > TOGETHER);
    if (isNew) moment++;
    moments.push(moment);
  }
  const beat = toSeconds(beatTicks(arrangement.meter));
  const mains = apart(notes.flatMap((note, index) => (note.slot === null ? [] : [times[index] as number])));
  const gaps = mains.slice(1).map((at, index) => at - (mains[index] as number));
  let later = 0;
  const strokes = notes.map((note, index): Expected => {
    const at = times[index] as number;
    while (later < mains.length && (mains[later] as number) <= at + TOGETHER) later++;
    const near = nearestTo(at, mains, later, beat);
    return {
      index,
      at: seconds(at),
      limb: note.limb,
      place: note.place,
      level: note.level,
      force: note.force,
      buzzes: note.technique === "buzz" ? toSeconds(note.lasts ?? 0) : null,
      slot: note.slot,
      moment: moments[index] as number,
      reach: seconds(Math.min(MAX_REACH, Math.max(MIN_REACH, near * REACH_SHARE))),
    };
  });
  return { strokes, gap: seconds(gaps.reduce((least, gap) => Math.min(least, gap), beat)) };
}

/** Distinct times, in order. */
function apart(times: readonly number[]): number[] {
  const kept: number[] = [];
  for (const at of times) if (kept.length === 0 || at - (kept.at(-1) as number) > TOGETHER) kept.push(at);
  return kept;
}

/** Distance to the nearest other moment, at most `most`; `later` is the index of the first moment after `at`. */
function nearestTo(at: number, moments: readonly number[], later: number, most: number): number {
  const next = moments[later];
  const here = moments[later - 1];
  const before = here !== undefined && at - here > TOGETHER ? here : moments[later - 2];
  return Math.min(most, next === undefined ? most : next - at, before === undefined ? most : at - before);
}
