/** Generators for everything a player could write, for property tests. */

import fc from "fast-check";
import { formatSlots } from "../line/write";
import { type AccentRule, DYNAMICS, EXTENSIONS, LAYER_SPEEDS, type Move, ORNAMENTS } from "../moves/move";
import {
  type CellItem,
  countSlots,
  type Line,
  type LineItem,
  MAX_DEPTH,
  makeCell,
  makeLine,
  makeRun,
} from "../phrase/phrase";
import {
  canPlay,
  isHand,
  KIT_VOICES,
  LIMBS,
  type Limb,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
  TECHNIQUES,
} from "../stroke/stroke";
import { METER_UNITS, type Meter, makeRate, type Rate } from "../time/time";

/** Rates at which a slot can be divided by 2, 3 and 4 exactly. */
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
      technique: fc.constantFrom("plain", "plain", ...TECHNIQUES),
      graces: alone ? fc.constantFrom(0, 0, 0, 1, 2, 3) : fc.constant(0),
      place: fc.option(fc.constantFrom(...KIT_VOICES.filter((place) => canPlay(limb, place))), {
        nil: undefined,
        freq: 3,
      }),
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

const anySwell = fc.constantFrom(undefined, undefined, "crescendo" as const, "diminuendo" as const);

function hasSwell(item: LineItem): boolean {
  return item.kind === "run" && (item.swell !== undefined || item.items.some(hasSwell));
}

const { items } = fc.letrec<{ items: LineItem[]; item: LineItem[] }>((tie) => ({
  items: fc.array(tie("item"), { maxLength: 5 }).map((nested) => nested.flat()),
  item: fc.oneof(
    { depthSize: "small", withCrossShrink: true },
    anyCell.map((cell) => [cell] as LineItem[]),
    anyRate.map((rate) => [{ kind: "rate", rate }] as LineItem[]),
    fc.constant([{ kind: "bar" }] as LineItem[]),
    fc.tuple(anyCell, tie("items"), fc.integer({ min: 1, max: 3 }), anySwell).map(([cell, rest, count, swell]) => {
      const items = [cell, ...rest];
      return [...makeRun(items, count, items.some(hasSwell) ? undefined : swell)];
    }),
  ),
}));

function depthOf(line: Line): number {
  return line.reduce((most, item) => Math.max(most, item.kind === "run" ? 1 + depthOf(item.items) : 0), 0);
}

/** A line in normal form with at least one cell, within limits: repeats multiply quickly. */
export const anyLine: fc.Arbitrary<Line> = fc
  .tuple(items, anyCell, items)
  .map(([before, cell, after]) => makeLine([...before, cell, ...after]))
  .filter((line) => countSlots(line) <= 3_000 && depthOf(line) <= MAX_DEPTH);

/** A sticking of 1 to 9 slots. */
export const anySticking: fc.Arbitrary<readonly Slot[]> = fc.array(anySlot, { minLength: 1, maxLength: 9 });

const anyLimb = fc.constantFrom(...LIMBS);
const anyHand = fc.constantFrom("R" as const, "L" as const);
const anyPlace = fc.integer({ min: 0, max: 10 });
const anyEvery = fc.integer({ min: 2, max: 8 });
const anyStickingText = anySticking.map((slots) => formatSlots(slots));

const anyAccentRule: fc.Arbitrary<AccentRule> = fc.oneof(
  fc.record({ by: fc.constant("place" as const), place: anyPlace }),
  fc.record({ by: fc.constant("every" as const), every: anyEvery }),
  fc.constantFrom<AccentRule>({ by: "singles" }, { by: "doubles" }),
  fc
    .array(fc.constantFrom("x", "-"), { minLength: 1, maxLength: 12 })
    .map((signs): AccentRule => ({ by: "rhythm", rhythm: signs.join("") })),
);

/** Any move, whether it applies or not. */
export const anyMove: fc.Arbitrary<Move> = fc.oneof(
  fc.integer({ min: -12, max: 12 }).map((by): Move => ({ kind: "rotate", by })),
  fc.constantFrom<Move>({ kind: "mirror" }, { kind: "reverse" }, { kind: "alternate" }, { kind: "split-doubles" }),
  fc.tuple(anyLimb, anyLimb).map(([limb, by]): Move => ({ kind: "replace", limb, by })),
  fc.tuple(anyLimb, anyLimb).map(([limb, partner]): Move => ({ kind: "double", limb, with: partner })),
  fc
    .tuple(anyHand, fc.constantFrom("hi-hat" as const, "two-bass" as const))
    .map(([strong, pedals]): Move => ({ kind: "feet", strong, pedals })),
  anyHand.map((lead): Move => ({ kind: "grid", lead })),
  fc.constantFrom(...EXTENSIONS).map((by): Move => ({ kind: "extend", by })),
  fc.constantFrom("first" as const, "last" as const).map((end): Move => ({ kind: "shorten", end })),
  anyStickingText.map((cell): Move => ({ kind: "glue", cell })),
  fc
    .tuple(anyStickingText, fc.constantFrom(...LAYER_SPEEDS), anyHand)
    .map(([cell, speed, strong]): Move => ({ kind: "layer", cell, speed, strong })),
  anyPlace.map((place): Move => ({ kind: "silence", place })),
  anyEvery.map((every): Move => ({ kind: "thin", every })),
  fc
    .tuple(fc.option(anyLimb, { nil: null }), anyLimb)
    .map(([limb, filler]): Move => ({ kind: "fill", limb, with: filler })),
  fc
    .tuple(fc.constantFrom(...ORNAMENTS), fc.constantFrom("first" as const, "accents" as const))
    .map(([ornament, on]): Move => ({ kind: "decorate", ornament, on })),
  anyAccentRule.map((rule): Move => ({ kind: "accent", rule })),
  fc.constantFrom(...DYNAMICS).map((preset): Move => ({ kind: "dynamics", preset })),
);
