import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "../line/read";
import { formatLine, formatSlots } from "../line/write";
import { makeCell, makeLine } from "../phrase/phrase";
import { listMoments } from "../stroke/sticking";
import { isHand, otherHand, strokesOf } from "../stroke/stroke";
import { anyMove, anySticking } from "../testing/arbitraries";
import { after, cellOf } from "../testing/cells";
import { runs } from "../testing/seed";
import { applyMove, applyMoveToRun } from "./apply";
import { leadingHand, stickByGrid } from "./limbs";
import type { Cell, Move } from "./move";
import { applyRecipe, recipeResult } from "./recipe";
import { readRhythm } from "./rhythm";
import { mirrorCell, readCell, reverseCell, rotateCell } from "./shape";

const write = (cell: Cell) => formatSlots(cell);

describe("hand-worked moves", () => {
  const rotate = (by: number): Move => ({ kind: "rotate", by });
  const accent = (rule: Extract<Move, { kind: "accent" }>["rule"]): Move => ({ kind: "accent", rule });
  test.each<[string, Move, string]>([
    [">RLRRLRLL", rotate(2), "RRLRLL>RL"],
    [">RLRRLRLL", rotate(-1), "L>RLRRLRL"],
    ["RRRR", rotate(1), "refused: same"],
    [">RlK('RK)", { kind: "mirror" }, ">LrK('LK)"],
    ["KHK-", { kind: "mirror" }, "refused: same"],
    ["'R{LRK}-", { kind: "reverse" }, "-{KRL}'R"],
    ["RLRR", { kind: "alternate" }, "RLRRLRLL"],
    ["K-K", { kind: "alternate" }, "refused: no-hand"],
    // Replace: rights and lefts become kicks, ornaments that a foot can't play are removed, accents stay.
    ["RLRR", { kind: "replace", limb: "L", by: "K" }, "RKRR"],
    ["'!RL", { kind: "replace", limb: "R", by: "K" }, ">KL"],
    ["(R>K)L", { kind: "replace", limb: "R", by: "K" }, ">KL"],
    ["('RK)L", { kind: "replace", limb: "K", by: "L" }, "(RL)L"],
    ["RR", { kind: "replace", limb: "L", by: "K" }, "refused: no-limb"],
    ["R/t1L", { kind: "replace", limb: "R", by: "K" }, "KL"],
    [">RlRr", { kind: "double", limb: "R", with: "K" }, "(>R>K)l(RK)(rK)"],
    ["(RK)L", { kind: "double", limb: "R", with: "K" }, "refused: same"],
    ["'RL", { kind: "double", limb: "R", with: "L" }, "(RL)L"],
    [">RLrK", { kind: "feet", strong: "R", pedals: "hi-hat" }, ">KHkR"],
    ["RLRR", { kind: "feet", strong: "L", pedals: "two-bass" }, "H/k2KH/k2H/k2"],
    ["K-", { kind: "feet", strong: "R", pedals: "hi-hat" }, "refused: no-hand"],
    // Grid-led: hands by position, kicks and silences stay, a shared slot keeps its shape.
    ["RRLLK-R", { kind: "grid", lead: "R" }, "RLRLK-R"],
    ["RR{LL}(RK)", { kind: "grid", lead: "R" }, "RL{RR}(LK)"],
    ["RLRL", { kind: "grid", lead: "R" }, "refused: same"],
    ["(RL)R", { kind: "grid", lead: "R" }, "(RL)L"],
    ["RLRRL", { kind: "extend", by: "kick" }, "RLRRLK"],
    ["RLRRL", { kind: "extend", by: "two-kicks" }, "RLRRLKK"],
    ["RLRRL", { kind: "extend", by: "quick-kicks" }, "RLRRL{KK}"],
    ["RLK", { kind: "extend", by: "hand" }, "RLKR"],
    ["RLK", { kind: "extend", by: "gap" }, "RLK-"],
    ["RLRRL", { kind: "shorten", end: "last" }, "RLRR"],
    ["RLRRL", { kind: "shorten", end: "first" }, "LRRL"],
    ["R", { kind: "shorten", end: "first" }, "refused: too-short"],
    ["RL", { kind: "glue", cell: "RLK KKx2" }, "RLRLKKKKK"],
    ["RL", { kind: "glue", cell: "@6 RLK" }, "refused: unreadable"],
    ["RL", { kind: "glue", cell: "RLZ" }, "refused: unreadable"],
    ["RLRR", { kind: "silence", place: 1 }, "R-RR"],
    ["RL", { kind: "silence", place: 2 }, "refused: too-short"],
    ["RLRRLR", { kind: "thin", every: 3 }, "RL-RL-"],
    ["RL", { kind: "thin", every: 3 }, "refused: too-short"],
    // One hand plays a known rhythm, the other fills every gap.
    ["R-RR-", { kind: "fill", limb: null, with: "L" }, "RlRRl"],
    ["R-K", { kind: "fill", limb: "R", with: "L" }, "Rl(lK)"],
    ["RLRL", { kind: "fill", limb: "R", with: "K" }, "R(LK)R(LK)"],
    ["RLRL", { kind: "fill", limb: null, with: "K" }, "refused: no-gap"],
    ["LL", { kind: "fill", limb: "R", with: "K" }, "refused: no-limb"],
    // A three-stroke ruff at twice the rate: the second stroke keeps its slot.
    [">RRLL", { kind: "split-doubles" }, "{>RL}R{LR}L"],
    ["RRR", { kind: "split-doubles" }, "{RL}{RL}R"],
    ["{RR}L", { kind: "split-doubles" }, "{RLR}L"],
    ["RrL", { kind: "split-doubles" }, "{Rl}rL"],
    ["RLRL", { kind: "split-doubles" }, "refused: no-double"],
    ["R-RKR", { kind: "split-doubles" }, "refused: no-double"],
    [">RLRL", { kind: "decorate", ornament: "flam", on: "first" }, "'>RLRL"],
    ["-L>RL>L", { kind: "decorate", ornament: "drag", on: "accents" }, "-L''>RL''>L"],
    ["RL", { kind: "decorate", ornament: "rim-shot", on: "first" }, "!RL"],
    ["K>L", { kind: "decorate", ornament: "flam", on: "first" }, "refused: first-not-hand"],
    ["(RL)R", { kind: "decorate", ornament: "flam", on: "first" }, "refused: hand-busy"],
    ["RL", { kind: "decorate", ornament: "ruff", on: "accents" }, "refused: no-accent"],
    ["RL>K", { kind: "decorate", ornament: "ruff", on: "accents" }, "refused: no-hand"],
    ["--", { kind: "decorate", ornament: "flam", on: "first" }, "refused: empty"],
    [">RLRR", accent({ by: "place", place: 1 }), "R>LRR"],
    ["!RlRRlR", accent({ by: "every", every: 3 }), "!RlR>RlR"],
    [">RLRR", accent({ by: "singles" }), ">R>LRR"],
    ["RLRRLRLL", accent({ by: "doubles" }), "RL>RRLR>LL"],
    ["RLRLRLRL", accent({ by: "rhythm", rhythm: "x--x--x-" }), ">RLR>LRL>RL"],
    ["RLRLRLRL", accent({ by: "rhythm", rhythm: "3 3 2" }), ">RLR>LRL>RL"],
    ["(RK)LK", accent({ by: "every", every: 2 }), "(>RK)L>K"],
    ["R-", accent({ by: "place", place: 1 }), "refused: silent"],
    ["RLRL", accent({ by: "doubles" }), "refused: no-double"],
    ["RRLL", accent({ by: "singles" }), "refused: no-single"],
    ["RL", accent({ by: "rhythm", rhythm: "what" }), "refused: no-rhythm"],
    [">RlR!L", { kind: "dynamics", preset: "even" }, "RLRL"],
    [">RLRKL", { kind: "dynamics", preset: "ghost-rest" }, ">RlrKl"],
    ["RLRL", { kind: "dynamics", preset: "ghost-rest" }, "refused: no-accent"],
    ["RLKRL", { kind: "dynamics", preset: "lead-out" }, ">RlKrl"],
    ["RLRRK", { kind: "dynamics", preset: "singles-out" }, ">R>LrrK"],
    ["RLRRK", { kind: "dynamics", preset: "left-out" }, "r>LrrK"],
    ["RLRLRL", { kind: "dynamics", preset: "swell" }, "rlRL>R>L"],
    ["RLRLRL", { kind: "dynamics", preset: "fade" }, ">R>LRLrl"],
    ["RL", { kind: "dynamics", preset: "fade" }, "refused: too-short"],
    ["RLR", { kind: "layer", cell: "RL", speed: "same", strong: "R" }, "(RK)(LH)(RK)(RH)(LK)(RH)"],
    ["RLRL", { kind: "layer", cell: "K-", speed: "half", strong: "R" }, "(RK)LRL"],
    ["RL", { kind: "layer", cell: "KKK-", speed: "double", strong: "R" }, "{(RK)K}(LK)"],
    ["RL", { kind: "layer", cell: "x", speed: "same", strong: "R" }, "refused: unreadable"],
  ])("%s %o gives %s", (text, move, expected) => {
    expect(after(text, move)).toBe(expected);
  });

  test("the paradiddle's rotations are its inversions", () => {
    const paradiddle = cellOf("RLRRLRLL");
    expect([0, 1, 2, 3].map((by) => write(rotateCell(paradiddle, by)))).toEqual([
      "RLRRLRLL",
      "LRRLRLLR",
      "RRLRLLRL",
      "RLRLLRLR",
    ]);
  });
  test("rhythms as people write them", () => {
    expect(["x..x", "X-- x--", "3 3 2", "3+3+2", "1", "", "---", "ab", "0", "x".repeat(65)].map(readRhythm)).toEqual([
      "x--x",
      "x--x--",
      "x--x--x-",
      "x--x--x-",
      "x",
      null,
      null,
      null,
      null,
      null,
    ]);
  });
});

