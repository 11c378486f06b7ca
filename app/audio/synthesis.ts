/**
 * The kit's sounds as samples at their intended loudness. Ghost, normal and accent are different strokes, not one
 * stroke at three volumes: a soft one is darker and shorter, with a softer attack, as on a drum.
 */

import type { KitVoice, Level } from "~/core/stroke";
import { type ClickKind, type ClickSound, HEADROOM, LEVEL_STEPS, type SoundWanted, VARIATIONS } from "./kit-sounds";
import { momentaryLoudness } from "./loudness";
import { decay, fill, makeFilter, makeNoise, type StrokeSound, type Voice } from "./signal";
import type { Takes } from "./takes";
import { voicesOf } from "./voices";

/** 0 for a ghost note to 1 for an accent: brightness and decay of the surface. */
const FORCE: Record<Level, number> = { ghost: 0.15, normal: 0.6, accent: 1 };

/** Bounces of a pressed stick: their spacing and decay. Seconds; our estimates. */
const BOUNCE = { first: 0.034, last: 0.021, tau: 0.42, length: 1.4 } as const;

/** A buzz: one stroke with a pressed stick and its many bounces, softer and closer together. */
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

/** Loudness of an accent on each surface in LUFS over 400 ms, which balances the kit. */
export const LOUDNESS: Record<KitVoice, number> = {
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
/** A rim shot is this much louder than an accent. LU. */
const RIM_SHOT = 1.5;
/** For each variation: detuning in cents and gain in decibels. The first has neither. */
const VARIED: readonly (readonly [cents: number, decibels: number])[] = [
  [0, 0],
  [6, 0.6],
  [-5, -0.7],
  [3, -0.4],
  [-8, 0.9],
];

/** The weaker hand plays with this share of the force, which makes it duller, and this many decibels softer. */
const WEAK = { force: 0.85, decibels: 0.8 } as const;
/** Doubling the size lowers the pitch by this power of two: heads are tuned to their size, metal depends on it less. */
const SIZE_BEND = 0.9;

/** Intended loudness of a stroke in LUFS over 400 ms. */
export function loudnessOf({
  place,
  level,
  technique,
  isWeak,
}: Pick<SoundWanted, "place" | "level" | "technique" | "isWeak">): number {
  return (
    LOUDNESS[place] + LEVEL_STEPS[level] + (technique === "rim-shot" ? RIM_SHOT : 0) - (isWeak ? WEAK.decibels : 0)
  );
}

/**
 * One stroke as mono samples, {@link HEADROOM} below its intended loudness. The first sample is never silent. The same
 * request gives the same samples.
 */
export function synthesise(sound: SoundWanted, sampleRate: number, takes: Takes | null = null): Float32Array {
  const { kit, place, level, technique, variation, scale, isWeak } = sound;
  const [cents, decibels] = VARIED[variation % VARIATIONS] ?? [0, 0];
  const force = FORCE[level] * (isWeak ? WEAK.force : 1);
  const seed =
    (place.charCodeAt(0) * 131 + place.charCodeAt(1)) * 31 +
    FORCE[level] * 1000 +
    variation * 7919 +
    (isWeak ? 401 : 0);
  const bend = 2 ** (cents / 1200) * scale ** -SIZE_BEND;
  const stroke: StrokeSound = { ...sound, seed: Math.round(seed), bend };
  const own = voicesOf(kit, takes)[place];
  const samples = (technique === "buzz" ? buzzed(own) : own)(force, stroke, sampleRate);
  // The ear and the tests find the onset at the right sample.
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

/** In LUFS over 400 ms. Clicks aren't part of the kit. */
const CLICKS = { click: -24, sticks: -23 } as const;
/** How much softer a click is than the click on one. Decibels. */
const SOFTER: Record<ClickKind, number> = { one: 0, beat: 4, between: 11 };

/**
 * Click sounds, {@link HEADROOM} below their loudness: the metronome's short high tick, or two sticks struck together.
 */
export function synthesiseClick(kind: ClickKind, sound: ClickSound, sampleRate: number): Float32Array {
  const samples = sound === "click" ? tick(kind, sampleRate) : sticks(kind, sampleRate);
  const wanted = CLICKS[sound] - SOFTER[kind] - HEADROOM;
  const gain = 10 ** ((wanted - momentaryLoudness(samples, sampleRate)) / 20);
  return samples.map((sample) => sample * gain);
}

/** Hz: higher on one, lower between beats. */
const PITCHES: Record<ClickKind, number> = { one: 1760, beat: 1175, between: 880 };

function tick(kind: ClickKind, sampleRate: number): Float32Array {
  const pitch = PITCHES[kind];
  return fill(0.05, sampleRate, (time) => Math.sin(2 * Math.PI * pitch * time + 0.6) * decay(time, 0.009));
}

/** Wood on wood: two sticks ring briefly after the knock. */
function sticks(kind: ClickKind, sampleRate: number): Float32Array {
  const noise = makeNoise(77);
  const knock = makeFilter("bandpass", 3400, 0.9, sampleRate);
  const bend = kind === "one" ? 1 : 0.97;
  return fill(
    0.09,
    sampleRate,
    (time) =>
      Math.sin(2 * Math.PI * 2210 * bend * time + 0.5) * decay(time, 0.011) +
      0.7 * Math.sin(2 * Math.PI * 2940 * bend * time + 0.9) * decay(time, 0.008) +
      knock(noise()) * 1.5 * decay(time, 0.004),
  );
}
