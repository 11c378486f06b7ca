/** The beats for spelling rhythm: what lies in one is readable at a glance, so values and beams stay within them. */

import { groupUnits, pulseOf } from "~/core/pulse";
import { barTicks, beatTicks, isCompound, type Meter, QUARTER, unitTicks } from "~/core/time";

/** Ticks from the bar line. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

export interface BarBeats {
  readonly length: number;
  /** None is longer than a dotted quarter, so that each is readable on its own. */
  readonly beats: readonly Stretch[];
  /** Beam groups: the beats as felt. */
  readonly groups: readonly Stretch[];
  /** Silent beats merge up to the half bar: 4/4 and 12/8 have halves, 3/4 has none. */
  readonly halves: readonly Stretch[];
  /** Beat length in meters with only dotted beats. */
  readonly dottedBeat: number | null;
  /** Whether four eighths share a beam: in 4/4, whose halves are two beats. */
  readonly beamsFours: boolean;
}

export function beatsOfBar(meter: Meter): BarBeats {
  const length = barTicks(meter);
  const groups = beamGroups(meter);
  const isDotted = isCompound(meter) || isSingleThree(meter);
  const isEven = !meter.groups && !groupUnits(meter);
  const felt = beatTicks(meter);
  const halved = isEven && length % (4 * felt) === 0 && felt >= QUARTER;
  return {
    length,
    beats: groups.flatMap(splitLong),
    groups,
    halves: halved ? evenly(length, length / 2) : groups,
    dottedBeat: isDotted ? 3 * unitTicks(meter) : null,
    beamsFours: halved && felt === QUARTER,
  };
}

function evenly(length: number, step: number): Stretch[] {
  return Array.from({ length: Math.ceil(length / step) }, (_, index) => ({
    from: index * step,
    to: Math.min(length, (index + 1) * step),
  }));
}

function beamGroups(meter: Meter): Stretch[] {
  const length = barTicks(meter);
  if (meter.groups) {
    const { beats } = pulseOf(meter);
    return beats.map((from, index) => ({ from, to: beats[index + 1] ?? length }));
  }
  const sizes = groupUnits(meter);
  if (sizes) {
    let from = 0;
    return sizes.map((size) => {
      const group = { from, to: from + size * unitTicks(meter) };
      from = group.to;
      return group;
    });
  }
  const beat = beatTicks(meter);
  if (isCompound(meter)) return evenly(length, beat);
  // Single eighths are too short to read one by one: two of them form a quarter.
  return evenly(length, isSingleThree(meter) ? length : Math.max(beat, QUARTER));
}

/** 3/8 and 3/16 are one beat. */
function isSingleThree({ beats, unit, groups }: Meter): boolean {
  return !groups && unit >= 8 && beats === 3;
}

/** A beat longer than a dotted quarter is read in quarters. */
function splitLong({ from, to }: Stretch): Stretch[] {
  if (to - from <= 1.5 * QUARTER) return [{ from, to }];
  return evenly(to - from, QUARTER).map((part) => ({ from: from + part.from, to: from + part.to }));
}

/** The stretch that contains `at`. */
export function stretchAt(stretches: readonly Stretch[], at: number): Stretch | undefined {
  return stretches.find(({ from, to }) => at >= from && at < to);
}
