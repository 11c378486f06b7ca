import { expect, test } from "vitest";
import { addConvolved, makeRoom } from "./room";
import { makeNoise } from "./signal";

const energy = (samples: Float32Array) => samples.reduce((sum, sample) => sum + sample * sample, 0);
const noiseOf = (seed: number, length: number) => {
  const noise = makeNoise(seed);
  return Float32Array.from({ length }, noise);
};

test("a convolution is the sum of all echoes at any length", () => {
  for (const [length, echoes] of [
    [1, 1],
    [700, 90],
    [90, 700],
    [1025, 256],
  ] as const) {
    const [samples, impulse] = [noiseOf(length, length), noiseOf(echoes + 7, echoes)];
    const target = noiseOf(3, length + 40);
    const expected = Float64Array.from(target);
    for (const [at, sample] of samples.entries()) {
      for (const [later, echo] of impulse.entries()) {
        if (at + later < expected.length) expected[at + later] = (expected[at + later] ?? 0) + 0.3 * sample * echo;
      }
    }
    addConvolved(samples, impulse, 0.3, target);
    for (const [index, sample] of target.entries()) expect(sample).toBeCloseTo(expected[index] ?? Number.NaN, 4);
  }
});

test("the room is short, silent before its first reflection, different on both sides, and always the same", () => {
  for (const rate of [44_100, 48_000]) {
    const [left, right] = makeRoom(rate);
    expect(energy(left)).toBeCloseTo(1, 4);
    expect(energy(right)).toBeCloseTo(1, 4);
    expect(left).not.toEqual(right);
    expect(makeRoom(rate)[0]).toEqual(left);
    expect(left.length / rate).toBeLessThan(0.35);
    expect(energy(left.slice(0, 0.004 * rate))).toBeLessThan(0.05);
    // 60 dB in about a third of a second, so 30 dB in half of that.
    const fallen =
      10 * Math.log10(energy(left.slice(0.05 * rate, 0.1 * rate)) / energy(left.slice(0.21 * rate, 0.26 * rate)));
    expect(fallen).toBeGreaterThan(20);
  }
});
