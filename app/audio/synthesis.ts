/**
 * The kit's sounds, made in code: nothing is recorded. Ghost, normal and accent are different strokes, not one turned up and
 * down: a soft one is darker, shorter and softer at the front, as on a drum.
 */

import type { Level, Place } from "~/core/stroke";
import { cowbell, cymbal, pinged } from "./cymbals";
import { bassDrum, block, crossStick, snare, tom } from "./drums";
import { type ClickSound, HEADROOM, LEVEL_STEPS, type SoundWanted, VARIATIONS } from "./kit-sounds";
import { momentaryLoudness } from "./loudness";
import { decay, fill, makeFilter, makeNoise, type Voice, type VoicedStroke } from "./signal";

/** 0 for a ghost to 1 for an accent: how brightly and how long a surface speaks. */
const FORCE: Record<Level, number> = { ghost: 0.15, normal: 0.6, accent: 1 };

/** Bounces of a pressed stick: how far apart they come, and how soon they die away. Seconds; our estimates. */
const BOUNCE = { first: 0.034, last: 0.021, tau: 0.42, length: 1.4 } as const;

/** The surface struck by a stick that is pressed into it: a stroke and its many bounces, softer and closer. */
const buzzed =
  (voice: Voice): Voice =>
  (force, stroke, sampleRate) => {
    const single = { ...stroke, technique: "plain" } as const;
    const first = voice(force * 0.7, single, sampleRate);
    const bounce = voice(force * 0.35, { ...single, seed: stroke.seed + 1 }, sampleRate);
    const samples = new Float32Array(Math.ceil(BOUNCE.length * sampleRate));
    let gap: number = BOUNCE.first;
    for (let time = 0; time < BOUNCE.length; time += gap) {
      const start = Math.round(time * sampleRate);
      const gain = (time === 0 ? 1 : 0.75) * decay(time, BOUNCE.tau);
      for (const [index, sample] of (time === 0 ? first : bounce).entries()) {
        if (start + index >= samples.length) break;
        samples[start + index] = (samples[start + index] ?? 0) + sample * gain;
      }
      gap = Math.max(BOUNCE.last, gap * 0.94);
    }
    return samples;
  };

/** One pair of hats: the same tones, however far it is open. */
const HAT = { from: 3900, to: 15500, tones: 44, hiss: 0.5, metal: 4101 } as const;
const RIDE = { from: 420, to: 13000, tones: 46, hiss: 0.1, stick: 0.35, metal: 7307 } as const;
const VOICES: Record<Place, Voice> = {
  sn: snare,
  t1: tom(172, 1.1),
  t2: tom(140, 1.18),
  t3: tom(114, 1.28),
  f1: tom(86, 1.4),
  f2: tom(72, 1.5),
  hh: cymbal({ ...HAT, lowRing: 0.3, highRing: 0.2, length: 0.26, stick: 0.9 }),
  hf: cymbal({ ...HAT, lowRing: 1.0, highRing: 0.75, length: 0.7, stick: 0.8 }),
  ho: cymbal({ ...HAT, lowRing: 2.6, highRing: 1.7, length: 1.4, stick: 0.7 }),
  hs: cymbal({ ...HAT, from: 2600, lowRing: 1.6, highRing: 1.1, length: 0.9, stick: 0 }),
  hp: cymbal({ ...HAT, from: 2600, lowRing: 0.18, highRing: 0.12, length: 0.16, stick: 0.2 }),
  cs: crossStick,
  rd: pinged(
    { ...RIDE, lowRing: 3.4, highRing: 1.5, length: 2.2 },
    { pitches: [3120, 4670, 2210, 5930], gain: 0.42, tau: 0.06 },
  ),
  rb: pinged(
    { ...RIDE, lowRing: 2.6, highRing: 1.2, length: 1.8 },
    { pitches: [906, 1371, 2480, 3310], gain: 0.8, tau: 0.3 },
  ),
  c1: cymbal({
    from: 320,
    to: 14500,
    tones: 64,
    lowRing: 4.6,
    highRing: 2,
    length: 2.6,
    hiss: 0.42,
    stick: 0.5,
    swell: 0.016,
    metal: 9011,
  }),
  c2: cymbal({
    from: 270,
    to: 13500,
    tones: 64,
    lowRing: 5,
    highRing: 2.1,
    length: 2.8,
    hiss: 0.42,
    stick: 0.5,
    swell: 0.02,
    metal: 9203,
  }),
  ch: cymbal({
    from: 260,
    to: 10500,
    tones: 70,
    lowRing: 2,
    highRing: 0.9,
    length: 1.7,
    hiss: 0.7,
    stick: 0.5,
    swell: 0.006,
    metal: 6113,
  }),
  sp: cymbal({
    from: 900,
    to: 15000,
    tones: 56,
    lowRing: 1.3,
    highRing: 0.8,
    length: 1,
    hiss: 0.5,
    stick: 0.5,
    swell: 0.004,
    metal: 5087,
  }),
  cb: cowbell,
  kk: bassDrum(52),
  k2: bassDrum(48),
  x1: block(1180),
  x2: block(870),
};

