/** A cell alone, to look at and listen to: repeated until it lines up with the bar again. */

import { plainScore, type Score } from "~/audio/score";
import { arrangeRange } from "~/core/groove";
import type { Kit } from "~/core/kit";
import type { Cell } from "~/core/moves";
import { makeCell, makeLine } from "~/core/phrase";
import { EVERY_BEAT } from "~/core/pulse";
import { analyseSticking, type StickingFacts } from "~/core/stroke";
import { bpm, type Cycle, type Meter, measureCycle, parseMeter, type Rate, slotTicks, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import type { Preferences } from "~/library/preferences";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };

/** The context in which cells are shown and heard. */
export interface CellSetting {
  readonly rate: Rate;
  readonly meter: Meter;
  readonly tempo: number;
  readonly kit: Kit;
}

export function settingOf(
  rate: Rate,
  { cellTempo, cellMeter }: Pick<Preferences, "cellTempo" | "cellMeter">,
  kit: Kit,
): CellSetting {
  return { rate, meter: parseMeter(cellMeter) ?? FOUR_FOUR, tempo: cellTempo, kit };
}

/** Bars that are enough to hear the effect of a move. */
const MAX_HEARD = 8;

/** A cell repeated in a meter. */
export interface CellInBars {
  readonly timeline: Timeline;
  /** Until it starts on a bar line again. */
  readonly cycle: Cycle;
  /** Repeats in the layout: the whole cycle, unless that is too long to see. */
  readonly repeats: number;
  readonly facts: StickingFacts;
}

/** Repeats drawn and heard, and their total number of slots. */
const MAX_REPEATS = 16;
const MAX_SLOTS = 192;

/** Lays out a cell, repeated until it lines up with the bar again. Null without slots. */
export function layOutCell(
  cell: Cell,
  { rate, meter, tempo, kit }: CellSetting,
  most = MAX_REPEATS,
): CellInBars | null {
  if (cell.length === 0) return null;
  const length = ticks(cell.length * slotTicks(rate));
  const cycle = measureCycle(length, meter);
  const repeats = Math.max(1, Math.min(cycle.repeats, most, Math.floor(MAX_SLOTS / cell.length)));
  const line = makeLine([{ kind: "rate", rate }, makeCell(cell, repeats)]);
  const window = { start: ticks(0), length: ticks(repeats * length) };
  const timeline = layOut({ meter, tempo: bpm(tempo), window, line }, kit);
  return { timeline, cycle, repeats, facts: analyseSticking(cell) };
}

/** Null for a cell without slots. */
export function scoreOf(cell: Cell, setting: CellSetting, click: boolean, most = MAX_HEARD): Score | null {
  const laid = layOutCell(cell, setting, most);
  if (!laid) return null;
  return plainScore(arrangeRange(laid.timeline, {}), laid.timeline.tempo, click ? EVERY_BEAT : null);
}
