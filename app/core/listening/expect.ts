/** What should be heard in one repeat of a loop. */

import type { Arrangement } from "../groove/arrange";
import type { Level, Limb, Place } from "../stroke";
import { type Bpm, type Seconds, seconds, ticksToSeconds } from "../time";

/** A stroke of the phrase that is to be played. */
export interface Expected {
  readonly index: number;
  /** From the start of the repeat. */
  readonly at: Seconds;
  readonly limb: Limb;
  readonly place: Place;
  readonly level: Level;
  /** The slot of the phrase; null for a grace note, which is looked for but whose time is not judged. */
  readonly slot: number | null;
  /** Strokes of one moment sound together. Grace notes are moments of their own. */
  readonly moment: number;
  /** A hit further away than this is not meant for it. */
  readonly reach: Seconds;
}

export interface Expectation {
  /** In order of time. */
  readonly strokes: readonly Expected[];
  /** The shortest time between two moments, which limits scale with; that of a beat where there is but one. */
  readonly gap: Seconds;
  /** Of one beat of the meter. */
  readonly beat: Seconds;
}

/** Share of the way to the next moment within which a hit is taken for a stroke. More than half, for those who drift. */
const REACH_SHARE = 0.7;
const LEAST_REACH = 0.045;
const MOST_REACH = 0.2;
/** Strokes that are written together may stand this far apart by the feel of their limbs. Seconds. */
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
  const beat = toSeconds(arrangement.clicks.length > 1 ? gapOfClicks(arrangement) : arrangement.length);
  const mains = [...new Set(notes.flatMap((note, index) => (note.slot === null ? [] : [times[index] as number])))];
  const gaps = mains.slice(1).map((at, index) => at - (mains[index] as number));
  const real = gaps.filter((between) => between > TOGETHER);
  const strokes = notes.map((note, index): Expected => {
    const at = times[index] as number;
    const near = Math.min(...mains.map((other) => Math.abs(other - at)).filter((between) => between > TOGETHER), beat);
    return {
      index,
      at: seconds(at),
      limb: note.limb,
      place: note.place,
      level: note.level,
      slot: note.slot,
      moment: moments[index] as number,
      reach: seconds(Math.min(MOST_REACH, Math.max(LEAST_REACH, near * REACH_SHARE))),
    };
  });
  return { strokes, gap: seconds(real.length > 0 ? Math.min(...real) : beat), beat };
}

function gapOfClicks({ clicks }: Arrangement): number {
  return (clicks[1]?.at ?? 0) - (clicks[0]?.at ?? 0);
}
