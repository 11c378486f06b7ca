/** Scores of stick lines, for tests. */

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

/** The same in the simplest groove, with clicks. */
export function scoreOf(text: string, setting: Partial<Setting> = {}, tempo = 120, meter = FOUR_FOUR): Score {
  const timeline = timelineOf(text, tempo, meter);
  return plainScore(arrange(timeline, plainGroove(meter), { ...USUAL, ...setting }, LEFT_CRASH), timeline.tempo, {
    on: "beat",
    between: null,
    silentBars: 0,
  });
}

/** The same score every time round. */
export const steady =
  (score: Score): ScoreSource =>
  () =>
    score;

/** The recorded cymbals as shipped. */
export function shippedTakes(): Takes {
  return readTakes(readFileSync(new URL("./takes/cymbals.wav", import.meta.url)));
}

/** A stroke on the synthesized kit; anything not given has its usual value. */
export function wantSound(wish: Pick<SoundWanted, "place"> & Partial<SoundWanted>): SoundWanted {
  return { kit: "drawn", level: "normal", technique: "plain", variation: 0, scale: 1, isWeak: false, ...wish };
}

/** Energy of all samples. */
export function energy(samples: Float32Array): number {
  return samples.reduce((sum, sample) => sum + sample * sample, 0);
}

/** Share of the energy above `frequency`. */
export function brightness(samples: Float32Array, frequency: number, sampleRate: number): number {
  const filter = makeFilter("highpass", frequency, 0.7, sampleRate);
  return energy(samples.map((sample) => filter(sample))) / energy(samples);
}
