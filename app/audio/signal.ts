/** Building blocks of the kit's sounds: seeded noise, filters, envelopes. Pure arithmetic on arrays. */

import type { SoundWanted } from "./kit-sounds";

/** Repeatable noise between -1 and 1 (mulberry32). */
export function makeNoise(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return (((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296) * 2 - 1;
  };
}

export type Filter = (sample: number) => number;
export type FilterKind = "lowpass" | "highpass" | "bandpass";

/** Second-order filter at `frequency` Hz. Source: R. Bristow-Johnson, "Audio EQ Cookbook". */
export function makeFilter(kind: FilterKind, frequency: number, q: number, sampleRate: number): Filter {
  const omega = (2 * Math.PI * Math.min(frequency, sampleRate * 0.45)) / sampleRate;
  const alpha = Math.sin(omega) / (2 * q);
  const cos = Math.cos(omega);
  const a0 = 1 + alpha;
  const [b0, b1, b2] =
    kind === "lowpass"
      ? [(1 - cos) / 2, 1 - cos, (1 - cos) / 2]
      : kind === "highpass"
        ? [(1 + cos) / 2, -(1 + cos), (1 + cos) / 2]
        : [alpha, 0, -alpha];
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  return (x) => {
    const y = (b0 * x + b1 * x1 + b2 * x2 + 2 * cos * y1 - (1 - alpha) * y2) / a0;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    return y;
  };
}

/** Exponential decay with time constant `tau` seconds. */
export function decay(time: number, tau: number): number {
  return Math.exp(-time / tau);
}

/** What a voice knows about the stroke it plays. */
export interface StrokeSound extends SoundWanted {
  readonly seed: number;
  /** Detuning of this stroke: no two strokes are exactly alike. */
  readonly bend: number;
}

/** A stroke as samples; `force` from 0 to 1. The final loudness is decided elsewhere. */
export type Voice = (force: number, stroke: StrokeSound, sampleRate: number) => Float32Array;

export function fill(length: number, sampleRate: number, sample: (time: number) => number): Float32Array {
  const buffer = new Float32Array(Math.ceil(length * sampleRate));
  for (let index = 0; index < buffer.length; index++) buffer[index] = sample(index / sampleRate);
  return buffer;
}

/** Total energy, and energy above a frequency. */
export function energyAbove(
  samples: Float32Array,
  frequency: number,
  sampleRate: number,
): readonly [all: number, above: number] {
  const filter = makeFilter("highpass", frequency, Math.SQRT1_2, sampleRate);
  let all = 0;
  let above = 0;
  for (const sample of samples) {
    const high = filter(sample);
    all += sample * sample;
    above += high * high;
  }
  return [all, above];
}

/** Mixes a dull and a bright sound so that this share of the energy lies above a frequency. */
export function mixToShare(
  dull: Float32Array,
  bright: Float32Array,
  share: number,
  frequency: number,
  sampleRate: number,
): Float32Array {
  const [dullAll, dullAbove] = energyAbove(dull, frequency, sampleRate);
  const [brightAll, brightAbove] = energyAbove(bright, frequency, sampleRate);
  // (dullAbove + g brightAbove) / (dullAll + g brightAll) = share, assuming that energies add up.
  const gain = Math.sqrt(Math.max(0, (share * dullAll - dullAbove) / Math.max(1e-12, brightAbove - share * brightAll)));
  return dull.map((sample, index) => sample + gain * (bright[index] as number));
}
