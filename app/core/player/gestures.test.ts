import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Kit, mirrorKit, openKit } from "../kit/kit";
import { usualSurface } from "../kit/usual";
import { readStickLine } from "../line/read";
import { mirrorLine } from "../phrase/phrase";
import { otherHand } from "../stroke/stroke";
import { anyLine } from "../testing/arbitraries";
import { anyKit, FOUR_PIECE } from "../testing/kits";
import { runs } from "../testing/seed";
import { barTicks, bpm, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { listCrossings, listLongReaches } from "./gestures";

const METER = { beats: 4, unit: 4 } as const;
const WINDOW = { start: ticks(0), length: barTicks(METER) };

function laid(text: string, kit: Kit) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return layOut({ meter: METER, tempo: bpm(100), window: WINDOW, line }, kit);
}

describe("crossings", () => {
  test("worked out by hand: the right hand on the hi-hat over the left on the snare, stroke by stroke", () => {
    expect(listCrossings(laid("@4 R/hhLR/hhK", FOUR_PIECE), FOUR_PIECE)).toEqual([
      { over: "R", at: "hh", under: "sn", slots: [1, 2] },
    ]);
    expect(listCrossings(laid("@4 (R/hhL)-", FOUR_PIECE), FOUR_PIECE)).toMatchObject([{ slots: [0] }]);
  });
  test("never occur with open hands, nor in a single-stroke roll down the kit", () => {
    const open = openKit(FOUR_PIECE);
    expect(listCrossings(laid("@4 RL/hhRL/hh", open), open)).toEqual([]);
    expect(listCrossings(laid("@4 RLRL R/t1L/t1R/t1L/t1", FOUR_PIECE), FOUR_PIECE)).toEqual([]);
  });
  test("mirror with hands swapped", () => {
    fc.assert(
      fc.property(anyLine, anyKit, (line, kit) => {
        const phrase = { meter: METER, tempo: bpm(100), window: WINDOW, line };
        const mirrored = mirrorKit(kit);
        const ours = listCrossings(layOut(phrase, kit), kit);
        const theirs = listCrossings(layOut({ ...phrase, line: mirrorLine(line) }, mirrored), mirrored);
        const many = (all: typeof ours) => all.reduce((sum, { slots }) => sum + slots.length, 0);
        expect(many(theirs)).toBe(many(ours));
      }),
      runs(40),
    );
  });
});

describe("long reaches", () => {
  const WIDE: Kit = { surfaces: [...FOUR_PIECE.surfaces, { ...usualSurface("ch"), x: 118, y: 40 }] };
  test("worked out by hand: a china far to the right belongs to the right hand", () => {
    const [reach] = listLongReaches(laid("@4 L/chR/chL", WIDE), WIDE);
    expect(reach).toMatchObject({ hand: "L", place: "ch", slots: [0], isNearer: true });
    expect(reach?.reach).toBeGreaterThan(115);
    expect(listLongReaches(laid("@4 R/chL", WIDE), WIDE)).toEqual([]);
  });
  test("belong to the other hand in the mirror", () => {
    const mirrored = mirrorKit(WIDE);
    const [ours] = listLongReaches(laid("@4 L/ch", WIDE), WIDE);
    const [theirs] = listLongReaches(laid("@4 R/ch", mirrored), mirrored);
    expect(theirs?.hand).toBe(ours && otherHand(ours.hand));
    expect(theirs?.reach).toBeCloseTo(ours?.reach ?? 0, 9);
  });
});
