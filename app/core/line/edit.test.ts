import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Line, playItems, type Swell } from "../phrase/phrase";
import { LIMBS, makeSilence, makeStroke, makeStrokes, mirrorSlot, playedBy, type Slot } from "../stroke/stroke";
import { anyLine, anySlot } from "../testing/arbitraries";
import { lineOf } from "../testing/lines";
import { runs } from "../testing/seed";
import { formatRate, ticks } from "../time/time";
import {
  duplicateCell,
  editCell,
  editCells,
  editCellsAsOne,
  editSlot,
  insertCells,
  insertSlot,
  joinCells,
  moveCell,
  removeCell,
  removeSlot,
  splitCell,
} from "./edit";
import { cycleGraces, nextLimb, setLevel, setLimb, shareSlot, toggleLimb, toggleTechnique } from "./edit-slot";
import { readStickLine } from "./read";
import { mapPlayedSlots, swellCells, takeSlots } from "./rewrite";
import { formatLine, formatSlots } from "./write";

function slotOf(text: string): Slot {
  const item = lineOf(text)[1];
  if (item?.kind !== "cell" || !item.slots[0]) throw new Error(text);
  return item.slots[0];
}
const write = (slot: Slot | null) => (slot ? formatSlots([slot]) : "refused");

/** The line as played, each cell with its rate: the reference for edits. */
function played(line: Line): string[] {
  return playItems(line).flatMap((item) =>
    item.kind === "cell" ? [`@${formatRate(item.rate)} ${formatSlots(item.item.slots)}`] : [],
  );
}
function slotsPlayed(line: Line): string[] {
  return playItems(line).flatMap((item) => (item.kind === "cell" ? [formatSlots(item.item.slots)] : []));
}

/** A line and one of its played cells. */
const lineAndCell = anyLine
  .filter((line) => played(line).length < 200)
  .chain((line) => fc.tuple(fc.constant(line), fc.nat(played(line).length - 1)));

describe("an edit changes only the target cell", () => {
  test("editing", () => {
    fc.assert(
      fc.property(lineAndCell, ([line, cell]) => {
        const after = editCell(line, cell, (slots) => slots.map(mirrorSlot));
        const expected = played(line);
        const [rate] = (expected[cell] ?? "").split(" ");
        const item = playItems(line).filter((each) => each.kind === "cell")[cell];
        if (item?.kind !== "cell") throw new Error("no such cell");
        expect(played(after)).toEqual(expected.with(cell, `${rate} ${formatSlots(item.item.slots.map(mirrorSlot))}`));
      }),
    );
  });
  test("removing and repeating", () => {
    fc.assert(
      fc.property(lineAndCell, ([line, cell]) => {
        expect(played(removeCell(line, cell))).toEqual(played(line).toSpliced(cell, 1));
        const text = played(line)[cell] ?? "";
        expect(played(duplicateCell(line, cell))).toEqual(played(line).toSpliced(cell, 0, text));
      }),
    );
  });
  test("moving gives the order of a list with one item removed and reinserted", () => {
    fc.assert(
      fc.property(lineAndCell, fc.nat(), ([line, from], anywhere) => {
        const flat = slotsPlayed(line);
        const to = anywhere % flat.length;
        const moved = flat[from] ?? "";
        expect(slotsPlayed(moveCell(line, from, to))).toEqual(flat.toSpliced(from, 1).toSpliced(to, 0, moved));
      }),
    );
  });
  test("splitting and joining a cell gives the same music", () => {
    fc.assert(
      fc.property(lineAndCell, fc.nat(), ([line, cell], anywhere) => {
        const size = playItems(line).filter((item) => item.kind === "cell")[cell];
        if (size?.kind !== "cell") return;
        const place = anywhere % size.item.slots.length;
        const broken = splitCell(line, cell, place);
        expect(played(place === 0 ? broken : joinCells(broken, cell))).toEqual(played(line));
      }),
    );
  });
  test("inserting and removing a slot gives the same music", () => {
    fc.assert(
      fc.property(lineAndCell, anySlot, ([line, cell], slot) => {
        expect(played(removeSlot(insertSlot(line, cell, 0, slot), cell, 0))).toEqual(played(line));
      }),
    );
  });
  test("results can be written and read again", () => {
    fc.assert(
      fc.property(lineAndCell, anySlot, ([line, cell], slot) => {
        const after = editSlot(line, cell, 0, () => slot);
        const { line: again, problems } = readStickLine(formatLine(after));
        if (again) expect(again).toEqual(after);
        // The only reason to refuse: a shared slot that isn't exact at this rate.
        else expect(problems.every(({ code }) => code === "split-inexact")).toBe(true);
      }),
    );
  });
});

