import { describe, expect, test } from "vitest";
import { KIT_VOICES, type KitVoice, type Level } from "~/core/stroke";
import { gainFrom, HEADROOM, Humaniser, LEVEL_STEPS, type SoundWanted, soundOf, VARIATIONS } from "./kit-sounds";
import { integratedLoudness, laptopLoss, makeKWeighting, momentaryLoudness } from "./loudness";
import { decay, energyAbove, makeFilter, makeNoise } from "./signal";
import { gainOfFader, SOUND_KITS, type SoundKit, USUAL_SETUP } from "./sound-setup";
import { loudnessOf, synthesise, synthesiseClick } from "./synthesis";
import { brightness as brightnessAt, energy, shippedTakes, wantSound } from "./testing";

const RATE = 44_100;
const SHIPPED = shippedTakes();

function sound(place: KitVoice, level: Level = "normal", technique: SoundWanted["technique"] = "plain", variation = 0) {
  return soundOn("drawn", { place, level, technique, variation });
}
/** Sounds requested earlier. */
const made = new Map<string, Float32Array>();
function soundOn(kit: SoundKit, wish: Pick<SoundWanted, "place"> & Partial<SoundWanted>): Float32Array {
  const wanted = wantSound({ ...wish, kit });
  const key = JSON.stringify(wanted);
  const samples = made.get(key) ?? synthesise(wanted, RATE, SHIPPED);
  made.set(key, samples);
  return samples;
}
/** Every drum and cymbal of every kit. */
const ALL = SOUND_KITS.flatMap((kit) => KIT_VOICES.map((place) => [kit, place] as const));
const brightness = (samples: Float32Array, frequency: number) => brightnessAt(samples, frequency, RATE);
const peak = (samples: Float32Array) => samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);

describe("every surface", () => {
  test.each(ALL)(
    "of the %s kit, %s starts on its first sample, stays within full scale, and ends in silence",
    (kit, place) => {
      const samples = soundOn(kit, { place, level: "accent" });
      expect(Math.abs(samples[0] ?? 0)).toBeGreaterThan(1e-4);
      expect(peak(samples)).toBeLessThanOrEqual(1);
      expect(samples.every(Number.isFinite)).toBe(true);
      expect(Math.abs(samples.at(-1) ?? 1)).toBeLessThan(2e-3);
    },
  );
});

describe("the loudness of each sound", () => {
  test("the measurement: a full-scale sine of 997 Hz is -3.01 LUFS in one channel, silence has no loudness", () => {
    const sine = (rate: number, frequency: number) =>
      Float32Array.from({ length: rate }, (_, index) => Math.sin((2 * Math.PI * frequency * index) / rate));
    for (const rate of [44_100, 48_000]) {
      expect(momentaryLoudness(sine(rate, 997), rate)).toBeCloseTo(-3.01, 1);
      expect(integratedLoudness([sine(rate, 997)], rate)).toBeCloseTo(-3.01, 1);
      // Parts that the ear hardly hears get little weight.
      expect(momentaryLoudness(sine(rate, 25), rate)).toBeLessThan(-9);
      const weigh = makeKWeighting(rate);
      expect(Number.isFinite(weigh(1))).toBe(true);
    }
    expect(momentaryLoudness(new Float32Array(1000), 48_000)).toBe(Number.NEGATIVE_INFINITY);
    expect(integratedLoudness([new Float32Array(48_000)], 48_000)).toBe(Number.NEGATIVE_INFINITY);
  });

  test.each(ALL)("of the %s kit, %s has its intended loudness at every level and in every variation", (kit, place) => {
    const check = (level: Level, variation: number) => {
      const wish = wantSound({ place, level, variation });
      const heard = momentaryLoudness(soundOn(kit, wish), RATE) + HEADROOM;
      expect(Math.abs(heard - loudnessOf(wish))).toBeLessThan(1);
    };
    check("ghost", 0);
    check("normal", 1);
    // Its loudest and softest variations.
    for (const variation of [4, 2]) check("accent", variation);
  });

  test("levels are 6 and 16 dB apart, a rim shot is louder than an accent, toms don't drown the snare", () => {
    expect(LEVEL_STEPS).toEqual({ ghost: -16, normal: -6, accent: 0 });
    const heard = (place: KitVoice, technique: SoundWanted["technique"] = "plain") =>
      momentaryLoudness(sound(place, "accent", technique), RATE) + HEADROOM;
    expect(heard("sn")).toBeCloseTo(-18, 0);
    expect(heard("sn", "rim-shot")).toBeCloseTo(-16.5, 0);
    for (const tom of ["t1", "t2", "t3", "f1", "f2"] as const) expect(heard(tom) - heard("sn")).toBeLessThan(1.5);
    expect(heard("c1") - heard("sn")).toBeLessThan(2.5);
  });

  test("a laptop still plays floor tom and bass drum", () => {
    expect(laptopLoss(sound("f1", "accent"), RATE)).toBeLessThan(8);
    expect(laptopLoss(sound("f1", "normal"), RATE)).toBeLessThan(8);
    expect(laptopLoss(sound("kk", "accent"), RATE)).toBeLessThan(6);
  });
});