describe("laws", () => {
  test("rotations add up, and a full turn is the identity", () => {
    fc.assert(
      fc.property(anySticking, fc.integer({ min: -20, max: 20 }), fc.integer({ min: -20, max: 20 }), (cell, a, b) => {
        expect(write(rotateCell(rotateCell(cell, a), b))).toBe(write(rotateCell(cell, a + b)));
        let turned = cell;
        for (let time = 0; time < cell.length; time++) turned = rotateCell(turned, 1);
        expect(write(turned)).toBe(write(cell));
      }),
    );
  });
  test("mirror twice and reverse twice are the identity", () => {
    fc.assert(
      fc.property(anySticking, (cell) => {
        expect(write(mirrorCell(mirrorCell(cell)))).toBe(write(cell));
        expect(write(reverseCell(reverseCell(cell)))).toBe(write(cell));
      }),
    );
  });
  test("every result can be written and read again, and no limb plays twice at once", () => {
    fc.assert(
      fc.property(anySticking, anyMove, (cell, move) => {
        const result = applyMove(cell, move);
        if (!result.ok) return;
        for (const moment of listMoments(result.cell)) {
          const limbs = moment.strokes.map((stroke) => stroke.limb);
          expect(new Set(limbs).size).toBe(limbs.length);
          const busy = limbs.filter(isHand).length > 1;
          if (busy) expect(moment.strokes.every((stroke) => stroke.graces === 0)).toBe(true);
        }
        const text = formatLine(makeLine([makeCell(result.cell)]));
        // Shared slots may be too fine for sixteenths; with one slot per quarter, all are exact.
        const read = readStickLine(text.replace("@4", "@1"));
        expect(read.problems.filter((problem) => problem.code !== "split-inexact")).toEqual([]);
        expect(write(readCell(write(result.cell)) ?? [])).toBe(write(result.cell));
      }),
      runs(600),
    );
  });
  test("a move keeps the number of slots unless its name says otherwise", () => {
    const growth = (move: Move, size: number): number => {
      if (move.kind === "alternate") return size;
      if (move.kind === "shorten") return -1;
      if (move.kind === "extend") return move.by === "two-kicks" ? 2 : 1;
      return move.kind === "glue" ? (readCell(move.cell)?.length ?? 0) : 0;
    };
    fc.assert(
      fc.property(anySticking, anyMove, (cell, move) => {
        const result = applyMove(cell, move);
        if (!result.ok || move.kind === "layer") return;
        expect(result.cell.length - cell.length).toBe(growth(move, cell.length));
      }),
      runs(400),
    );
  });
  test("a refused move has no result, and any other changes something", () => {
    fc.assert(
      fc.property(anySticking, anyMove, (cell, move) => {
        const result = applyMove(cell, move);
        if (result.ok) expect(write(result.cell)).not.toBe(write(cell));
      }),
    );
  });
  test("replaced limbs are gone, and nobody else's strokes", () => {
    fc.assert(
      fc.property(
        anySticking,
        fc.constantFrom("R", "L", "K", "H"),
        fc.constantFrom("R", "L", "K", "H"),
        (cell, a, b) => {
          const result = applyMove(cell, { kind: "replace", limb: a, by: b });
          if (!result.ok || a === b) return;
          const before = listMoments(cell);
          for (const [index, moment] of listMoments(result.cell).entries()) {
            const limbs = (of: (typeof before)[number] | undefined) => new Set(of?.strokes.map(({ limb }) => limb));
            const expected = new Set([...limbs(before[index])].map((limb) => (limb === a ? b : limb)));
            expect(limbs(moment)).toEqual(expected);
          }
        },
      ),
    );
  });
  test("grid-led hands follow position, whoever leads; kicks and silences stay", () => {
    fc.assert(
      fc.property(anySticking, fc.constantFrom("R" as const, "L" as const), (cell, lead) => {
        for (const [place, slot] of stickByGrid(cell, lead).entries()) {
          const hand = leadingHand(slot);
          if (hand) expect(hand).toBe(place % 2 === 0 ? lead : otherHand(lead));
          const feet = (of: typeof slot | undefined) =>
            of ? strokesOf(of).filter((stroke) => !isHand(stroke.limb)) : [];
          expect(feet(slot)).toEqual(feet(cell[place]));
        }
      }),
    );
  });
});