describe("repeats expand only as far as needed", () => {
  test.each([
    ["@4 RLRLKx4", 2, "@4 RLRLKx2 LRLRK RLRLK"],
    ["@4 RLKx3", 0, "@4 LRK RLKx2"],
    ["@4 [RL K]x3 H", 2, "@4 RL K LR K RL K H"],
    ["@4 [RLx2 K]x2", 1, "@4 RL LR K RLx2 K"],
  ])("%s, cell %d", (text, cell, after) => {
    expect(formatLine(editCell(lineOf(text), cell, (slots) => slots.map(mirrorSlot)))).toBe(after);
  });
  test("a cell without slots disappears, and edits out of range change nothing", () => {
    expect(formatLine(removeSlot(lineOf("@4 R L"), 0, 0))).toBe("@4 L");
    expect(formatLine(joinCells(lineOf("@4 RL K"), 1))).toBe("@4 RL K");
    expect(formatLine(moveCell(lineOf("@4 RL K"), 0, 5))).toBe("@4 RL K");
    expect(formatLine(moveCell(lineOf("@4 RLx3 K"), 3, 0))).toBe("@4 K RLx3");
  });
});

describe("slots", () => {
  test.each([
    ["R", "L", "L"],
    [">R", "K", ">K"],
    ["!R", "K", ">K"],
    ["'R", "K", "K"],
    ["R/t1", "L", "L/t1"],
    ["R/t1", "K", "K"],
    ["-", "H", "H"],
    ["(RK)", "K", "K"],
    ["(R>K)", "L", "L"],
    ["{RL}", "K", "{KK}"],
  ] as const)("%s played by %s is %s", (text, limb, after) => expect(write(setLimb(slotOf(text), limb))).toBe(after));
  test.each([
    ["R", "K", "(RK)"],
    ["(RK)", "K", "R"],
    ["R", "R", "-"],
    ["'R", "L", "(RL)"],
    ["{RL}", "K", "{(RK)(LK)}"],
  ] as const)("%s with or without %s is %s", (text, limb, after) =>
    expect(write(toggleLimb(slotOf(text), limb))).toBe(after),
  );
  test("levels, rim shots and grace notes", () => {
    expect(write(setLevel(slotOf("!R"), "ghost"))).toBe("r");
    expect(write(setLevel(slotOf("(RK)"), "accent"))).toBe("(>R>K)");
    expect(write(toggleTechnique(slotOf("r"), "rim-shot"))).toBe("!R");
    expect(write(toggleTechnique(slotOf("!R"), "rim-shot"))).toBe(">R");
    expect(write(toggleTechnique(slotOf("(RK)"), "rim-shot"))).toBe("(!RK)");
    expect(write(toggleTechnique(slotOf("(rK)"), "buzz"))).toBe("(~rK)");
    expect(write(toggleTechnique(slotOf("~R"), "buzz"))).toBe("R");
    expect(write(toggleTechnique(slotOf("!R"), "buzz"))).toBe(">~R");
    expect(write(toggleTechnique(slotOf(">R/c2"), "choke"))).toBe(">=R/c2");
    // A choke needs a cymbal, a rim shot needs a drum.
    expect(write(toggleTechnique(slotOf("R"), "choke"))).toBe("=R/c1");
    expect(write(toggleTechnique(slotOf("R/hh"), "rim-shot"))).toBe("R/hh");
    expect(write(toggleTechnique(slotOf("K"), "choke"))).toBe("K");
    const ornaments = ["R", "'R", "''R", "'''R", "R"];
    for (const [index, text] of ornaments.slice(0, -1).entries())
      expect(write(cycleGraces(slotOf(text)))).toBe(ornaments[index + 1]);
    expect(write(cycleGraces(slotOf("(RL)")))).toBe("(RL)");
  });
  test("dividing a slot, if that is exact", () => {
    expect(write(shareSlot(slotOf("R"), 2, ticks(2_520)))).toBe("{RR}");
    expect(write(shareSlot(slotOf("'>R"), 3, ticks(2_520)))).toBe("{'>R>R>R}");
    expect(write(shareSlot(slotOf("R"), 3, ticks(1_120)))).toBe("refused");
    expect(write(shareSlot(makeSilence(), 2, ticks(2_520)))).toBe("refused");
  });
  test("no edit makes a limb play twice or a foot do what it can't", () => {
    fc.assert(
      fc.property(anySlot, fc.constantFrom(...LIMBS), (slot, limb) => {
        for (const after of [
          setLimb(slot, limb),
          toggleLimb(slot, limb),
          toggleTechnique(slot, "rim-shot"),
          toggleTechnique(slot, "buzz"),
          toggleTechnique(slot, "choke"),
          cycleGraces(slot),
          setLevel(slot, "ghost"),
        ]) {
          const text = `@1 ${formatSlots([after])}`;
          const codes = readStickLine(text).problems.map(({ code }) => code);
          expect(codes, text).toEqual([]);
        }
      }),
    );
  });
  test("the expected next limb", () => {
    expect([nextLimb(undefined), nextLimb(slotOf("R")), nextLimb(slotOf("L")), nextLimb(slotOf("K"))]).toEqual([
      "R",
      "L",
      "R",
      "R",
    ]);
    expect(playedBy(makeStroke("R", { graces: 2, technique: "rim-shot" }), "H")).toEqual(
      makeStroke("H", { level: "accent" }),
    );
    expect(() => makeStrokes([makeStroke("R"), makeStroke("R")])).toThrow(RangeError);
  });
});

