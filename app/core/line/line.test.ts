import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type CellItem, countSlots, mirrorLine } from "../phrase/phrase";
import { partsOf, strokesOf } from "../stroke/stroke";
import { anyLine } from "../testing/arbitraries";
import { runs } from "../testing/seed";
import type { ProblemCode } from "./problem";
import { MAX_TEXT, readStickLine } from "./read";
import { formatLine } from "./write";

function lineOf(text: string) {
  const { line, problems } = readStickLine(text);
  if (!line) throw new Error(`${text}: ${JSON.stringify(problems)}`);
  return line;
}

function cellsOf(text: string) {
  return lineOf(text).filter((item): item is CellItem => item.kind === "cell");
}

describe("round trip", () => {
  test("a written line reads back equal", () => {
    fc.assert(
      fc.property(anyLine, (line) => {
        expect(readStickLine(formatLine(line)).line).toEqual(line);
      }),
      runs(400),
    );
  });
  test("writing is canonical: writing it again changes nothing", () => {
    const symbols = fc.constantFrom(
      "R",
      "l",
      "K",
      "H",
      "-",
      ">",
      "!",
      "'",
      "(",
      ")",
      "{",
      "}",
      "[",
      "]",
      "x2",
      " ",
      "|",
      "@3",
      "/t1",
      "/c1",
      "~",
      "=",
      "<",
      "<[",
      ">[",
    );
    fc.assert(
      fc.property(fc.array(symbols, { maxLength: 14 }), (pieces) => {
        const { line } = readStickLine(pieces.join(""));
        if (!line) return;
        const text = formatLine(line);
        expect(formatLine(lineOf(text))).toBe(text);
      }),
      runs(2000),
    );
  });
  test("any text is read without throwing, with every problem inside the text", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60, unit: "grapheme" }), (text) => {
        const { line, problems } = readStickLine(text);
        expect(line === null).toBe(problems.length > 0);
        for (const { from, to } of problems) {
          expect(from).toBeGreaterThanOrEqual(0);
          expect(from).toBeLessThanOrEqual(text.length);
          expect(to).toBeGreaterThan(from);
        }
      }),
      runs(2000),
    );
  });
});

describe("reading gives what was meant", () => {
  test.each([
    ["@4 >RlrrL >RlrrL RLRRLK", "@4 >RlrrL >RlrrL RLRRLK"],
    ["RLRL", "@4 RLRL"],
    ["  RLK   x 3 ", "@4 RLKx3"],
    ["RLK X3", "@4 RLKx3"],
    ["RLK×2", "@4 RLKx2"],
    ["@ 6 RLK|RLK", "@6 RLK | RLK"],
    ["@6/4 RL", "@3/2 RL"],
    ["[RL]x1", "@4 RL"],
    ["[RL K]", "@4 RL K"],
    ["[RL [K H]x2]x3", "@4 [RL [K H]x2]x3"],
    ["(KR) (HKLR)", "@4 (RK) (RLKH)"],
    ["(R)L {R}", "@4 RL R"],
    [">'R '>R ’R", "@4 '>R '>R 'R"],
    ["!>R >!R !R", "@4 !R !R !R"],
    ["R/T1L/snK", "@4 R/t1L/snK"],
    ["R/t1x2", "@4 R/t1x2"],
    ["R–—_.", "@4 R----"],
    ["{RR}{RLR} {-(RK)}", "@4 {RR}{RLR} {-(RK)}"],
    ["'r ''l", "@4 'r ''l"],
    ["", "@4"],
    ["\n@3\tRLL\n", "@3 RLL"],
  ])("%j is %j", (text, canonical) => expect(formatLine(lineOf(text))).toBe(canonical));
});

test("the line of the main picture, stroke by stroke", () => {
  const cells = cellsOf("@4 >RlrrL >RlrrL RLRRLK");
  expect(cells.map((cell) => cell.slots.length)).toEqual([5, 5, 6]);
  expect(cells[0]?.slots.flatMap(strokesOf).map(({ limb, level }) => `${limb} ${level}`)).toEqual([
    "R accent",
    "L ghost",
    "R ghost",
    "R ghost",
    "L normal",
  ]);
});

