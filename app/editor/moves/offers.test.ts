import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatSlots } from "~/core/line";
import { applyMove, mirrorCell, readCell, recipeResult } from "~/core/moves";
import { type Hand, LIMBS, partsOf, strokesOf } from "~/core/stroke";
import { anySticking } from "~/core/testing/arbitraries";
import { runs } from "~/core/testing/seed";
import { moveSchema } from "~/library/cell/content";
import { describeMove, describeRefusal } from "~/words/moves";
import { OFFER_GROUPS, OFFERS, type OfferScene, tryOffer } from "./offers";

const SCENE: OfferScene = {
  strong: "R",
  position: 0,
  every: 2,
  rhythm: "332",
  partner: "RLK",
  speed: "same",
  pedals: "hi-hat",
  own: "RLRR",
  notes: "",
};

test("offers have unique keys, ids and words, and all have a group", () => {
  const of = (tell: (offer: (typeof OFFERS)[number]) => string) => new Set(OFFERS.map(tell)).size;
  expect(of(({ key }) => key)).toBe(OFFERS.length);
  expect(of(({ id }) => id)).toBe(OFFERS.length);
  expect(of(({ make }) => describeMove(make(SCENE)).name)).toBe(OFFERS.length);
  expect(new Set(OFFERS.map(({ group }) => group))).toEqual(new Set(OFFER_GROUPS));
});

describe("for any cell, an offer", () => {
  const anyScene = fc.record({
    strong: fc.constantFrom<Hand>("R", "L"),
    position: fc.nat(9),
    every: fc.integer({ min: 1, max: 8 }),
    rhythm: fc.constantFrom("332", "x--x--", "", "?!"),
    partner: fc.constantFrom("", "RLK", "R{LL}-"),
    speed: fc.constantFrom("half", "same", "double"),
    pedals: fc.constantFrom("hi-hat", "two-bass"),
    own: fc.constantFrom("RLRR", "RLK"),
    notes: fc.constantFrom("", "1-2", "3, 5"),
  }) as fc.Arbitrary<OfferScene>;
  test("gives a cell that a recipe reproduces, or says why not; never two of one limb at once", () => {
    fc.assert(
      fc.property(anySticking, anyScene, fc.constantFrom(...OFFERS), (cell, scene, entry) => {
        const offer = tryOffer(entry, scene, (move) => applyMove(cell, move));
        if (!offer.cell) {
          expect(offer.refused && describeRefusal(offer.refused).length).toBeGreaterThan(8);
          return;
        }
        expect(formatSlots(recipeResult(cell, [offer.move]))).toBe(formatSlots(offer.cell));
        expect(readCell(formatSlots(offer.cell))).not.toBeNull();
        expect(moveSchema.safeParse(offer.move).success).toBe(true);
        for (const part of offer.cell.flatMap(partsOf)) {
          const limbs = strokesOf(part).map(({ limb }) => limb);
          expect(new Set(limbs).size).toBe(limbs.length);
          expect(limbs.every((limb) => LIMBS.includes(limb))).toBe(true);
        }
      }),
      runs(400),
    );
  });
  test("is mirrored for left-handed players: the mirrored cell gives the mirrored result", () => {
    // A cell without hands is left out: the added hand is the right one for everyone.
    const plain = ["R", "L", "K", "-", ">R", "l"];
    const cells = fc
      .array(fc.constantFrom(...plain), { minLength: 1, maxLength: 9 })
      .map((symbols) => symbols.join(""));
    fc.assert(
      fc.property(cells, anyScene, fc.constantFrom(...OFFERS), (text, scene, entry) => {
        const cell = readCell(text) ?? [];
        fc.pre(cell.some((slot) => strokesOf(slot).some(({ limb }) => limb === "R" || limb === "L")));
        const partner = formatSlots(mirrorCell(readCell(scene.partner) ?? []));
        const mirrored: OfferScene = {
          ...scene,
          strong: scene.strong === "R" ? "L" : "R",
          partner,
          own: formatSlots(mirrorCell(readCell(scene.own) ?? [])),
        };
        const mine = tryOffer(entry, scene, (move) => applyMove(cell, move));
        const theirs = tryOffer(entry, mirrored, (move) => applyMove(mirrorCell(cell), move));
        expect(theirs.cell && formatSlots(theirs.cell)).toBe(mine.cell && formatSlots(mirrorCell(mine.cell)));
      }),
      runs(400),
    );
  });
});