describe("edits of several cells", () => {
  const shorten = (slots: readonly Slot[]) => slots.slice(0, -1);
  const mark = (slots: readonly Slot[]) => slots.map((slot) => setLevel(slot, "accent"));
  test("expand repeats only at the edges", () => {
    const text = (line: string, from: number, to: number) => formatLine(editCells(lineOf(line), from, to, mark));
    expect(text("@4 RLx4 K", 1, 3)).toBe("@4 RL >R>Lx2 RL K");
    expect(text("@4 RLx4 K", 0, 5)).toBe("@4 >R>Lx4 >K");
    expect(text("@4 [R L]x4", 2, 6)).toBe("@4 R L [>R >L]x2 R L");
    expect(text("@4 [R L]x4", 3, 4)).toBe("@4 R L R >L [R L]x2");
    expect(text("@4 [R L @6]x3", 0, 1)).toBe("@4 >R L @6 [R L @6]x2");
    expect(formatLine(editCells(lineOf("@4 RL R K"), 0, 2, shorten))).toBe("@4 R K");
  });
  test("equal the edits of each, one by one", () => {
    fc.assert(
      fc.property(anyLine, fc.nat(40), fc.nat(40), (line, a, b) => {
        const cells = playItems(line).filter((item) => item.kind === "cell").length;
        const [from, to] = [Math.min(a, b) % cells, Math.min(cells, Math.max(a, b) + 1)];
        let oneByOne = line;
        for (let index = from; index < to; index++) oneByOne = editCell(oneByOne, index, mark);
        const played = (of: Line) =>
          playItems(of).map((item) => (item.kind === "cell" ? [formatSlots(item.item.slots), item.rate] : "|"));
        expect(played(editCells(line, from, to, mark))).toEqual(played(oneByOne));
      }),
      runs(300),
    );
  });
  test("as one sticking: divided as before if the size stays, otherwise one cell", () => {
    const reverse = (slots: readonly Slot[]) => slots.toReversed();
    expect(formatLine(editCellsAsOne(lineOf("@4 RLK LLR KKx2 H"), 0, 3, reverse))).toBe("@4 KKR LLK LR KK H");
    expect(formatLine(editCellsAsOne(lineOf("@4 RLK LLR H"), 0, 2, shorten))).toBe("@4 RLKLL H");
  });
  test("insert cells after another, before all, or into an empty line", () => {
    const cells = [[slotOf("R"), slotOf("K")], [slotOf("L")]];
    expect(formatLine(insertCells(lineOf("@4 RLx3"), 1, cells))).toBe("@4 RLx2 RK L RL");
    expect(formatLine(insertCells(lineOf("@4 RLx3"), -1, cells))).toBe("@4 RK L RLx3");
    expect(formatLine(insertCells(lineOf("@6"), -1, cells))).toBe("@6 RK L");
    expect(formatLine(insertCells(lineOf("@6 H"), 99, cells))).toBe("@6 H RK L");
  });
});