/** How loud an accent is on each surface, in LUFS over 400 ms, so that the kit balances. */
export const LOUDNESS: Record<Place, number> = {
  sn: -18,
  cs: -22,
  t1: -17,
  t2: -17,
  t3: -17,
  f1: -17,
  f2: -17,
  kk: -17,
  k2: -17,
  hh: -25,
  hf: -23,
  ho: -21,
  hp: -27,
  hs: -24,
  rd: -23,
  rb: -21,
  c1: -16,
  c2: -16,
  ch: -17,
  sp: -19,
  cb: -21,
  x1: -22,
  x2: -22,
};
/** A rim shot is louder than an accent by so much. LU. */
const RIM_SHOT = 1.5;
/** Of each variation: cents by which it is higher, and decibels by which it is louder. The first one is neither. */
const VARIED: readonly (readonly [cents: number, decibels: number])[] = [
  [0, 0],
  [6, 0.6],
  [-5, -0.7],
  [3, -0.4],
  [-8, 0.9],
];

/** How loud a stroke is meant to be, in LUFS over 400 ms. */
export function loudnessOf({ place, level, technique }: Omit<SoundWanted, "variation">): number {
  return LOUDNESS[place] + LEVEL_STEPS[level] + (technique === "rim-shot" ? RIM_SHOT : 0);
}

/** One stroke as samples, mono, {@link HEADROOM} under its loudness. The first sample is never silent. The same wish gives the same samples. */
export function synthesise(sound: SoundWanted, sampleRate: number): Float32Array {
  const { place, level, technique, variation } = sound;
  const [cents, decibels] = VARIED[variation % VARIATIONS] ?? [0, 0];
  const seed = (place.charCodeAt(0) * 131 + place.charCodeAt(1)) * 31 + FORCE[level] * 1000 + variation * 7919;
  const stroke: VoicedStroke = { ...sound, seed: Math.round(seed), bend: 2 ** (cents / 1200) };
  const voice = technique === "buzz" ? buzzed(VOICES[place]) : VOICES[place];
  const samples = voice(FORCE[level], stroke, sampleRate);
  // The ear and the tests find the onset where it was meant.
  if (Math.abs(samples[0] ?? 0) < ONSET) samples[0] = ONSET;
  const gain = 10 ** ((loudnessOf(sound) - HEADROOM + decibels - momentaryLoudness(samples, sampleRate)) / 20);
  const fadeFrom = Math.floor(samples.length * 0.8);
  for (const index of samples.keys()) {
    const fade = index < fadeFrom ? 1 : (samples.length - index) / (samples.length - fadeFrom);
    samples[index] = (samples[index] ?? 0) * gain * fade * fade;
  }
  return samples;
}
const ONSET = 0.05;

/** Over 400 ms, in LUFS: they stand beside the kit, and are none of it. */
const CLICKS = { click: -24, sticks: -23 } as const;
/** What is not on one is this much softer. Decibels. */
const WEAK_CLICK = 4;

/** What gives the beat, {@link HEADROOM} under its loudness: the metronome's short high tick, or two sticks struck together. */
export function synthesiseClick(strong: boolean, sound: ClickSound, sampleRate: number): Float32Array {
  const samples = sound === "click" ? tick(strong, sampleRate) : sticks(strong, sampleRate);
  const wanted = CLICKS[sound] - (strong ? 0 : WEAK_CLICK) - HEADROOM;
  const gain = 10 ** ((wanted - momentaryLoudness(samples, sampleRate)) / 20);
  return samples.map((sample) => sample * gain);
}

/** Higher on one. */
function tick(strong: boolean, sampleRate: number): Float32Array {
  const pitch = strong ? 1760 : 1175;
  return fill(0.05, sampleRate, (time) => Math.sin(2 * Math.PI * pitch * time + 0.6) * decay(time, 0.009));
}

/** Wood on wood: two bars that ring for a moment, and the knock itself. */
function sticks(strong: boolean, sampleRate: number): Float32Array {
  const noise = makeNoise(77);
  const knock = makeFilter("bandpass", 3400, 0.9, sampleRate);
  const bend = strong ? 1 : 0.97;
  return fill(
    0.09,
    sampleRate,
    (time) =>
      Math.sin(2 * Math.PI * 2210 * bend * time + 0.5) * decay(time, 0.011) +
      0.7 * Math.sin(2 * Math.PI * 2940 * bend * time + 0.9) * decay(time, 0.008) +
      knock(noise()) * 1.5 * decay(time, 0.004),
  );
}
