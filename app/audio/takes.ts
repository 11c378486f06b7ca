/** Recorded cymbals as voices: pitched, shortened and darkened, so that one take covers every force and size. */

import { decay, makeFilter, type Voice } from "./signal";

/** Takes by name, as listed in `scripts/takes.mjs`. Mono, between -1 and 1. */
export interface Takes {
  readonly rate: number;
  readonly takes: Readonly<Record<Take, Float32Array>>;
}

export const TAKES = [
  "hatClosed",
  "hatFoot",
  "hatOpen",
  "ride",
  "bell",
  "crashLeft",
  "crashRight",
  "china",
  "splash",
] as const;
export type Take = (typeof TAKES)[number];

/** The position of each take in the file, in samples. */
export interface TakeIndex {
  readonly rate: number;
  readonly takes: Readonly<Record<Take, { readonly at: number; readonly length: number }>>;
}

/**
 * Splits the file's samples into takes. Throws RangeError if there are too few samples: the index belongs to another
 * file.
 */
export function cutTakes(samples: Float32Array, { rate, takes }: TakeIndex): Takes {
  const cut = (take: Take) => {
    const { at, length } = takes[take];
    if (at + length > samples.length) throw new RangeError(`the takes end before "${take}"`);
    return samples.subarray(at, at + length);
  };
  return { rate, takes: Object.fromEntries(TAKES.map((take) => [take, cut(take)])) as Record<Take, Float32Array> };
}

/** Samples on either side used for interpolation. */
const REACH = 12;
const HALVES = 512;

/** A windowed sinc with {@link HALVES} steps per sample. Source: J. O. Smith, "Digital Audio Resampling", 2020. */
const SINC = Float32Array.from({ length: REACH * HALVES + 1 }, (_, step) => {
  const x = step / HALVES;
  const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / REACH);
  return x === 0 ? 1 : (Math.sin(Math.PI * x) / (Math.PI * x)) * window;
});

/**
 * `samples` resampled at `speed`: 1 leaves them alone, 2 is an octave higher and half as long. The first sample stays.
 */
export function readAt(samples: Float32Array, speed: number): Float32Array {
  const read = new Float32Array(Math.floor((samples.length - 1) / speed) + 1);
  // Removes everything above half the new rate.
  const cutoff = Math.min(1, 1 / speed);
  for (const index of read.keys()) {
    const at = index * speed;
    const middle = Math.floor(at);
    const reach = Math.ceil(REACH / cutoff);
    let sum = 0;
    for (let near = Math.max(0, middle - reach + 1); near <= Math.min(samples.length - 1, middle + reach); near++) {
      const step = Math.round(Math.abs(at - near) * cutoff * HALVES);
      if (step < SINC.length) sum += (samples[near] as number) * (SINC[step] as number);
    }
    read[index] = sum * cutoff;
  }
  return read;
}

interface RecordedTake {
  readonly take: Take;
  /**
   * Maximum length in seconds, and the time constant of an extra decay, for strokes on hats that are more closed than
   * in the recording.
   */
  readonly length: number;
  readonly closing?: number;
  /** Fade-in in seconds, for sounds that no stick starts. */
  readonly opening?: number;
}

/** Soft strokes are softer above this frequency. Hz. */
const BRIGHT = 2_600;
/** How much of it remains without force, and how much strokes vary. */
const BRIGHTNESS = { least: 0.12, varied: 0.12 } as const;

export const recorded =
  ({ rate, takes }: Takes, { take, length, closing, opening }: RecordedTake): Voice =>
  (force, sound, sampleRate) => {
    const samples = readAt(takes[take], (rate / sampleRate) * sound.bend).subarray(0, Math.ceil(length * sampleRate));
    const low = makeFilter("lowpass", BRIGHT, 0.5, sampleRate);
    const lower = makeFilter("lowpass", BRIGHT * 2.5, 0.5, sampleRate);
    const { least, varied } = BRIGHTNESS;
    const bright = (least + (1 - least) * force) * (1 + varied * ((sound.seed % 5) / 2.5 - 0.8));
    return samples.map((sample, index) => {
      const time = index / sampleRate;
      const dull = low(sample);
      const middle = lower(sample) - dull;
      const air = sample - dull - middle;
      // Soft strokes start with less treble, and lose the rest sooner.
      const shaped = dull + middle * bright ** 0.6 + air * bright;
      const closed = closing === undefined ? 1 : decay(time, closing);
      const opened = opening === undefined ? 1 : 1 - 0.85 * decay(time, opening);
      return shaped * closed * opened;
    });
  };
