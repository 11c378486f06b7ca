/** Whether a line and a feel go together: rhythms that only work swung, and rhythms that clash with the groove. */

import { barTicks, type Seconds, TICKS_PER_QUARTER, ticksToSeconds } from "../time/time";
import type { Timeline } from "../timeline/timeline";
import { type Feel, followsSwing, isSwung, STRAIGHT_SHARE, type Swing, swingAt, TRIPLET_SHARE } from "./feel";

export type FeelNote =
  /** The groove swings but the fill doesn't, so the fill's off-beats come before the groove's. */
  | { readonly kind: "beside"; readonly strokes: number; readonly seconds: Seconds }
  /** In a line with both straight off-beats and triplets, they only coincide if the off-beats swing as triplets. */
  | { readonly kind: "mixed"; readonly strokes: number; readonly seconds: Seconds }
  /** Notes on the first and last of each four: swing written out, which sounds stiff when played straight. */
  | { readonly kind: "dotted"; readonly pairs: number };

/** Swing this close to triplets counts as triplet swing: a hundredth of a beat. */
const NEAR_TRIPLET = 0.01;
/** Fewer long-short pairs are an ornament, not a notation habit. */
const MIN_PAIRS = 3;

/** Advice about a fill in its groove's feel; empty if they go together. */
export function judgeFeel(timeline: Timeline, groove: Feel, follows: boolean): FeelNote[] {
  const notes: FeelNote[] = [];
  const swing = isSwung(groove) ? groove.swing : null;
  if (swing && !follows) notes.push(...findBeside(timeline, swing));
  notes.push(...findMixed(timeline, follows ? swing : null));
  if (!(swing && follows)) notes.push(...findDotted(timeline));
  return notes;
}

/** Strokes at rates that swing affects. */
function swungStrokes(timeline: Timeline) {
  return timeline.events.filter((event) => {
    const rate = timeline.cells[timeline.slots[event.slot]?.cell ?? -1]?.rate;
    return event.grace === undefined && rate !== undefined && followsSwing(rate);
  });
}

function findBeside(timeline: Timeline, swing: Swing): FeelNote[] {
  const { meter, tempo } = timeline;
  const moved = swungStrokes(timeline)
    .map(({ at }) => swingAt(at, swing, meter) - at)
    .filter((by) => by > 0);
  if (moved.length === 0) return [];
  return [{ kind: "beside", strokes: moved.length, seconds: ticksToSeconds(Math.max(...moved), tempo, meter) }];
}

/** Off-beat eighths compared with the line's triplets, with the fill's eighth-note swing if any. */
function findMixed(timeline: Timeline, swing: Swing | null): FeelNote[] {
  const { meter, tempo, cells, slots, events } = timeline;
  const isTriplet = (slot: number) => {
    const rate = cells[slots[slot]?.cell ?? -1]?.rate;
    return rate?.quarters === 1 && (rate.slots === 3 || rate.slots === 6);
  };
  if (!events.some(({ slot }) => isTriplet(slot))) return [];
  const share = swing?.unit === 2 ? swing.share : STRAIGHT_SHARE;
  const off = Math.abs(share - TRIPLET_SHARE);
  const offBeats = swungStrokes(timeline).filter(
    ({ at }) => (at % barTicks(meter)) % TICKS_PER_QUARTER === TICKS_PER_QUARTER / 2,
  );
  if (off <= NEAR_TRIPLET || offBeats.length === 0) return [];
  const seconds = ticksToSeconds(off * TICKS_PER_QUARTER, tempo, meter);
  return [{ kind: "mixed", strokes: offBeats.length, seconds }];
}

/** Lines whose binary strokes are only on the first and last of each four, in every beat. */
function findDotted(timeline: Timeline): FeelNote[] {
  const strokes = swungStrokes(timeline);
  const bar = barTicks(timeline.meter);
  const places = strokes.map(({ at }) => (((at % bar) % TICKS_PER_QUARTER) * 4) / TICKS_PER_QUARTER);
  if (places.length === 0 || places.some((place) => place !== 0 && place !== 3)) return [];
  const pairs = new Set(strokes.filter((_, index) => places[index] === 3).map(({ at }) => at)).size;
  return pairs >= MIN_PAIRS ? [{ kind: "dotted", pairs }] : [];
}