test("marks, surfaces, unisons and shared slots", () => {
  const [cell] = cellsOf("''>R/t2(!LK){RL}-");
  expect(cell?.slots.map((slot) => slot.kind)).toEqual(["strokes", "strokes", "split", "silence"]);
  expect(cell?.slots[0] && strokesOf(cell.slots[0])).toEqual([
    { limb: "R", level: "accent", technique: "plain", graces: 2, place: "t2" },
  ]);
  expect(cell?.slots[1] && strokesOf(cell.slots[1])).toEqual([
    { limb: "L", level: "accent", technique: "rim-shot", graces: 0 },
    { limb: "K", level: "normal", technique: "plain", graces: 0 },
  ]);
  expect(cell?.slots[2] && partsOf(cell.slots[2])).toHaveLength(2);
});

describe("later additions to the line", () => {
  test.each([
    ["~R >~L ~r", "@4 ~R >~L ~r"],
    ["'~R", "@4 '~R"],
    ["=R/c1 >=L/c2", "@4 =R/c1 >=L/c2"],
    ["=>R/C1", "@4 >=R/c1"],
    ["R/cs R/hf H/hs", "@4 R/cs R/hf H/hs"],
    ["<[RL RL]", "@4 <[RL RL]"],
    ["< [RLRL]x2 RL", "@4 <[RLRL]x2 RL"],
    ["RL>[RLRL]", "@4 RL >[RLRL]"],
    ["> [RLRL]", "@4 >[RLRL]"],
    ["[RL <[RLRL] ]x2", "@4 [RL <[RLRL]]x2"],
  ])("%j is %j", (text, canonical) => expect(formatLine(lineOf(text))).toBe(canonical));

  test("a rim shot on a cymbal is read as an accent, and reported", () => {
    const { line, advice } = readStickLine("R !L/hh");
    expect(line && formatLine(line)).toBe("@4 R >L/hh");
    expect(advice).toEqual([{ code: "rim-on-metal", from: 2, to: 7, found: "!L/hh", options: ["L"] }]);
    expect(readStickLine("R !L/t1").advice).toEqual([]);
  });

  test("a mirrored crescendo stays one", () =>
    expect(formatLine(mirrorLine(lineOf("<[>RLRL]x2")))).toBe("@4 <[>LRLR]x2"));
});

