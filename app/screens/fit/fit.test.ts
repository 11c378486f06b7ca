import { describe, expect, test } from "vitest";
import { measureFit } from "~/core/fit";
import { countWays, runToEnd, totalWays } from "~/core/graph";
import { readStickLine } from "~/core/line";
import { openingRate } from "~/core/phrase";
import { buildAutomaton, compileSearch, isProblem } from "~/core/search";
import { WORKING } from "~/core/testing/kits";
import { parseRate, ticks } from "~/core/time";
import {
  makeSearch,
  type SearchContent,
  searchContentSchema,
  searchRuleSchema,
  toSpec,
} from "~/library/search/content";
import type { FoundWay } from "~/workers/search";
import { fillOf, layOutWay, listSlots, newRules, openSearchDraft, placeSayer, poolWith } from "./draft";
import { filterByTop, filterWays, listTops, sortWays } from "./results";

const POOL = [
  { name: "five", text: "RLRRL", mirrors: false, rotations: false, least: 0, most: null },
  { name: "six", text: "RLRRLK", mirrors: false, rotations: false, least: 0, most: null },
];
const SEARCH = makeSearch({ name: "Odd", pool: POOL });

function found(cells: readonly string[], parts: Partial<FoundWay["parts"]> = {}, bpm: number | null = 120): FoundWay {
  const none = { drift: 0, variety: 0, balance: 0, ease: 0, landing: 0, likeness: 0 };
  return { cells, score: 0, parts: { ...none, ...parts }, bpm };
}

describe("an open search", () => {
  test("accepts valid changes, refuses others, and has undo", () => {
    const draft = openSearchDraft(SEARCH);
    expect(draft.change({ rate: "6" })).toBe(true);
    expect(draft.change({ rate: "eleven" })).toBe(false);
    expect(draft.change({ rules: [{ kind: "sizes", sizes: [], ordered: true }] })).toBe(false);
    expect(draft.store.getState().content.rate).toBe("6");
    draft.undo.getState().undo();
    expect(draft.store.getState().content).toEqual(SEARCH);
  });
  test("accepts a cell once, if it is readable", () => {
    expect(poolWith(POOL, "kick", "K")).toHaveLength(3);
    expect(poolWith(POOL, "again", "RLRRL")).toBeNull();
    expect(poolWith(POOL, "nothing", "RLX")).toBeNull();
  });
  test("offers only valid rules, with counted positions", () => {
    for (const { rule } of newRules(SEARCH, "L")) expect(searchRuleSchema.safeParse(rule).success).toBe(true);
    expect(listSlots(SEARCH)).toHaveLength(16);
    expect(listSlots({ ...SEARCH, rate: "7", window: { ...SEARCH.window, length: 5_040 as never } })).toEqual([]);
    expect([0, 1, 2, 7].map(placeSayer(SEARCH))).toEqual(["1", "1 e", "1 &", "2 a"]);
    const long = { ...SEARCH, window: { ...SEARCH.window, length: 80_640 as never } };
    expect(placeSayer(long)(16)).toBe("1 of bar 2");
  });
  test("turns a way into a fill that fits, with equal neighbours repeated", () => {
    const fill = fillOf(SEARCH, ["RLRRL", "RLRRL", "RLRRLK"]);
    expect(fill).toMatchObject({ text: "@4 RLRRLx2 RLRRLK", name: "Odd: 5-5-6", tags: ["found"] });
    const line = readStickLine(fill.text).line ?? [];
    expect(measureFit(layOutWay(SEARCH, ["RLRRL", "RLRRL", "RLRRLK"], WORKING.kit), openingRate(line)).verdict).toBe(
      "fits",
    );
  });
  test("has the band's figure as rules after its own", () => {
    const figure = { rate: "2", rhythm: "x--x--x-", ask: "accent" } as const;
    const spec = toSpec(makeSearch({ pool: POOL, figure }));
    expect(spec.rules.map((rule) => (rule.kind === "slot" ? rule.slot : rule.kind))).toEqual(["hand-run", 0, 6, 12]);
    const compiled = compileSearch(spec);
    expect(isProblem(compiled)).toBe(false);
    expect(parseRate("4")).not.toBeNull();
  });
  test("starts on any slot: from the and of three to the bar line, with correct beats", () => {
    const window = { start: ticks(25_200), length: ticks(15_120) };
    const search = makeSearch({ pool: POOL, window, rules: [{ kind: "on-beat", least: 1, most: null }] });
    expect(listSlots(search)).toHaveLength(6);
    expect([0, 1, 2].map(placeSayer(search))).toEqual(["3 &", "3 a", "4"]);
    const count = (content: SearchContent) => {
      const compiled = compileSearch(toSpec(content));
      if (isProblem(compiled)) throw new Error(compiled.code);
      const automaton = runToEnd(buildAutomaton(compiled));
      return automaton ? totalWays(countWays(automaton)) : 0n;
    };
    expect(count({ ...search, rules: [] })).toBe(1n);
    // A cell that starts on the and of three isn't on a beat.
    expect(count(search)).toBe(0n);
    expect(count({ ...search, window: { ...window, start: ticks(20_160) } as never, rules: [] })).toBe(1n);
  });
  test("has beats at the group starts in a grouped bar", () => {
    const window = { start: ticks(0), length: ticks(35_280) };
    const given = { pool: POOL, window, rules: [{ kind: "on-beat", least: 3, most: null }] } as const;
    const plain = makeSearch({ ...given, rules: [...given.rules], meter: { beats: 7, unit: 8 } });
    const felt = { ...plain, meter: { beats: 7, unit: 8 as const, groups: [2, 2, 3] } };
    expect(searchContentSchema.safeParse(felt).success).toBe(true);
    expect(searchContentSchema.safeParse({ ...plain, meter: { ...felt.meter, groups: [2, 2, 2] } }).success).toBe(
      false,
    );
    const beats = (content: SearchContent) => {
      const compiled = compileSearch(toSpec(content));
      return isProblem(compiled) ? [] : compiled.isBeat.flatMap((isBeat, slot) => (isBeat ? [slot] : []));
    };
    expect(beats(plain)).toEqual([0, 2, 4, 6, 8, 10, 12]);
    expect(beats(felt as SearchContent)).toEqual([0, 4, 8]);
  });
  test("checks stored searches", () => {
    expect(searchContentSchema.safeParse({ ...SEARCH, pool: [{ ...POOL[0], text: "RLX" }] }).success).toBe(false);
    expect(searchContentSchema.safeParse({ ...SEARCH, extra: 1 }).success).toBe(false);
    expect(searchContentSchema.safeParse(JSON.parse(JSON.stringify(SEARCH))).data).toEqual(SEARCH);
  });
});