describe("recipes", () => {
  test("replaying performs the moves in order; refused ones do nothing", () => {
    fc.assert(
      fc.property(anySticking, fc.array(anyMove, { maxLength: 6 }), (origin, moves) => {
        let cell = origin;
        for (const [index, step] of applyRecipe(origin, moves).entries()) {
          const result = applyMove(cell, moves[index] as Move);
          if (result.ok) cell = result.cell;
          expect(step.refused === null).toBe(result.ok);
          expect(write(step.cell)).toBe(write(cell));
        }
        expect(write(recipeResult(origin, moves))).toBe(write(cell));
      }),
      runs(150),
    );
  });
});

describe("on consecutive cells", () => {
  const cells = ["RLRR", "LRLL", "KK"].map(cellOf);
  const run = (move: Move, asOne: boolean) => {
    const result = applyMoveToRun(cells, move, asOne);
    return result.ok ? write(result.cell) : `refused: ${result.why.code}`;
  };
  test("as one sticking, or each separately: refused ones stay", () => {
    expect(run({ kind: "rotate", by: 1 }, true)).toBe("LRRLRLLKKR");
    expect(run({ kind: "rotate", by: 1 }, false)).toBe("LRRRRLLLKK");
    expect(run({ kind: "mirror" }, false)).toBe("LRLLRLRRKK");
    expect(run({ kind: "fill", limb: null, with: "K" }, false)).toBe("refused: no-gap");
  });
  test("each separately equals the moves one by one, in order", () => {
    fc.assert(
      fc.property(fc.array(anySticking, { minLength: 1, maxLength: 4 }), anyMove, (several, move) => {
        const result = applyMoveToRun(several, move, false);
        const single = several.map((cell) => applyMove(cell, move));
        expect(result.ok).toBe(single.some(({ ok }) => ok));
        if (!result.ok) return;
        const expected = single.flatMap((one, index) => (one.ok ? one.cell : (several[index] as Cell)));
        expect(write(result.cell)).toBe(write(expected));
      }),
    );
  });
});

