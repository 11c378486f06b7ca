import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { strokesOf } from "../stroke/stroke";
import { anySticking } from "../testing/arbitraries";
import { after } from "../testing/cells";
import { runs } from "../testing/seed";
import { findMeeting, layerCells } from "./layer";
import type { Cell, LayerSpeed } from "./move";

describe("layers", () => {
  /** Brute force: every onset of both, in sixtieths of an upper slot. */
  function onsets(upper: Cell, lower: Cell, speed: LayerSpeed, slots: number): string[] {
    const found = new Set<string>();
    const play = (cell: Cell, slotLength: number) => {
      for (let at = 0, index = 0; at < slots * 840; at += slotLength, index++) {
        const slot = cell[index % cell.length];
        if (!slot) continue;
        const parts = slot.kind === "split" ? slot.parts : [slot];
        for (const [part, content] of parts.entries())
          for (const stroke of strokesOf(content))
            found.add(`${at + (part * slotLength) / parts.length} ${stroke.limb}`);
      }
    };
    play(upper, 840);
    play(lower, { half: 1680, same: 840, double: 420 }[speed]);
    return [...found].sort();
  }
  test("both play as they would alone, until they meet", () => {
    fc.assert(
      fc.property(anySticking, anySticking, fc.constantFrom("half", "same", "double"), (upper, lower, speed) => {
        const result = layerCells(upper, lower, speed);
        if (!result.ok) {
          expect(result.why.code).toBe("too-fine");
          return;
        }
        const { slots, upperTimes, lowerTimes } = findMeeting(upper.length, lower.length, speed);
        expect(result.cell).toHaveLength(slots);
        expect(upperTimes * upper.length).toBe(slots);
        expect(lowerTimes * lower.length * { half: 2, same: 1, double: 0.5 }[speed]).toBe(slots);
        expect(onsets(result.cell, [], "same", slots)).toEqual(onsets(upper, lower, speed, slots));
      }),
      runs(400),
    );
  });
  test("they meet as early as possible: worked out by hand", () => {
    expect(findMeeting(5, 3, "same")).toEqual({ slots: 15, upperTimes: 3, lowerTimes: 5 });
    expect(findMeeting(4, 3, "half")).toEqual({ slots: 12, upperTimes: 3, lowerTimes: 2 });
    expect(findMeeting(5, 4, "double")).toEqual({ slots: 10, upperTimes: 2, lowerTimes: 5 });
    expect(() => findMeeting(0, 3, "same")).toThrow(RangeError);
  });
});

test("a cell goes on the feet under itself, and on two pedals on request", () => {
  const layer = { kind: "layer", cell: "RLRR", speed: "same", strong: "R" } as const;
  expect(after("RLRR", layer)).toBe("(RK)(LH)(RK)(RK)");
  expect(after("RLRR", { ...layer, pedals: "two-bass" })).toBe("(RK)(LH/k2)(RK)(RK)");
});
