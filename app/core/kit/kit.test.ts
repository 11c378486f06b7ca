import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { KIT_VOICES, type KitVoice, LIMBS } from "../stroke/stroke";
import { anyKit, FOUR_PIECE, kitOf, LARGE, SMALL } from "../testing/kits";
import { runs } from "../testing/seed";
import { armsCross, handOnTop, reachOf } from "./arms";
import { addSurface, checkKit, fixKit, overlaps, spread } from "./checks";
import { distanceBetween, foldPlace, isLeftHanded, isPlayable, type Kit, mirrorKit, openKit, surfaceAt } from "./kit";
import { usualSurface } from "./usual";

function at(kit: Kit, place: KitVoice) {
  const surface = surfaceAt(kit, place);
  if (!surface) throw new Error(`no ${place}`);
  return surface;
}

describe("a kit", () => {
  test("is itself after two mirrors, and its feet swap", () => {
    fc.assert(
      fc.property(anyKit, (kit) => {
        expect(mirrorKit(mirrorKit(kit))).toEqual(kit);
        expect(isLeftHanded(mirrorKit(kit))).toBe(!isLeftHanded(kit));
      }),
    );
  });

  test("distances do not change in the mirror", () => {
    const [kit, mirrored] = [LARGE, mirrorKit(LARGE)];
    for (const place of ["t1", "f2", "rd"] as const) {
      expect(distanceBetween(at(mirrored, "sn"), at(mirrored, place))).toBe(
        distanceBetween(at(kit, "sn"), at(kit, place)),
      );
    }
  });

  test("plays an open hi-hat on the hi-hat, and the bell on the ride", () => {
    expect(isPlayable(SMALL, "R", "ho")).toBe(true);
    expect(isPlayable(SMALL, "R", "rb")).toBe(false);
    expect(at(FOUR_PIECE, "rb").size).toBeLessThan(at(FOUR_PIECE, "rd").size);
  });

  test("replaces what it lacks with the nearest in pitch that the limb can play", () => {
    expect(foldPlace(SMALL, "R", "t1")).toBe("f1");
    expect(foldPlace(FOUR_PIECE, "R", "t2")).toBe("t1");
    expect(foldPlace(FOUR_PIECE, "L", "f2")).toBe("f1");
    expect(foldPlace(SMALL, "R", "c1")).toBe("hh");
    expect(foldPlace(kitOf("sn", "kk"), "R", "c1")).toBe("sn");
    expect(foldPlace(FOUR_PIECE, "H", "k2")).toBe("hp");
    expect(foldPlace(FOUR_PIECE, "K", "kk")).toBe("kk");
  });

  test("with everything on it gives every stroke a surface its limb can play, and keeps it", () => {
    fc.assert(
      fc.property(anyKit, fc.constantFrom(...LIMBS), fc.constantFrom(...KIT_VOICES), (kit, limb, place) => {
        const folded = foldPlace(kit, limb, place);
        expect(foldPlace(kit, limb, folded)).toBe(folded);
        if (folded !== place) expect(isPlayable(kit, limb, folded)).toBe(true);
      }),
    );
  });

  test("for open hands has the ride on the hi-hat's side and a low hi-hat, also mirrored", () => {
    const open = openKit(FOUR_PIECE);
    expect(at(open, "rd").x).toBeLessThan(at(open, "sn").x);
    expect(at(open, "hh").height).toBeLessThan(at(FOUR_PIECE, "hh").height);
    expect(openKit(mirrorKit(FOUR_PIECE))).toEqual(mirrorKit(open));
    expect(overlaps(at(open, "rd"), at(open, "hh"))).toBe(false);
  });
});

describe("arms", () => {
  test("cross with the right hand on the hi-hat and the left on the snare, not with open hands", () => {
    expect(armsCross(at(FOUR_PIECE, "hh"), at(FOUR_PIECE, "sn"))).toBe(true);
    expect(handOnTop(at(FOUR_PIECE, "hh"), at(FOUR_PIECE, "sn"))).toBe("R");
    expect(armsCross(at(FOUR_PIECE, "sn"), at(FOUR_PIECE, "hh"))).toBe(false);
  });

  test("don't cross where only the sticks meet: high tom and snare", () => {
    expect(armsCross(at(FOUR_PIECE, "t1"), at(FOUR_PIECE, "sn"))).toBe(false);
    expect(armsCross(at(FOUR_PIECE, "f1"), at(FOUR_PIECE, "sn"))).toBe(false);
    expect(armsCross(at(FOUR_PIECE, "sn"), at(FOUR_PIECE, "f1"))).toBe(true);
  });

  test("cross in the mirror exactly when they cross, with the other hand on top", () => {
    fc.assert(
      fc.property(anyKit, (kit) => {
        const mirrored = mirrorKit(kit);
        for (const a of kit.surfaces) {
          for (const b of kit.surfaces) {
            expect(armsCross(at(mirrored, b.place), at(mirrored, a.place))).toBe(armsCross(a, b));
            expect(reachOf("L", at(mirrored, a.place))).toBeCloseTo(reachOf("R", a), 9);
          }
        }
      }),
      runs(20),
    );
  });
});

describe("problems of a kit", () => {
  test("the usual ones have none", () => {
    for (const kit of [FOUR_PIECE, SMALL, LARGE]) {
      expect(checkKit(kit)).toEqual([]);
      expect(checkKit(mirrorKit(kit))).toEqual([]);
    }
  });

  test("no snare, no cymbal, no bass drum, and two in one spot", () => {
    expect(checkKit(kitOf("t1", "kk", "hh"))).toEqual([{ kind: "no-snare" }]);
    expect(checkKit(kitOf("sn", "kk", "t1"))).toEqual([{ kind: "no-cymbal" }]);
    expect(checkKit(kitOf("sn", "hh"))).toEqual([{ kind: "no-bass-drum" }]);
    const piled = { surfaces: [...SMALL.surfaces, { ...usualSurface("t1"), x: -4, y: 44, height: 66 }] };
    expect(checkKit(piled)).toEqual([{ kind: "overlap", place: "t1", other: "sn" }]);
  });

  test("each problem has a one-step fix that loses nothing", () => {
    fc.assert(
      fc.property(anyKit, fc.constantFrom("sn", "hh", "kk", null), (whole, dropped) => {
        const kit = { surfaces: whole.surfaces.filter(({ place }) => place !== dropped) };
        for (const problem of checkKit(kit)) {
          const fixed = fixKit(kit, problem);
          expect(fixed.surfaces.length).toBeGreaterThanOrEqual(kit.surfaces.length);
          const left = checkKit(fixed);
          const same = left.find(
            (one) => JSON.stringify({ ...one, reach: 0 }) === JSON.stringify({ ...problem, reach: 0 }),
          );
          expect(same).toBeUndefined();
        }
      }),
      runs(60),
    );
  });

  test("a surface added to a left-handed kit is mirrored, and never on top of another", () => {
    const mirrored = mirrorKit(kitOf("sn", "kk", "hp", "hh"));
    expect(at(addSurface(mirrored, "f1"), "f1").x).toBe(-usualSurface("f1").x);
    expect(at(addSurface(mirrored, "k2"), "k2").player).toBe("right-foot");
    const crowded = { surfaces: [...SMALL.surfaces, { ...usualSurface("x1"), x: 50, y: 33, height: 63 }] };
    expect(checkKit(spread(crowded, "x1"))).toEqual([]);
    expect(addSurface(SMALL, "sn")).toBe(SMALL);
  });
});