test("long cells, silent cells and unisons work or say why not", () => {
  const long = cellOf("RLRRLRLL".repeat(8));
  expect(after("-----", { kind: "dynamics", preset: "even" })).toBe("refused: empty");
  expect(after("-----", { kind: "extend", by: "hand" })).toBe("-----R");
  expect(after("(RL)(RL)", { kind: "accent", rule: { by: "singles" } })).toBe("refused: no-single");
  expect(after("(RLKH)(RLKH)", { kind: "replace", limb: "H", by: "K" })).toBe("(RLK)(RLK)");
  const tall = Array.from({ length: 9_999 }, (_, index) => long[index % long.length] as Cell[number]);
  expect(applyMove(tall, { kind: "extend", by: "two-kicks" })).toEqual({
    ok: false,
    why: { code: "too-long", most: 10_000 },
  });
  expect(applyMove([], { kind: "mirror" })).toEqual({ ok: false, why: { code: "empty" } });
});

describe("silence and ghosts for a cell or for some notes", () => {
  test.each<[string, readonly number[] | null, "silence" | "ghost", string]>([
    [">RLRRK", null, "silence", "-----"],
    [">RLRRK", [1, 2], "silence", ">R--RK"],
    [">RLRRK", null, "ghost", "rlrrK"],
    ["!RL(RK)", [0, 2], "ghost", "rL(rK)"],
    ["RL{RL}R", [2], "ghost", "RL{rl}R"],
    ["RL", [4], "ghost", "refused: too-short"],
    ["rl", null, "ghost", "refused: same"],
  ])("%s, %j to %s", (text, places, to, made) => {
    expect(after(text, { kind: "quieten", places, to })).toBe(made);
  });
});
