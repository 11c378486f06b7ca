import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualSurface } from "~/core/kit";
import { bendVelocity, mapPads, readStrike } from "./midi-message";

describe("a MIDI message", () => {
  it("is a strike only if it is a note-on with a velocity", () => {
    expect(readStrike([0x99, 38, 100])).toEqual({ note: 38, velocity: 100 });
    expect(readStrike([0x90, 36, 1])).toEqual({ note: 36, velocity: 1 });
    for (const bad of [null, [], [0x99, 38], [0x99, 38, 0], [0x89, 38, 64], [0xf8], [0xb9, 4, 90], [0x99, 300, 1]]) {
      expect(readStrike(bad)).toBeNull();
    }
  });

  it("with any bytes is read without throwing, and never out of range", () => {
    fc.assert(
      fc.property(fc.array(fc.double()), (bytes) => {
        const strike = readStrike(bytes);
        if (strike) expect(strike.note + strike.velocity).toBeLessThanOrEqual(254);
      }),
    );
  });
});

describe("pads", () => {
  it("are the learned ones, otherwise the kit's, otherwise the usual ones", () => {
    const kit = { surfaces: [{ ...usualSurface("t1"), midi: 60 }, usualSurface("sn")] };
    const pads = mapPads(kit, { "38": "cb" });
    expect([pads.get(60), pads.get(38), pads.get(36), pads.get(99)]).toEqual(["t1", "cb", "kk", undefined]);
  });

  it("bend velocities and keep their limits", () => {
    expect([bendVelocity(127, 0.5), bendVelocity(1, 3), bendVelocity(64, 1)]).toEqual([127, 1, 64]);
    expect(bendVelocity(40, 0.5)).toBeGreaterThan(40);
  });
});