describe("the character of each sound", () => {
  const above = (samples: Float32Array, frequency: number) => {
    const [all, high] = energyAbove(samples, frequency, RATE);
    return high / all;
  };
  test("a ghost note has snare wires, and harder strokes have more", () => {
    const ghost = above(sound("sn", "ghost"), 1_000);
    expect(ghost).toBeGreaterThan(0.12);
    expect(ghost).toBeLessThan(0.15);
    const shares = [ghost, above(sound("sn"), 1_000), above(sound("sn", "accent"), 1_000)];
    shares.push(above(sound("sn", "accent", "rim-shot"), 1_000));
    expect(shares.toSorted((a, b) => a - b)).toEqual(shares);
  });

  test.each(
    SOUND_KITS.flatMap((kit) =>
      (["sn", "t1", "f1", "kk", "hh", "ho", "rd", "c1", "c2", "ch", "sp"] as const).map(
        (place) => [kit, place] as const,
      ),
    ),
  )("on the %s kit, %s is brighter with force", (kit, place) => {
    const shares = (["ghost", "normal", "accent"] as const).map((level) =>
      above(soundOn(kit, { place, level }), 3_000),
    );
    expect(shares.toSorted((a, b) => a - b)).toEqual(shares);
  });

  test("a tom's pitch falls more after a harder stroke, but by less than an octave", () => {
    /** Hz: the strongest frequency in a stretch of the sound, near the floor tom's own pitch. */
    const pitch = (samples: Float32Array, from: number, to: number) => {
      const stretch = samples.slice(from * RATE, to * RATE);
      const strength = (frequency: number) => {
        let [real, imaginary] = [0, 0];
        for (const [index, sample] of stretch.entries()) {
          const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * index) / stretch.length);
          const angle = (2 * Math.PI * frequency * index) / RATE;
          real += window * sample * Math.cos(angle);
          imaginary += window * sample * Math.sin(angle);
        }
        return Math.hypot(real, imaginary);
      };
      const pitches = Array.from({ length: 61 }, (_, step) => 76 + step * 0.6);
      const strengths = pitches.map(strength);
      return pitches[strengths.indexOf(Math.max(...strengths))] as number;
    };
    const cents = (level: Level) => {
      const samples = sound("f1", level);
      return 1200 * Math.log2(pitch(samples, 0, 0.1) / pitch(samples, 0.4, 0.8));
    };
    expect(cents("accent")).toBeGreaterThan(40);
    expect(cents("accent")).toBeLessThan(340);
    expect(Math.abs(cents("ghost"))).toBeLessThan(cents("accent"));
  });

  test.each(["drawn", "studio"] as const)("a crash's low tones ring longer than its high ones on the %s kit", (kit) => {
    const crash = soundOn(kit, { place: "c1", level: "accent" });
    const share = (from: number, to: number) => above(crash.slice(from * RATE, to * RATE), 4_000);
    expect(share(1.2, 2)).toBeLessThan(share(0.05, 0.4));
  });

  test("strokes of one kind are never quite alike, and never equal twice running", () => {
    const places = ["sn", "cs", "t1", "kk", "hh", "hp", "sp", "cb", "x1"] as const;
    for (const [kit, place] of SOUND_KITS.flatMap((kit) => places.map((place) => [kit, place] as const))) {
      const all = Array.from({ length: VARIATIONS }, (_, variation) => soundOn(kit, { place, variation }));
      for (const [index, one] of all.entries()) {
        for (const other of all.slice(index + 1)) expect(one).not.toEqual(other);
      }
    }
    const [humaniser, again] = [new Humaniser(), new Humaniser()];
    const strokes = Array.from({ length: 300 }, (_, index) => ({
      limb: (["R", "L", "K"] as const)[index % 3] ?? "R",
      place: "sn" as const,
    }));
    const drawn = strokes.map((stroke) => humaniser.next(stroke));
    expect(strokes.map((stroke) => again.next(stroke))).toEqual(drawn);
    for (const limb of [0, 1, 2]) {
      const own = drawn.filter((_, index) => index % 3 === limb);
      expect(new Set(own).size).toBe(VARIATIONS);
      for (const [index, one] of own.entries()) if (index > 0) expect(one).not.toBe(own[index - 1]);
    }
  });
});

test("a ghost note is darker and shorter than an accent, not only softer", () => {
  expect(brightness(sound("sn", "ghost"), 3_000)).toBeLessThan(brightness(sound("sn", "accent"), 3_000));
  expect(sound("sn", "ghost").length).toBeLessThan(sound("sn", "accent").length);
});

