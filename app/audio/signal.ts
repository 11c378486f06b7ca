/** Small signal parts that the kit's sounds are made of: seeded noise, filters, envelopes. Pure arithmetic on arrays. */

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

/** A tone whose pitch falls from `from` to `to` Hz with the time constant `fall` (seconds), in phase from its first sample. */
export function makeSweep(from: number, to: number, fall: number, sampleRate: number): (time: number) => number {
  let phase = 0;
  return (time) => {
    phase += (2 * Math.PI * (to + (from - to) * Math.exp(-time / fall))) / sampleRate;
    return Math.sin(phase);
  };
}

/** Exponential decay with time constant `tau` seconds. */
export function decay(time: number, tau: number): number {
  return Math.exp(-time / tau);
}

/** A cluster of square tones at inharmonic ratios over `base` Hz: the body of a cymbal. Each call is the next sample. */
export function makeMetal(base: number, ratios: readonly number[], sampleRate: number): () => number {
  const steps = ratios.map((ratio) => (base * ratio) / sampleRate);
  const phases = steps.map(() => 0);
  return () => {
    let sum = 0;
    for (const [index, step] of steps.entries()) {
      const phase = ((phases[index] ?? 0) + step) % 1;
      phases[index] = phase;
      sum += phase < 0.5 ? 1 : -1;
    }
    return sum / steps.length;
  };
}