describe("problems have a code, a column and a fix", () => {
  test.each<[string, ProblemCode, number, string]>([
    ["RLZ", "not-a-symbol", 2, "Z"],
    ["RL quick RL", "not-a-symbol", 3, "quick"],
    ["RLF", "foot-letter", 2, "F"],
    ["RL > K", "mark-without-limb", 3, ">"],
    ["RL >r", "accented-ghost", 3, ">r"],
    ["!l", "accented-ghost", 0, "!l"],
    ["R !K", "rim-on-foot", 2, "!K"],
    ["R ~K", "buzz-on-foot", 2, "~K"],
    ["R ~L/cs", "buzz-on-rim", 2, "~L/cs"],
    ["R =L", "choke-of-drum", 2, "=L"],
    ["R =L/t1", "choke-of-drum", 2, "=L/t1"],
    ["R =L/ho", "choke-of-drum", 2, "=L/ho"],
    ["R =K", "choke-of-drum", 2, "=K"],
    ["R !~L", "two-techniques", 2, "!~L"],
    ["RL <RL", "swell-without-run", 3, "<"],
    ["RL <[R-]", "swell-too-short", 3, "<[R-]"],
    ["RL <[---]", "swell-too-short", 3, "<[---]"],
    ["RL <[]", "empty-brackets", 4, "[]"],
    ["<[RL >[RL]]", "swell-in-swell", 5, ">["],
    ["R 'K", "grace-on-foot", 2, "'K"],
    ["''''R", "too-many-graces", 0, "''''R"],
    ["R ('RL)", "grace-hand-busy", 2, "('RL)"],
    ["R (KK)", "limb-twice", 4, "K"],
    ["R/zz", "unknown-place", 1, "/zz"],
    ["R/", "unknown-place", 1, "/"],
    ["K/sn", "place-for-other-limb", 1, "/sn"],
    ["R/kk", "place-for-other-limb", 1, "/kk"],
    ["RL (RK", "unclosed", 3, "("],
    ["RL {RK", "unclosed", 3, "{"],
    ["RL [RK", "unclosed", 3, "["],
    ["RL)", "unopened", 2, ")"],
    ["RL ]", "unopened", 3, "]"],
    ["{R{LL}}", "nested-split", 2, "{"],
    ["R ()", "empty-brackets", 2, "()"],
    ["R {}", "empty-brackets", 2, "{}"],
    ["R []x2", "empty-brackets", 2, "[]"],
    ["{RLRLRLRLR}", "split-too-fine", 0, "{RLRLRLRLR}"],
    ["@9 R{RLR}", "split-inexact", 4, "{RLR}"],
    ["@ RL", "rate-missing", 0, "@ "],
    ["@11 RL", "rate-inexact", 1, "11"],
    ["@1/9 RL", "rate-inexact", 1, "1/9"],
    ["RLx", "count-missing", 2, "x"],
    ["RLx0", "count-wrong", 2, "x0"],
    ["x3 RL", "count-without-cell", 0, "x3"],
    ["[[[[[[[[[RL]]]]]]]]]", "too-deep", 8, "["],
    ["RL x9999", "too-long", 0, "19998"],
    ["[[[[RL x9999]x9999]x9999]x9999]x9999", "too-long", 0, String(Number.MAX_SAFE_INTEGER)],
  ])("%j: %s at %d", (text, code, from, found) => {
    const { line, problems } = readStickLine(text);
    expect(line).toBeNull();
    expect(problems[0]).toMatchObject({ code, from, found });
  });
  test("several problems are all reported, in order", () => {
    expect(readStickLine("RZ >K (RR) 'H").problems.map(({ code }) => code)).toEqual([
      "not-a-symbol",
      "limb-twice",
      "grace-on-foot",
    ]);
  });
  test("a shared slot is checked at each rate it is played at", () => {
    expect(readStickLine("[{RLR} @9]x2").problems[0]?.code).toBe("split-inexact");
    expect(readStickLine("[{RLR} @8]x2").line).not.toBeNull();
  });
  test("a text too long for a line is refused unread", () => {
    expect(readStickLine("R".repeat(MAX_TEXT + 1)).problems[0]?.code).toBe("text-too-long");
  });
});

test("ten thousand slots are accepted, one more isn't", () => {
  expect(countSlots(lineOf("RLRLK".repeat(2_000)))).toBe(10_000);
  expect(readStickLine(`${"RLRLK".repeat(2_000)}R`).problems[0]?.code).toBe("too-long");
});

test("spans give the position of each slot", () => {
  const text = "@4 >R(LK) 'L";
  const { line, spans } = readStickLine(text);
  const slots = (line ?? []).flatMap((item) => (item.kind === "cell" ? item.slots : []));
  const told = slots.map((slot) => {
    const span = spans.get(slot);
    return span ? text.slice(span.from, span.to) : "";
  });
  expect(told).toEqual([">R", "(LK)", "'L"]);
});

test("mirroring twice is the identity, and changes only hands", () => {
  fc.assert(
    fc.property(anyLine, (line) => {
      expect(mirrorLine(mirrorLine(line))).toEqual(line);
    }),
  );
  expect(formatLine(mirrorLine(lineOf("@4 >RlrrL (RK)H 'L/t1")))).toBe("@4 >LrllR (LK)H 'R/t1");
});