test("surfaces have their typical sound: bass drum low, toms descending, cymbals high and long", () => {
  const low = (place: KitVoice) => 1 - brightness(sound(place), 130);
  expect(low("kk")).toBeGreaterThan(0.6);
  expect(low("f1")).toBeGreaterThan(low("t1"));
  expect(brightness(sound("hh"), 4_000)).toBeGreaterThan(0.8);
  expect(sound("c1").length).toBeGreaterThan(4 * sound("hh").length);
  expect(sound("hp").length).toBeLessThan(sound("ho").length);
});

test("a rim shot rings where a plain stroke doesn't", () => {
  const band = (samples: Float32Array) => {
    const filter = makeFilter("bandpass", 895, 8, RATE);
    return energy(samples.map((sample) => filter(sample))) / energy(samples);
  };
  expect(band(sound("sn", "accent", "rim-shot"))).toBeGreaterThan(2 * band(sound("sn", "accent")));
});

test("the same request gives the same samples; variations differ a little", () => {
  expect(sound("sn")).toEqual(sound("sn"));
  expect(sound("sn", "normal", "plain", 1)).not.toEqual(sound("sn"));
});

test("clicks are short, higher on one, at their intended loudness, and the count-in uses sticks", () => {
  for (const sound of ["click", "sticks"] as const) {
    const [strong, weak] = [synthesiseClick("one", sound, RATE), synthesiseClick("beat", sound, RATE)];
    expect(strong.length).toBeLessThan(RATE * 0.1);
    expect(brightness(strong, 1_400)).toBeGreaterThan(brightness(weak, 1_400) - 0.01);
    const loud = (samples: Float32Array) => momentaryLoudness(samples, RATE) + HEADROOM;
    expect(loud(strong)).toBeCloseTo(sound === "click" ? -24 : -23, 1);
    expect(loud(strong) - loud(weak)).toBeCloseTo(4, 1);
    expect(loud(weak) - loud(synthesiseClick("between", sound, RATE))).toBeCloseTo(7, 1);
    expect(Math.abs(strong[0] ?? 0)).toBeGreaterThan(1e-4);
  }
  // Wood has a wider spectrum than a tone.
  expect(brightness(synthesiseClick("one", "sticks", RATE), 2_600)).toBeGreaterThan(
    brightness(synthesiseClick("one", "click", RATE), 2_600),
  );
  expect([0, 0.5].map(gainOfFader)).toEqual([0, 1]);
  expect(gainOfFader(1)).toBeGreaterThan(4);
});

test("signal parts: noise is repeatable and centred, filters and decay do their work", () => {
  const noise = makeNoise(7);
  const again = makeNoise(7);
  const values = Array.from({ length: 4_000 }, () => noise());
  expect(values.slice(0, 50)).toEqual(Array.from({ length: 50 }, () => again()));
  expect(Math.abs(values.reduce((sum, value) => sum + value, 0) / values.length)).toBeLessThan(0.05);
  expect(Math.max(...values.map(Math.abs))).toBeLessThanOrEqual(1);
  expect(decay(1, 1)).toBeCloseTo(1 / Math.E, 12);
  const lowpass = makeFilter("lowpass", 500, 0.7, RATE);
  const tone = (frequency: number) =>
    Float32Array.from({ length: 4_410 }, (_, index) => lowpass(Math.sin((2 * Math.PI * frequency * index) / RATE)));
  expect(energy(tone(100))).toBeGreaterThan(20 * energy(tone(5_000)));
});

test("a force between two levels has a loudness between theirs, and it always rises", () => {
  const peakOf = (force: number) => {
    const { level } = soundOf({ limb: "R", place: "sn", force, technique: "plain" }, 0, USUAL_SETUP);
    return LEVEL_STEPS[level] + 20 * Math.log10(gainFrom(level, force));
  };
  expect([0, 1, 2].map(peakOf)).toEqual([expect.closeTo(-16, 9), expect.closeTo(-6, 9), expect.closeTo(0, 9)]);
  const steps = Array.from({ length: 41 }, (_, step) => peakOf(step / 20));
  expect(steps.every((peak, index) => index === 0 || peak > (steps[index - 1] ?? 0))).toBe(true);
});

test("a buzz continues where a plain stroke has died away, and a cross-stick is wood without wires", () => {
  const late = (samples: Float32Array) => energy(samples.slice(RATE * 0.4));
  expect(late(sound("sn", "normal", "buzz"))).toBeGreaterThan(10 * late(sound("sn", "normal")));
  expect(sound("cs").length).toBeLessThan(RATE * 0.2);
  expect(brightness(sound("cs"), 5_000)).toBeLessThan(brightness(sound("sn"), 5_000));
});

test.each(SOUND_KITS)(
  "a half-open hi-hat of the %s kit rings longer than a closed one and shorter than an open one",
  (kit) => {
    const tail = (place: KitVoice) => {
      const samples = soundOn(kit, { place });
      return energy(samples.slice(RATE * 0.04)) / energy(samples);
    };
    expect(tail("hf")).toBeGreaterThan(tail("hh"));
    expect(tail("ho")).toBeGreaterThan(tail("hf"));
  },
);
