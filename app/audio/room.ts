/** The room around the kit: one short impulse response, always the same, and its convolution with a mix. */

import FFT from "fft.js";
import { decay, makeFilter, makeNoise } from "./signal";

/** Decay time of the room (60 dB, in seconds). */
const REVERB = 0.32;
/**
 * First reflections from walls, floor and ceiling: delay in seconds, and level. Our estimates for a small, damped room.
 */
const WALLS: readonly (readonly [seconds: number, gain: number])[] = [
  [0.0053, 0.5],
  [0.0089, 0.42],
  [0.0127, 0.36],
  [0.0181, 0.3],
  [0.0233, 0.24],
];
/** Level relative to the kit with the room's fader in the middle. Decibels. */
const ROOM_LEVEL = -14;

export const ROOM_GAIN = 10 ** (ROOM_LEVEL / 20);

/** Left and right, each with an energy of 1. It doesn't include the direct sound. */
export function makeRoom(sampleRate: number): readonly [left: Float32Array, right: Float32Array] {
  const side = (seed: number, wider: number) => {
    const noise = makeNoise(seed);
    const dark = makeFilter("lowpass", 5_200, 0.6, sampleRate);
    const bass = makeFilter("highpass", 160, 0.7, sampleRate);
    const samples = new Float32Array(Math.ceil(REVERB * 1.05 * sampleRate));
    for (const [seconds, gain] of WALLS) samples[Math.round(seconds * wider * sampleRate)] = gain * 6;
    for (const index of samples.keys()) {
      const time = index / sampleRate;
      const dense = 1 - decay(time, 0.012);
      const tail = noise() * dense * decay(time, REVERB / Math.log(1000));
      samples[index] = bass(dark((samples[index] as number) + tail));
    }
    const energy = samples.reduce((sum, sample) => sum + sample * sample, 0);
    return samples.map((sample) => sample / Math.sqrt(energy));
  };
  return [side(90_001, 1), side(90_017, 1.13)];
}

/**
 * Adds `samples` convolved with `impulse` and scaled by `gain` to `target`. By overlap-add: Oppenheim & Schafer, 8.7.3.
 */
export function addConvolved(samples: Float32Array, impulse: Float32Array, gain: number, target: Float32Array) {
  const size = 2 ** Math.ceil(Math.log2(impulse.length * 2));
  const block = size - impulse.length + 1;
  const fft = new FFT(size);
  const padded = new Float64Array(size);
  const transform = (part: Float32Array, spectrum: Float64Array) => {
    padded.fill(0);
    padded.set(part);
    fft.realTransform(spectrum, padded);
    fft.completeSpectrum(spectrum);
  };
  const [room, part, back] = [0, 1, 2].map(() => new Float64Array(2 * size)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  transform(impulse, room);
  for (let from = 0; from < samples.length; from += block) {
    transform(samples.subarray(from, from + block), part);
    for (let real = 0; real < part.length; real += 2) {
      const imaginary = real + 1;
      const [a, b] = [part[real] as number, part[imaginary] as number];
      const [c, d] = [room[real] as number, room[imaginary] as number];
      part[real] = a * c - b * d;
      part[imaginary] = a * d + b * c;
    }
    fft.inverseTransform(back, part);
    const end = Math.min(size, target.length - from);
    for (let index = 0; index < end; index++) {
      target[from + index] = (target[from + index] as number) + gain * (back[index * 2] as number);
    }
  }
}
