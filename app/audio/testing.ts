/** Scores of lines, for tests. */

import { arrange, plainGroove, type Setting } from "~/core/groove";
import { readStickLine } from "~/core/line";
import { LEFT_CRASH, USUAL } from "~/core/testing/settings";
import { bpm, type Meter, makeMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { plainScore, type Score, type ScoreSource } from "./score";

export const FOUR_FOUR = makeMeter(4, 4) as Meter;
export const BAR = 40_320;

/** A line in one bar of its meter. */
export function timelineOf(text: string, tempo = 120, meter = FOUR_FOUR) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return layOut({
    meter,
    tempo: bpm(tempo),
    window: { start: ticks(0), length: ticks((BAR * meter.beats) / meter.unit) },
    line,
  });
}

/** The same in the plainest groove, with clicks. */
export function scoreOf(text: string, setting: Partial<Setting> = {}, tempo = 120, meter = FOUR_FOUR): Score {
  const timeline = timelineOf(text, tempo, meter);
  return plainScore(arrange(timeline, plainGroove(meter), { ...USUAL, ...setting }, LEFT_CRASH), timeline.tempo, {
    on: "beat",
    silentBars: 0,
  });
}

/** The same score each time round. */
export const steady =
  (score: Score): ScoreSource =>
  () =>
    score;
