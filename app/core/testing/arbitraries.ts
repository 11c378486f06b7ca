/** Generators of everything that a player could write, for property tests. */

import fc from "fast-check";
import { type CellItem, countSlots, type Line, type LineItem, MAX_DEPTH, makeCell, makeLine, makeRun } from "../phrase";
import {
  canPlay,
  isHand,
  LIMBS,
  type Limb,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  PLACES,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
} from "../stroke";
import { METER_UNITS, type Meter, makeRate, type Rate } from "../time";

/** Rates at which a slot can be shared by 2, 3 and 4 exactly. */
export const anyRate: fc.Arbitrary<Rate> = fc
  .constantFrom([1, 1], [2, 1], [3, 1], [4, 1], [5, 1], [6, 1], [7, 1], [8, 1], [3, 2], [1, 2], [5, 2])
  .map(([slots, quarters]) => makeRate(slots as number, quarters) as Rate);

export const anyMeter: fc.Arbitrary<Meter> = fc.record({
  beats: fc.integer({ min: 1, max: 16 }),
  unit: fc.constantFrom(...METER_UNITS),
});

function strokeBy(limb: Limb, alone: boolean): fc.Arbitrary<Stroke> {
  return fc
    .record({
      level: fc.constantFrom("ghost", "normal", "accent"),
      rimShot: isHand(limb) ? fc.boolean() : fc.constant(false),
      graces: alone ? fc.constantFrom(0, 0, 0, 1, 2, 3) : fc.constant(0),
      place: fc.option(fc.constantFrom(...PLACES.filter((place) => canPlay(limb, place))), { nil: undefined, freq: 3 }),
    })
    .map((marks) => makeStroke(limb, marks as Partial<Stroke>));
}

const anyStrokes: fc.Arbitrary<Strokes> = fc
  .oneof(
    { weight: 5, arbitrary: fc.constantFrom(...LIMBS).map((limb) => [limb]) },
    { weight: 1, arbitrary: fc.subarray([...LIMBS], { minLength: 2 }) },
  )
  .chain((limbs) => {
    const hands = limbs.filter((limb) => isHand(limb)).length;
    return fc.tuple(...limbs.map((limb) => strokeBy(limb, hands < 2)));
  })
  .map((strokes) => makeStrokes(strokes));

const anyPart: fc.Arbitrary<Silence | Strokes> = fc.oneof(
  { weight: 1, arbitrary: fc.constant(null).map(() => makeSilence()) },
  { weight: 4, arbitrary: anyStrokes },
);

export const anySlot: fc.Arbitrary<Slot> = fc.oneof(
  { weight: 6, arbitrary: anyPart },
  { weight: 1, arbitrary: fc.array(anyPart, { minLength: 2, maxLength: 4 }).map((parts) => makeSplit(parts)) },
);

export const anyCell: fc.Arbitrary<CellItem> = fc
  .tuple(fc.array(anySlot, { minLength: 1, maxLength: 9 }), fc.constantFrom(1, 1, 1, 2, 3, 12))
  .map(([slots, count]) => makeCell(slots, count));

const { items } = fc.letrec<{ items: LineItem[]; item: LineItem[] }>((tie) => ({
  items: fc.array(tie("item"), { maxLength: 5 }).map((nested) => nested.flat()),
  item: fc.oneof(
    { depthSize: "small", withCrossShrink: true },
    anyCell.map((cell) => [cell] as LineItem[]),
    anyRate.map((rate) => [{ kind: "rate", rate }] as LineItem[]),
    fc.constant([{ kind: "bar" }] as LineItem[]),
    fc
      .tuple(anyCell, tie("items"), fc.integer({ min: 1, max: 3 }))
      .map(([cell, rest, count]) => [...makeRun([cell, ...rest], count)]),
  ),
}));

function depthOf(line: Line): number {
  return line.reduce((most, item) => Math.max(most, item.kind === "run" ? 1 + depthOf(item.items) : 0), 0);
}

/** A line in normal form with at least one cell, within what may be written: repeats multiply quickly. */
export const anyLine: fc.Arbitrary<Line> = fc
  .tuple(items, anyCell, items)
  .map(([before, cell, after]) => makeLine([...before, cell, ...after]))
  .filter((line) => countSlots(line) <= 3_000 && depthOf(line) <= MAX_DEPTH);