describe("swells", () => {
  const over = (text: string, from: number, to: number, swell: Swell | null) =>
    formatLine(swellCells(lineOf(text), from, to, swell));
  test("cover the chosen cells, replace earlier swells, and can be removed", () => {
    expect(over("@4 RL RL K", 0, 2, "crescendo")).toBe("@4 <[RL RL] K");
    expect(over("@4 RLx3 K", 1, 3, "diminuendo")).toBe("@4 RL >[RLx2] K");
    expect(over("@4 <[RL RL] KK", 1, 3, "diminuendo")).toBe("@4 <[RL] >[RL KK]");
    expect(over("@4 <[RL RL] KK", 0, 2, null)).toBe("@4 RL RL KK");
    expect(over("@4 RL - K", 1, 2, "crescendo")).toBe("@4 RL - K");
    expect(over("@4 RL @6 RLK K", 1, 2, "crescendo")).toBe("@4 RL @6 <[RLK] K");
  });
  test("survive an edit inside them, and disappear with fewer than two strokes", () => {
    const line = lineOf("@4 <[RLRL K]x2");
    expect(formatLine(editSlot(line, 0, 1, () => makeSilence()))).toBe("@4 <[R-RL K] <[RLRL K]");
    expect(formatLine(removeCell(lineOf("@4 <[RLRL K] R"), 0))).toBe("@4 K R");
    expect(formatLine(mapPlayedSlots(line, (slot, index) => (index === 0 ? makeSilence() : slot)))).toBe(
      "@4 <[-LRL K] <[RLRL K]",
    );
    expect(formatLine(takeSlots(line, 6))).toBe("@4 <[RLRL K] R");
  });
  test("on any cells of any line play the same, and can be read again", () => {
    const swells = fc.constantFrom<Swell | null>("crescendo", "diminuendo", null);
    fc.assert(
      fc.property(anyLine, fc.nat(20), fc.nat(8), swells, (line, from, many, swell) => {
        const after = swellCells(line, from, from + many, swell);
        const played = (of: Line) =>
          playItems(of).map((item) => (item.kind === "cell" ? [formatSlots(item.item.slots), item.rate] : "|"));
        expect(played(after)).toEqual(played(line));
        expect(readStickLine(formatLine(after)).line).not.toBeNull();
      }),
      runs(150),
    );
  });
});
