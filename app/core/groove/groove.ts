/** Grooves: whole bars in a meter, written as a stick line on a kit's surfaces. */

import type { Kit } from "../kit/kit";
import { type Line, makeLine, mirrorLine } from "../phrase/phrase";
import { type Backbeats, type Pulse, pulseOf, shiftPulse } from "../pulse/pulse";
import { isHand, type Level, makeStroke, makeStrokes } from "../stroke/stroke";
import { QUARTER } from "../time";
import { type Bpm, barTicks, beatTicks, bpm, isCompound, type Meter, sameMeter, ticks, unitTicks } from "../time/time";
import { layOut, type Timeline } from "../timeline/timeline";
import { type Feel, mirrorFeel, STRAIGHT } from "./feel";

export interface Groove {
  readonly meter: Meter;
  readonly line: Line;
  readonly feel: Feel;
}

/** The groove with hands swapped. */
export function mirrorGroove(groove: Groove): Groove {
  return { ...groove, line: mirrorLine(groove.line), feel: mirrorFeel(groove.feel) };
}

/** The groove once through; null in another meter or if empty. */
export function layOutGroove(groove: Groove, meter: Meter, tempo: Bpm, kit: Kit | null = null): Timeline | null {
  if (!sameMeter(groove.meter, meter)) return null;
  const window = { start: ticks(0), length: barTicks(meter) };
  const laid = layOut({ meter, tempo, window, line: groove.line }, kit);
  return laid.end > 0 ? laid : null;
}

/**
 * The groove defines its backbeat: its loudest hand strokes on the snare, without ghosts. Usually 2 and 4, in half-time
 * 3, in six the second half of the bar, and in some grooves none.
 */
export function listBackbeats(groove: Groove): Backbeats {
  const laid = layOutGroove(groove, groove.meter, bpm(100));
  if (!laid) return { at: [], length: barTicks(groove.meter) };
  const onSnare = (level: Level) =>
    laid.events.filter(
      (event) => event.place === "sn" && isHand(event.limb) && event.grace === undefined && event.level === level,
    );
  const accents = onSnare("accent");
  const found = accents.length > 0 ? accents : onSnare("normal");
  return { at: [...new Set(found.map(({ at }) => at))], length: laid.end };
}

/**
 * The pulse of a phrase in a groove: the groove's own backbeats, counted from the phrase's first bar line, which
 * follows `grooveBars` bars of groove. A groove in another meter has no effect.
 */
export function pulseInGroove(groove: Groove, meter: Meter, grooveBars: number): Pulse {
  if (!sameMeter(groove.meter, meter)) return pulseOf(meter);
  const felt = meter.groups ? meter : { ...meter, groups: groove.meter.groups };
  return shiftPulse(pulseOf(felt, listBackbeats(groove)), grooveBars * barTicks(meter));
}

/**
 * The simplest groove for a meter without a written one: hi-hat on every written unit (eighths under larger ones), bass
 * drum on one, snare on every second beat, or in the middle of a compound bar.
 */
export function plainGroove(meter: Meter): Groove {
  const step = Math.min(unitTicks(meter), 5040);
  const steps = barTicks(meter) / step;
  const perBeat = beatTicks(meter) / step;
  const beats = steps / perBeat;
  const slots = Array.from({ length: steps }, (_, index) => {
    const strokes = [makeStroke("R", { place: "hh", level: index % perBeat === 0 ? "normal" : "ghost" })];
    const beat = index / perBeat;
    const middle = isCompound(meter) ? beat % 2 === 1 : beat === Math.floor(beat) && beat % 2 === 1;
    if (index === 0) strokes.push(makeStroke("K"));
    else if (middle || (beats === 1 && beat === 0.5)) strokes.push(makeStroke("L", { level: "accent" }));
    return makeStrokes(strokes);
  });
  return {
    meter,
    line: makeLine([
      { kind: "rate", rate: { slots: QUARTER / step, quarters: 1 } },
      { kind: "cell", slots, count: 1 },
    ]),
    feel: STRAIGHT,
  };
}
