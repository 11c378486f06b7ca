/** Scores of lines, for tests. */

import { readFileSync } from "node:fs";
import { arrange, plainGroove, type Setting } from "~/core/groove";
import { readStickLine } from "~/core/line";
import { LEFT_CRASH, USUAL } from "~/core/testing/settings";
import { bpm, type Meter, makeMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import type { SoundWanted } from "./kit-sounds";
import { plainScore, type Score, type ScoreSource } from "./score";
import { makeFilter } from "./signal";
import type { Takes } from "./takes";
import { readTakes } from "./takes-file";

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
    between: null,
    silentBars: 0,
  });
}

/** The same score each time round. */
export const steady =
  (score: Score): ScoreSource =>
  () =>
    score;

/** The recorded cymbals as they ship. */
export function shippedTakes(): Takes {
  return readTakes(readFileSync(new URL("./takes/cymbals.wav", import.meta.url)));
}

/** A stroke of the drawn kit; what is not said is as usual. */
export function wantSound(wish: Pick<SoundWanted, "place"> & Partial<SoundWanted>): SoundWanted {
  return { kit: "drawn", level: "normal", technique: "plain", variation: 0, scale: 1, isWeak: false, ...wish };
}

/** Of all samples. */
export function energy(samples: Float32Array): number {
  return samples.reduce((sum, sample) => sum + sample * sample, 0);
}

/** Share of the energy above `frequency`. */
export function brightness(samples: Float32Array, frequency: number, sampleRate: number): number {
  const filter = makeFilter("highpass", frequency, 0.7, sampleRate);
  return energy(samples.map((sample) => filter(sample))) / energy(samples);
}
