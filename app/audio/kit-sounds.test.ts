import { describe, expect, test } from "vitest";
import { type Level, PLACES, type Place } from "~/core/stroke";
import { gainForForce, LEVEL_PEAKS, type SoundWanted, soundOf } from "./kit-sounds";
import { decay, makeFilter, makeMetal, makeNoise, makeSweep } from "./signal";
import { synthesise, synthesiseClick } from "./synthesis";

const RATE = 44_100;

function sound(place: Place, level: Level = "normal", technique: SoundWanted["technique"] = "plain", variation = 0) {
  return synthesise({ place, level, technique, variation }, RATE);
}
function energy(samples: Float32Array): number {
  return samples.reduce((sum, sample) => sum + sample * sample, 0);
}
/** Share of the energy above `frequency`. */
function brightness(samples: Float32Array, frequency: number): number {
  const filter = makeFilter("highpass", frequency, 0.7, RATE);
  return energy(samples.map((sample) => filter(sample))) / energy(samples);
}
const peak = (samples: Float32Array) => samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);

describe("every surface", () => {
  test.each(PLACES)("%s sounds from its first sample, within full scale, and ends in silence", (place) => {
    const samples = sound(place, "accent");
    expect(Math.abs(samples[0] ?? 0)).toBeGreaterThan(1e-4);
    expect(peak(samples)).toBeLessThanOrEqual(1);
    expect(samples.every(Number.isFinite)).toBe(true);
    expect(Math.abs(samples.at(-1) ?? 1)).toBeLessThan(2e-3);
  });
});

test("three levels are clearly apart: at least 5 dB each", () => {
  const inDb = (level: Level) => 20 * Math.log10(peak(sound("sn", level)) / LEVEL_PEAKS.accent);
  expect(inDb("accent")).toBeCloseTo(0, 3);
  expect(inDb("normal")).toBeLessThan(-5);
  expect(inDb("ghost")).toBeLessThan(inDb("normal") - 5);
});

test("a ghost is darker and shorter than an accent, not only softer", () => {
  expect(brightness(sound("sn", "ghost"), 3_000)).toBeLessThan(brightness(sound("sn", "accent"), 3_000));
  expect(sound("sn", "ghost").length).toBeLessThan(sound("sn", "accent").length);
});

test("surfaces sound as what they are: bass drum low, toms down the kit, cymbals high and long", () => {
  const low = (place: Place) => 1 - brightness(sound(place), 130);
  expect(low("kk")).toBeGreaterThan(0.6);
  expect(low("f1")).toBeGreaterThan(low("t1"));
  expect(brightness(sound("hh"), 4_000)).toBeGreaterThan(0.8);
  expect(sound("c1").length).toBeGreaterThan(4 * sound("hh").length);
  expect(sound("hp").length).toBeLessThan(sound("ho").length);
});

test("a rim shot rings where a plain stroke does not", () => {
  const band = (samples: Float32Array) => {
    const filter = makeFilter("bandpass", 895, 8, RATE);
    return energy(samples.map((sample) => filter(sample))) / energy(samples);
  };
  expect(band(sound("sn", "accent", "rim-shot"))).toBeGreaterThan(2 * band(sound("sn", "accent")));
});

test("the same wish gives the same samples; variations differ a little", () => {
  expect(sound("sn")).toEqual(sound("sn"));
  expect(sound("sn", "normal", "plain", 1)).not.toEqual(sound("sn"));
});

test("the click is short, and higher on one", () => {
  expect(synthesiseClick(true, RATE).length).toBeLessThan(RATE * 0.06);
  expect(brightness(synthesiseClick(true, RATE), 1_400)).toBeGreaterThan(
    brightness(synthesiseClick(false, RATE), 1_400),
  );
});

test("signal parts: noise is repeatable and centred, sweeps start at zero phase, filters and decay do their work", () => {
  const noise = makeNoise(7);
  const again = makeNoise(7);
  const values = Array.from({ length: 4_000 }, () => noise());
  expect(values.slice(0, 50)).toEqual(Array.from({ length: 50 }, () => again()));
  expect(Math.abs(values.reduce((sum, value) => sum + value, 0) / values.length)).toBeLessThan(0.05);
  expect(Math.max(...values.map(Math.abs))).toBeLessThanOrEqual(1);
  expect(Math.abs(makeSweep(200, 100, 0.01, RATE)(0))).toBeLessThan(0.05);
  expect(decay(1, 1)).toBeCloseTo(1 / Math.E, 12);
  const metal = makeMetal(200, [1, 1.5], RATE);
  expect(Array.from({ length: 500 }, () => metal()).every((value) => [-1, 0, 1].includes(value))).toBe(true);
  const lowpass = makeFilter("lowpass", 500, 0.7, RATE);
  const tone = (frequency: number) =>
    Float32Array.from({ length: 4_410 }, (_, index) => lowpass(Math.sin((2 * Math.PI * frequency * index) / RATE)));
  expect(energy(tone(100))).toBeGreaterThan(20 * energy(tone(5_000)));
});

test("a force between two levels is between their peaks, and rises all the way", () => {
  const peakOf = (force: number) => {
    const { level } = soundOf({ limb: "R", place: "sn", force, technique: "plain" }, 0);
    return LEVEL_PEAKS[level] * gainForForce(force);
  };
  expect([0, 1, 2].map(peakOf)).toEqual([
    expect.closeTo(LEVEL_PEAKS.ghost, 9),
    expect.closeTo(LEVEL_PEAKS.normal, 9),
    expect.closeTo(LEVEL_PEAKS.accent, 9),
  ]);
  const steps = Array.from({ length: 41 }, (_, step) => peakOf(step / 20));
  expect(steps.every((peak, index) => index === 0 || peak > (steps[index - 1] ?? 0))).toBe(true);
});

test("a buzz goes on where a plain stroke has died away, and a cross-stick is wood, not wires", () => {
  const late = (samples: Float32Array) => energy(samples.slice(RATE * 0.4));
  expect(late(sound("sn", "normal", "buzz"))).toBeGreaterThan(10 * late(sound("sn", "normal")));
  expect(sound("cs").length).toBeLessThan(RATE * 0.2);
  expect(brightness(sound("cs"), 5_000)).toBeLessThan(brightness(sound("sn"), 5_000));
});

test("a half-open hi-hat rings longer than a closed one and shorter than an open one", () => {
  const tail = (place: Place) => energy(sound(place).slice(RATE * 0.15));
  expect(tail("hf")).toBeGreaterThan(tail("hh"));
  expect(tail("ho")).toBeGreaterThan(tail("hf"));
});
