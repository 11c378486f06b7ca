import { describe, expect, test } from "vitest";
import { usualSurface } from "~/core/kit";
import type { KitVoice } from "~/core/stroke";
import { type SoundWanted, soundOf } from "./kit-sounds";
import { momentaryLoudness } from "./loudness";
import { SOUND_KITS, type SoundKit, USUAL_SETUP } from "./sound-setup";
import { spotsOf } from "./spots";
import { synthesise } from "./synthesis";
import { cutTakes, readAt } from "./takes";
import INDEX from "./takes/cymbals.json";
import { brightness as brightnessAt, energy, shippedTakes, wantSound } from "./testing";

const RATE = 44_100;
const SHIPPED = shippedTakes();

function soundOn(kit: SoundKit, wish: { readonly place: KitVoice } & Partial<SoundWanted>) {
  return synthesise(wantSound({ ...wish, kit }), RATE, SHIPPED);
}
const brightness = (samples: Float32Array, frequency: number) => brightnessAt(samples, frequency, RATE);

test("a take at another speed keeps its tone and its first sample", () => {
  const tone = Float32Array.from({ length: 4_000 }, (_, index) => Math.cos((2 * Math.PI * 500 * index) / 32_000));
  const read = readAt(tone, 32_000 / 44_100);
  expect(read[0]).toBeCloseTo(1, 1);
  for (let index = 200; index < 5_000; index += 37) {
    expect(read[index]).toBeCloseTo(Math.cos((2 * Math.PI * 500 * index) / 44_100), 2);
  }
  // When reading faster, frequencies above the new limit are removed, not folded back.
  const high = Float32Array.from({ length: 4_000 }, (_, index) => Math.cos((2 * Math.PI * 13_000 * index) / 32_000));
  expect(energy(readAt(high, 2).slice(50, -50))).toBeLessThan(0.01 * energy(high));
  expect(() => cutTakes(new Float32Array(10), { rate: 32_000, takes: INDEX.takes })).toThrow(RangeError);
});

test("without its takes the studio kit uses the synthesized cymbals, and the drums are the same", () => {
  const wish = wantSound({ place: "c1", kit: "studio" });
  expect(synthesise(wish, RATE)).toEqual(synthesise({ ...wish, kit: "drawn" }, RATE));
  expect(soundOn("studio", wish)).not.toEqual(soundOn("drawn", wish));
  expect(soundOn("studio", { place: "sn" })).toEqual(soundOn("drawn", { place: "sn" }));
});

describe("the player and the drum", () => {
  test.each(SOUND_KITS)("the weaker hand is a little softer and duller on the %s kit", (kit) => {
    for (const place of ["sn", "t1", "f1", "hh"] as const) {
      const [strong, weak] = [soundOn(kit, { place }), soundOn(kit, { place, isWeak: true })];
      const softer = momentaryLoudness(strong, RATE) - momentaryLoudness(weak, RATE);
      expect(softer).toBeGreaterThan(0.3);
      expect(softer).toBeLessThan(1.5);
      expect(brightness(weak, 3_000)).toBeLessThan(brightness(strong, 3_000));
    }
  });

  test("only if there is one: the setup says which", () => {
    const stroke = { limb: "L", place: "sn", force: 1, technique: "plain" } as const;
    expect(soundOf(stroke, 0, USUAL_SETUP).isWeak).toBe(false);
    expect(soundOf(stroke, 0, { ...USUAL_SETUP, weaker: "L" }).isWeak).toBe(true);
    expect(soundOf(stroke, 0, { ...USUAL_SETUP, weaker: "R" }).isWeak).toBe(false);
  });

  test("a larger drum is lower and rings longer, but isn't louder", () => {
    const centre = (samples: Float32Array) => {
      // The frequency below which half of the energy lies.
      const half = [60, 80, 100, 120, 140, 160, 180, 200, 240, 280, 320, 400];
      return half.find((frequency) => brightness(samples, frequency) < 0.5) ?? Number.POSITIVE_INFINITY;
    };
    const [small, usual, large] = [0.8, 1, 1.3].map((scale) => soundOn("drawn", { place: "t2", scale }));
    if (!small || !usual || !large) throw new Error("no sounds");
    expect(centre(small)).toBeGreaterThan(centre(usual));
    expect(centre(usual)).toBeGreaterThan(centre(large));
    expect(large.length).toBeGreaterThan(small.length);
    expect(Math.abs(momentaryLoudness(large, RATE) - momentaryLoudness(small, RATE))).toBeLessThan(0.5);
  });

  test("sizes count relative to the usual kit: a 10-inch tom is smaller, and the bell is as large as its ride", () => {
    const usual = spotsOf({ surfaces: (["sn", "t1", "rd", "hh", "kk", "hp"] as const).map(usualSurface) });
    for (const spot of Object.values(usual)) expect(spot?.scale).toBe(1);
    const tom = usualSurface("t2");
    const ride = { ...usualSurface("rd"), size: usualSurface("rd").size * 1.1 };
    const spots = spotsOf({ surfaces: [{ ...tom, size: tom.size * 0.8 }, ride] });
    expect(spots.t2?.scale).toBeCloseTo(0.8, 9);
    expect(spots.rb?.scale).toBe(spots.rd?.scale);
    expect(spots.hh).toBeUndefined();
  });
});
