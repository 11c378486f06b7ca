/** Runs inside the browser for the sound tests: the app's own player, rendering offline. */

import { HEADROOM } from "../../app/audio/kit-sounds";
import { listOnsets, mixDown } from "../../app/audio/mixdown";
import { renderScore } from "../../app/audio/player";
import { plainScore, type Score, type ScoreSource } from "../../app/audio/score";
import { type SoundSetup, USUAL_SETUP } from "../../app/audio/sound-setup";
import { arrange, type Feel, plainGroove, type Setting, STRAIGHT } from "../../app/core/groove";
import { readStickLine } from "../../app/core/line";
import { barTicks, bpm, parseMeter, ticks } from "../../app/core/time";
import { layOut } from "../../app/core/timeline";

export interface RenderWish {
  readonly text: string;
  readonly meter: string;
  readonly tempo: number;
  readonly grooveBars: number;
  readonly countInBars: number;
  readonly feel?: Feel;
  readonly passes: number;
  readonly sampleRate: number;
  /** "impulse": each stroke is one sample of the requested height, so that every onset is visible. */
  readonly sound: "impulse" | "kit";
}

function makeSource(wish: Omit<RenderWish, "passes" | "sampleRate" | "sound">): ScoreSource {
  const { line } = readStickLine(wish.text);
  const meter = parseMeter(wish.meter);
  if (!line || !meter) throw new Error(wish.text);
  const tempo = bpm(wish.tempo);
  const timeline = layOut({ meter, tempo, window: { start: ticks(0), length: barTicks(meter) }, line });
  const setting: Setting = {
    grooveBars: wish.grooveBars,
    countInBars: wish.countInBars,
    ending: "crash",
    during: "nothing",
    foot: "none",
    kickOnBeats: false,
    stops: false,
    feetIn: "throughout",
    feel: wish.feel ?? STRAIGHT,
    follows: true,
  };
  const score: Score = plainScore(
    arrange(timeline, plainGroove(meter), setting, { hand: "L", place: "c1" }, null),
    tempo,
    null,
  );
  return () => score;
}

/** The rendered sound; transferring a million samples out of the page would take long. */
export interface Rendered {
  /** Note times according to the schedule, in seconds from the count-in. */
  readonly onsets: number[];
  /** Indices of non-silent samples. */
  readonly sounding: number[];
  /** The loudest sample within half a second of each onset. */
  readonly peaks: number[];
}

export async function render(wish: RenderWish): Promise<Rendered> {
  const source = makeSource(wish);
  const isImpulse = wish.sound === "impulse";
  const synthesise = isImpulse ? { synthesise: () => Float32Array.of(0.5) } : {};
  const { left: samples } = await renderScore(source, wish.passes, synthesise, wish.sampleRate);
  const onsets = listOnsets(source, wish.passes);
  const sounding: number[] = [];
  // For real sounds, only the beginning is requested.
  const until = isImpulse ? samples.length : wish.sampleRate;
  for (let index = 0; index < until; index++) if (Math.abs(samples[index] ?? 0) > SILENT) sounding.push(index);
  const peaks = onsets.map((onset) => {
    const from = Math.round(onset * wish.sampleRate);
    return samples
      .subarray(from, from + wish.sampleRate / 2)
      .reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  });
  return { onsets, sounding, peaks };
}

const SILENT = 1e-3;

/**
 * The difference between playback and the written file: its energy relative to theirs, in decibels. Soft enough that
 * neither limiter acts.
 */
export async function compare(wish: Omit<RenderWish, "sound">): Promise<{ difference: number; energy: number }> {
  const source = makeSource(wish);
  const { passes, sampleRate } = wish;
  const soft = 0.2;
  const setup: SoundSetup = {
    ...USUAL_SETUP,
    spots: { hh: { pan: -0.5, scale: 1 }, ho: { pan: -0.5, scale: 1 }, c1: { pan: 0.4, scale: 1.1 } },
    weaker: "L",
    room: 1,
    faders: { fill: soft, groove: soft, clicks: soft, countIn: soft },
  };
  const live = await renderScore(source, passes, { setup }, sampleRate);
  const written = mixDown(source, passes, { setup, sampleRate, ringOut: 0.5 });
  let [difference, energy] = [0, 0];
  const up = 10 ** (HEADROOM / 20);
  for (const side of ["left", "right"] as const) {
    for (const [index, sample] of written[side].entries()) {
      difference += (sample - up * (live[side][index] ?? 0)) ** 2;
      energy += sample * sample;
    }
  }
  return { difference: 10 * Math.log10(difference / energy), energy };
}
