/** Strokes per second: what a rate and tempo mean for the limbs. */

import { type Bpm, type Meter, type Rate, type Seconds, slotTicks, ticksToSeconds } from "../time/time";
import { listMoments } from "./sticking";
import { LIMBS, type Limb, partsOf, type Slot } from "./stroke";

export interface LimbSpeed {
  readonly limb: Limb;
  /** Strokes per second over the whole cell. */
  readonly average: number;
  /** Strokes per second at the shortest distance between two of its strokes, including repeats. */
  readonly fastest: number;
}

/** Speed of each limb in a repeated cell, without grace notes. */
export function measureSpeed(cell: readonly Slot[], rate: Rate, tempo: Bpm, meter: Meter): LimbSpeed[] {
  const slot: Seconds = ticksToSeconds(slotTicks(rate), tempo, meter);
  const length = cell.length;
  const onsets = new Map<Limb, number[]>();
  for (const moment of listMoments(cell)) {
    const at = moment.slot + moment.part / partsOf(cell[moment.slot] as Slot).length;
    for (const { limb } of moment.strokes) onsets.set(limb, [...(onsets.get(limb) ?? []), at]);
  }
  return LIMBS.flatMap((limb) => {
    const at = onsets.get(limb);
    if (!at) return [];
    const gaps = at.map(
      (here, index) => (index + 1 < at.length ? (at[index + 1] as number) : (at[0] as number) + length) - here,
    );
    return [{ limb, average: at.length / (length * slot), fastest: 1 / (Math.min(...gaps) * slot) }];
  });
}

/**
 * The tempo at which slots of another rate have the same duration, so that the hands feel no difference. Not rounded,
 * not clamped.
 */
export function tempoOfSameSpeed(tempo: number, from: Rate, to: Rate): number {
  return (tempo * slotTicks(to)) / slotTicks(from);
}
