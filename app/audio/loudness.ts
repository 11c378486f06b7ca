/** Perceived loudness: K-weighting (ITU-R BS.1770-4), and what a small loudspeaker can reproduce. */

import { type Filter, makeFilter } from "./signal";

/** Length in seconds of a momentary measurement, and the step between two. */
const WINDOW = 0.4;
const HOP = 0.05;
/** The standard's offset: a full-scale 997 Hz sine in one channel measures -3.01 LUFS. */
const OFFSET = -0.691;

function biquad(b0: number, b1: number, b2: number, a1: number, a2: number): Filter {
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  return (x) => {
    const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    return y;
  };
}

/**
 * The two filters of K-weighting at any sample rate. Source: B. De Man, "Evaluation of implementations of the EBU R128
 * loudness measurement" (2018); its parameters give the standard's coefficients at 48 kHz.
 */
export function makeKWeighting(sampleRate: number): Filter {
  const shelf = (() => {
    const k = Math.tan((Math.PI * 1681.974450955533) / sampleRate);
    const q = 0.7071752369554196;
    const high = 10 ** (3.999843853973347 / 20);
    const band = high ** 0.4996667741545416;
    const a0 = 1 + k / q + k * k;
    return biquad(
      (high + (band * k) / q + k * k) / a0,
      (2 * (k * k - high)) / a0,
      (high - (band * k) / q + k * k) / a0,
      (2 * (k * k - 1)) / a0,
      (1 - k / q + k * k) / a0,
    );
  })();
  const pass = (() => {
    const k = Math.tan((Math.PI * 38.13547087602444) / sampleRate);
    const q = 0.5003270373238773;
    const a0 = 1 + k / q + k * k;
    return biquad(1, -2, 1, (2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0);
  })();
  return (sample) => pass(shelf(sample));
}

/** The loudest 400 ms of a mono sound in LUFS; -Infinity for silence. */
export function momentaryLoudness(samples: Float32Array, sampleRate: number): number {
  const weigh = makeKWeighting(sampleRate);
  const hop = Math.round(HOP * sampleRate);
  const sums = new Float64Array(Math.max(1, Math.ceil(samples.length / hop)));
  for (let index = 0; index < samples.length; index++) {
    const weighed = weigh(samples[index] as number);
    const part = Math.floor(index / hop);
    sums[part] = (sums[part] as number) + weighed * weighed;
  }
  const parts = Math.round(WINDOW / HOP);
  let most = 0;
  for (let from = 0; from < sums.length; from++) {
    let sum = 0;
    for (let part = from; part < Math.min(sums.length, from + parts); part++) sum += sums[part] as number;
    most = Math.max(most, sum);
  }
  return OFFSET + 10 * Math.log10(most / (parts * hop));
}

/** Blocks below the first value count as silence; blocks this far below the rest count as pauses. LUFS, LU. */
const GATES = { silence: -70, pause: -10 } as const;

/** Gated loudness of a stereo piece in LUFS; -Infinity for silence. */
export function integratedLoudness(channels: readonly Float32Array[], sampleRate: number): number {
  const hop = Math.round(0.1 * sampleRate);
  const blocks = new Float64Array(Math.max(1, Math.floor((channels[0]?.length ?? 0) / hop)));
  for (const samples of channels) {
    const weigh = makeKWeighting(sampleRate);
    for (let index = 0; index < samples.length; index++) {
      const weighed = weigh(samples[index] as number);
      const block = Math.floor(index / hop);
      if (block < blocks.length) blocks[block] = (blocks[block] as number) + weighed * weighed;
    }
  }
  const parts = Math.round(WINDOW / 0.1);
  const means = Array.from(
    { length: Math.max(1, blocks.length - parts + 1) },
    (_, from) => blocks.slice(from, from + parts).reduce((sum, block) => sum + block, 0) / (parts * hop),
  );
  const inLufs = (mean: number) => OFFSET + 10 * Math.log10(mean);
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const heard = means.filter((value) => inLufs(value) > GATES.silence);
  if (heard.length === 0) return Number.NEGATIVE_INFINITY;
  const gate = inLufs(mean(heard)) + GATES.pause;
  return inLufs(mean(heard.filter((value) => inLufs(value) > gate)));
}

/** Laptop loudspeakers reproduce little below this frequency. Hz; our estimate. */
const LAPTOP = 180;

/** How much softer a sound is on a laptop, in LU. */
export function laptopLoss(samples: Float32Array, sampleRate: number): number {
  const small = makeFilter("highpass", LAPTOP, Math.SQRT1_2, sampleRate);
  return (
    momentaryLoudness(samples, sampleRate) -
    momentaryLoudness(
      samples.map((one) => small(one)),
      sampleRate,
    )
  );
}
