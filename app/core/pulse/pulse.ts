/** The pulse: where a bar's beats and backbeats are. Everything about beats uses this. */

import { barTicks, beatTicks, type Meter, type Ticks, ticks, unitTicks } from "../time/time";

/** A groove's backbeats, within its own length. */
export interface Backbeats {
  readonly at: readonly Ticks[];
  /** Length of the repeating unit: the groove, or a bar. */
  readonly length: Ticks;
}

/** Plain data, so that it can be sent to a worker. Positions count from the phrase's first bar line. */
export interface Pulse {
  readonly meter: Meter;
  /** The start of each beat in a bar, from 0. */
  readonly beats: readonly Ticks[];
  readonly backbeats: Backbeats;
}

/** The default backbeats of a meter: every second beat. */
function meterBackbeats(meter: Meter): Backbeats {
  return { at: listBeats(meter).filter((_, beat) => beat % 2 === 1), length: barTicks(meter) };
}

function listBeats(meter: Meter): Ticks[] {
  if (meter.groups) {
    let units = 0;
    return meter.groups.map((size) => {
      const at = ticks(units * unitTicks(meter));
      units += size;
      return at;
    });
  }
  const beat = beatTicks(meter);
  return Array.from({ length: barTicks(meter) / beat }, (_, index) => ticks(index * beat));
}

/** The pulse of a meter, with the backbeats of the current groove, otherwise the meter's own. */
export function pulseOf(meter: Meter, backbeats: Backbeats = meterBackbeats(meter)): Pulse {
  return { meter, beats: listBeats(meter), backbeats };
}

function within(at: number, length: number): number {
  return ((at % length) + length) % length;
}

export function isOnBeat(at: number, { meter, beats }: Pulse): boolean {
  return beats.some((beat) => beat === within(at, barTicks(meter)));
}

export function isBackbeat(at: number, { backbeats }: Pulse): boolean {
  const inRound = within(at, backbeats.length);
  return backbeats.at.some((backbeat) => backbeat === inRound);
}

/** All beats from `from` to below `to`. */
export function beatsBetween({ meter, beats }: Pulse, from: number, to: number): Ticks[] {
  return placesBetween(beats, barTicks(meter), from, to);
}

/** All backbeats from `from` to below `to`. */
export function backbeatsBetween({ backbeats: { at, length } }: Pulse, from: number, to: number): Ticks[] {
  return placesBetween(at, length, from, to);
}

function placesBetween(places: readonly Ticks[], length: number, from: number, to: number): Ticks[] {
  const found: Ticks[] = [];
  for (let start = Math.floor(from / length) * length; start < to; start += length) {
    for (const place of places) {
      const at = start + place;
      if (at >= from && at < to) found.push(ticks(at));
    }
  }
  return found.sort((a, b) => a - b);
}

/** The pulse shifted by `by` ticks: for a phrase that starts after bars of groove. */
export function shiftPulse(pulse: Pulse, by: number): Pulse {
  const { at, length } = pulse.backbeats;
  const shifted = at.map((backbeat) => ticks(within(backbeat - by, length))).sort((a, b) => a - b);
  return { ...pulse, backbeats: { at: shifted, length } };
}