describe("results", () => {
  const ways = [
    found(["RLRRL", "RLRRL", "RLRRLK"], { landing: 1 }, 98),
    found(["RLRRLK", "RLRRL", "RLRRL"], {}, null),
    found(["RLRR", "RLRRLK", "RLK", "RLK"], { landing: 0.6 }, 131),
  ];
  const order = (sorted: readonly FoundWay[]) => sorted.map((way) => ways.indexOf(way));
  test("are sorted by their parts or by number of cells", () => {
    expect(order(sortWays(ways, "score"))).toEqual([0, 1, 2]);
    expect(order(sortWays(ways, "ease"))).toEqual([1, 2, 0]);
    expect(order(sortWays(ways, "hard"))).toEqual([0, 2, 1]);
    expect(order(sortWays(ways, "landing"))).toEqual([0, 2, 1]);
    expect(order(sortWays(ways, "few"))).toEqual([0, 1, 2]);
  });
  test("are filtered by top tempo; without a limit, any tempo works", () => {
    expect(order(filterByTop(ways, null))).toEqual([0, 1, 2]);
    expect(order(filterByTop(ways, 98))).toEqual([0, 1, 2]);
    expect(order(filterByTop(ways, 110))).toEqual([1, 2]);
    expect(listTops(90)).toEqual([90, 100, 113, 135, 180]);
  });
  test("are filtered by consecutive sizes, or by the text of a cell", () => {
    expect(order(filterWays(ways, "5-5-6"))).toEqual([0]);
    expect(order(filterWays(ways, "5 5"))).toEqual([0, 1]);
    expect(order(filterWays(ways, "lk"))).toEqual([0, 1, 2]);
    expect(order(filterWays(ways, "5"))).toEqual([0, 1]);
    expect(order(filterWays(ways, " "))).toEqual([0, 1, 2]);
  });
});
