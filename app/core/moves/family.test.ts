import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "../line/read";
import { formatSlots } from "../line/write";
import { makeLine } from "../phrase/phrase";
import { anySticking } from "../testing/arbitraries";
import { runs } from "../testing/seed";
import {
  bareCell,
  canonicalForm,
  canonicalSticking,
  cellOfKinship,
  findFamily,
  indexFamilies,
  leastRotation,
  oneLead,
  primitiveCell,
  relateCells,
} from "./family";
import type { Cell } from "./move";
import { recipeResult } from "./recipe";
import { mirrorCell, readCell, rotateCell } from "./shape";

function cellOf(text: string): Cell {
  const cell = readCell(text);
  if (!cell) throw new Error(text);
  return cell;
}
const bare = (cell: Cell) => formatSlots(bareCell(cell));
/** Few symbols, so that related cells occur by chance. */
const anyShort: fc.Arbitrary<Cell> = fc
  .array(fc.constantFrom("R", "L", "K", ">R", "-"), { minLength: 1, maxLength: 6 })
  .map((signs) => cellOf(signs.join("")));

/** Every rotation and mirror, listed. */
function relatives(cell: Cell): Set<string> {
  const forms = [cell, mirrorCell(cell)];
  return new Set(forms.flatMap((form) => form.map((_, by) => formatSlots(rotateCell(form, by)))));
}

describe("the canonical form", () => {
  test("is equal for exactly the rotations and mirrors, by brute force", () => {
    let related = 0;
    fc.assert(
      fc.property(anyShort, anyShort, (a, b) => {
        const same = relatives(a).has(formatSlots(b));
        if (same) related++;
        expect(canonicalForm(a) === canonicalForm(b)).toBe(same);
      }),
      runs(2_000),
    );
    expect(related).toBeGreaterThan(20);
  });
  test("is one of the cell's own forms, and the same for all of them", () => {
    fc.assert(
      fc.property(anySticking, fc.nat(20), fc.boolean(), (cell, by, mirrored) => {
        expect(relatives(cell)).toContain(canonicalForm(cell));
        const other = rotateCell(mirrored ? mirrorCell(cell) : cell, by);
        expect(canonicalForm(other)).toBe(canonicalForm(cell));
        expect(canonicalSticking(other)).toBe(canonicalSticking(bareCell(cell)));
      }),
    );
  });
  test("the least rotation is the least of all, by brute force", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom("a", "b", "c"), { minLength: 1, maxLength: 10 }), (symbols) => {
        const turns = symbols.map((_, by) => [...symbols.slice(by), ...symbols.slice(0, by)].join(""));
        expect(turns[leastRotation(symbols)]).toBe(turns.toSorted()[0]);
      }),
      runs(500),
    );
  });
  test("dynamics count in one form and not in the other", () => {
    expect(canonicalForm(cellOf(">RLRR"))).not.toBe(canonicalForm(cellOf("RLRR")));
    expect(canonicalSticking(cellOf(">R'lRr"))).toBe(canonicalSticking(cellOf("LRLL")));
    expect(canonicalSticking(cellOf("RLRR"))).not.toBe(canonicalSticking(cellOf("RLRL")));
  });
});

describe("relation of two cells", () => {
  test("has moves that turn one into the other, and doesn't exist exactly where brute force finds none", () => {
    fc.assert(
      fc.property(anyShort, anyShort, (from, to) => {
        const moves = relateCells(from, to);
        const wanted = bare(to);
        expect(moves !== null).toBe(from.length === to.length && relatives(bareCell(from)).has(wanted));
        if (moves) expect(bare(recipeResult(from, moves))).toBe(wanted);
      }),
      runs(800),
    );
  });
  test("uses the fewest moves", () => {
    expect(relateCells(cellOf("RLRR"), cellOf(">R'LrR"))).toEqual([]);
    expect(relateCells(cellOf("RLRR"), cellOf("LRLL"))).toEqual([{ kind: "mirror" }]);
    expect(relateCells(cellOf("RLRR"), cellOf("RRRL"))).toEqual([{ kind: "rotate", by: 2 }]);
    expect(relateCells(cellOf("RLRL"), cellOf("LRLR"))).toHaveLength(1);
    expect(relateCells(cellOf("RLRR"), cellOf("RLRRL"))).toBeNull();
  });
});

test("distinguishes a cell that repeats within itself", () => {
  expect(["RLRLRL", "RLRRRLRR", "RLRRL", "r>R", "K"].map((text) => bare(primitiveCell(cellOf(text))))).toEqual([
    "RL",
    "RLRR",
    "RLRRL",
    "R",
    "K",
  ]);
});

test("one lead of a rudiment's line", () => {
  const lead = (text: string) => formatSlots(oneLead(readStickLine(text).line ?? makeLine([])));
  expect(["@4 >RLRR >LRLL", "@8 RRLL>R--- LLRR>L---", "@2 'R- 'L-", "@4"].map(lead)).toEqual([
    ">RLRR",
    "RRLL>R",
    "'R",
    "",
  ]);
});

describe("families", () => {
  const sources = [
    { id: "singles", cell: cellOf("RLRL") },
    { id: "paradiddle", cell: cellOf(">RLRR") },
    { id: "diddle", cell: cellOf(">RLRRLL") },
    { id: "five", cell: cellOf("RRLL>R") },
  ];
  const index = indexFamilies(sources);
  const family = (text: string) => findFamily(index, cellOf(text));
  test("forms that drummers know by name", () => {
    expect(family("R>LrR")[0]).toEqual({ source: "paradiddle", moves: [], times: 1 });
    // The inward form, hand to hand: the fourth note of a left-led paradiddle comes first.
    expect(family("RLLRLRRL")[0]).toMatchObject({
      source: "paradiddle",
      moves: [{ kind: "alternate" }, { kind: "rotate" }],
    });
    expect(family("RKRR").map(({ source }) => source)).toContain("paradiddle");
    expect(family("RLRRL").map(({ source }) => source)).toEqual(expect.arrayContaining(["diddle"]));
    expect(family("RLRLRLRL")[0]).toEqual({ source: "singles", moves: [], times: 4 });
    expect(family("RRLLRKK")[0]).toMatchObject({ source: "five", moves: [{ kind: "extend", by: "two-kicks" }] });
    expect(family("----")).toEqual([]);
    expect(family("HKHHK")).toEqual([]);
  });
  test("the reported moves produce the cell", () => {
    let found = 0;
    fc.assert(
      fc.property(fc.array(fc.constantFrom("R", "L", "L", "R", "K"), { minLength: 2, maxLength: 8 }), (signs) => {
        const cell = cellOf(signs.join(""));
        for (const kin of findFamily(index, cell)) {
          const source = sources.find(({ id }) => id === kin.source);
          expect(source && bare(cellOfKinship(source.cell, kin))).toBe(signs.join(""));
          found++;
        }
      }),
      runs(800),
    );
    expect(found).toBeGreaterThan(50);
  });
});
