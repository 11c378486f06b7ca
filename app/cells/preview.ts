/** A cell by itself as something to be heard: round and round until it comes round. */

import { plainScore, type Score } from "~/audio/score";
import { arrangeRange, type Cell, EVERY_BEAT, type Meter, parseMeter, type Rate } from "~/core";
import type { Preferences } from "~/data/preferences";
import { type CellInBars, putInBars } from "./bench";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };

/** What cells are looked at and heard in. */
export interface CellSetting {
  readonly rate: Rate;
  readonly meter: Meter;
  readonly tempo: number;
}

export function settingOf(rate: Rate, { cellTempo, cellMeter }: Preferences): CellSetting {
  return { rate, meter: parseMeter(cellMeter) ?? FOUR_FOUR, tempo: cellTempo };
}

/** Bars that are enough to hear what a move does. */
const MOST_HEARD = 8;

export function layOutCell(cell: Cell, { rate, meter, tempo }: CellSetting, most?: number): CellInBars | null {
  return putInBars(cell, rate, meter, tempo, most);
}

/** Null for a cell without slots. */
export function scoreOf(cell: Cell, setting: CellSetting, click: boolean, most = MOST_HEARD): Score | null {
  const laid = layOutCell(cell, setting, most);
  if (!laid) return null;
  return plainScore(arrangeRange(laid.timeline, {}), laid.timeline.tempo, click ? EVERY_BEAT : null);
}
