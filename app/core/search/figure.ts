/** Figures: a rhythm the band plays, which a fill accents or leaves free. */

import { readRhythm } from "../moves/rhythm";
import { type Bpm, type Meter, type Rate, slotTicks, type Ticks, ticks, ticksToSeconds } from "../time/time";
import type { Timeline } from "../timeline/timeline";
import type { SearchRule } from "./";

export interface Figure {
  /** In symbols of the rhythm. */
  readonly rate: Rate;
  /** x for a hit and - for none, from the first bar line; played once. */
  readonly rhythm: string;
  readonly ask: "accent" | "free";
}

/** Maximum number of symbols in a rhythm. */
export const MAX_FIGURE = 128;

/** The band's hits, from the first bar line. Empty for an unreadable rhythm. */
export function listHits({ rate, rhythm }: Pick<Figure, "rate" | "rhythm">): Ticks[] {
  const signs = readRhythm(rhythm) ?? "";
  return [...signs].flatMap((sign, index) => (sign === "x" ? [ticks(index * slotTicks(rate))] : []));
}

export interface FigureHit {
  readonly at: Ticks;
  /** Null outside the phrase. */
  readonly kept: boolean | null;
}

/** Each hit, and whether the phrase does what is asked: an accent at that onset, or nothing. */
export function checkFigure(timeline: Timeline, figure: Figure): FigureHit[] {
  const start = timeline.window.start;
  return listHits(figure).map((at) => {
    if (at < start || at >= timeline.end) return { at, kept: null };
    const strokes = timeline.events.filter((event) => event.at === at && event.grace === undefined);
    const kept = figure.ask === "free" ? strokes.length === 0 : strokes.some((event) => event.level === "accent");
    return { at, kept };
  });
}

/**
 * A figure as rules for a search over slots of `rate` from `start`, and the hits between slots. Those can be neither
 * accented nor played on, so they only break a figure that should be accented.
 */
export function rulesOfFigure(
  figure: Figure,
  rate: Rate,
  start: Ticks,
  slots: number,
): { readonly rules: readonly SearchRule[]; readonly between: readonly Ticks[] } {
  const rules: SearchRule[] = [];
  const between: Ticks[] = [];
  for (const at of listHits(figure)) {
    const slot = (at - start) / slotTicks(rate);
    if (slot < 0 || slot >= slots) continue;
    if (!Number.isInteger(slot)) between.push(at);
    else if (figure.ask === "free") rules.push({ kind: "slot", slot, want: { not: true, who: "any", level: null } });
    else rules.push({ kind: "slot", slot, want: { not: false, who: "any", level: "accent" } });
  }
  return { rules, between };
}

/**
 * A rhythm from taps: seconds from the first tap, which is on symbol `first`. Each tap goes to the nearest symbol; two
 * on one symbol count once. At least `signs` long, up to the end of the last hit's bar.
 */
export function rhythmOfTaps(
  taps: readonly number[],
  {
    rate,
    tempo,
    meter,
    first,
    signs,
  }: {
    readonly rate: Rate;
    readonly tempo: Bpm;
    readonly meter: Meter;
    readonly first: number;
    readonly signs: number;
  },
): string {
  const sign = ticksToSeconds(slotTicks(rate), tempo, meter);
  const hits = new Set(taps.map((tap) => first + Math.round(tap / sign)));
  const length = Math.min(MAX_FIGURE, signs);
  return Array.from({ length }, (_, index) => (hits.has(index) ? "x" : "-")).join("");
}
