import { describe, expect, test } from "vitest";
import { playDrummer } from "../listening/drummer";
import { STEADY_DRUMMER } from "../listening/settings";
import { expectLine } from "../testing/expecting";
import { seconds } from "../time/time";
import { heardBy, hearJoin, hearPlaying } from "./hear";
import { factorOf, joinKey, missShare, NO_RECORD, REMEMBERED, recordHeard, weightsOf } from "./record";

const EXPECTED = expectLine("@4 RLRR LRLRL RLK RLRR");
const IDEAS = [
  { idea: 0, from: 0, to: 3 },
  { idea: 1, from: 4, to: 8 },
  { idea: 2, from: 9, to: 11 },
  { idea: 0, from: 12, to: 15 },
] as const;
const PERFECT = playDrummer(EXPECTED.strokes, { ...STEADY_DRUMMER, steadiness: 1 }, 0);

describe("a round as heard", () => {
  test("is clean in every idea and join if played as written", () => {
    for (const [index, idea] of IDEAS.entries()) {
      expect(hearPlaying(EXPECTED, PERFECT, idea, "standard")).toBe("clean");
      const next = IDEAS[index + 1];
      if (next) expect(hearJoin(EXPECTED, PERFECT, idea, next, "standard")).toBe("clean");
    }
  });

  test("blames missed strokes inside an idea on that idea only", () => {
    const { strokes } = EXPECTED;
    const late = PERFECT.filter(
      ({ at }) => !strokes.some((one) => [6, 7].includes(one.slot ?? -1) && near(one.at, at)),
    );
    expect(late).toHaveLength(PERFECT.length - 2);
    expect(hearPlaying(EXPECTED, late, IDEAS[1], "standard")).toBe("no");
    expect(hearPlaying(EXPECTED, late, IDEAS[0], "standard")).toBe("clean");
    expect(hearPlaying(EXPECTED, late, IDEAS[2], "standard")).toBe("clean");
    expect(hearJoin(EXPECTED, late, IDEAS[2], IDEAS[3], "standard")).toBe("clean");
  });

  test("blames a faulty transition on the join", () => {
    const shifted = PERFECT.map((hit) => (near(hit.at, EXPECTED.strokes[9]?.at ?? 0) ? moved(hit, 0.06) : hit));
    expect(hearJoin(EXPECTED, shifted, IDEAS[1], IDEAS[2], "standard")).not.toBe("clean");
    expect(hearJoin(EXPECTED, shifted, IDEAS[0], IDEAS[1], "standard")).toBe("clean");
  });

  test("isn't judged if silent: a lost input makes nobody worse", () => {
    expect(hearPlaying(EXPECTED, [], IDEAS[0], "standard")).toBeNull();
    expect(hearJoin(EXPECTED, [], IDEAS[0], IDEAS[1], "standard")).toBeNull();
  });

  test("judges an idea once its last stroke can no longer come", () => {
    const by = heardBy(EXPECTED, IDEAS[0]) ?? 0;
    expect(by).toBeGreaterThan(EXPECTED.strokes[3]?.at ?? 0);
    expect(by).toBeLessThan(EXPECTED.strokes[5]?.at ?? 0);
    expect(heardBy(EXPECTED, { from: 90, to: 91 })).toBeNull();
  });
});

function near(a: number, b: number): boolean {
  return Math.abs(a - b) < 0.03;
}
function moved<Hit extends { readonly at: number }>(hit: Hit, by: number) {
  return { ...hit, at: seconds(hit.at + by) };
}

describe("a record", () => {
  test("keeps only the latest results of each", () => {
    let record = NO_RECORD;
    for (let time = 0; time < 30; time++) {
      record = recordHeard(record, [{ of: "idea", key: "a", result: time < 20 ? "no" : "clean" }]);
    }
    expect(record.ideas.a).toHaveLength(REMEMBERED);
    expect(record.ideas.a?.filter((result) => result === "no")).toHaveLength(2);
    expect(record.ideas.b).toBeUndefined();
  });

  test("shifts weights to what wasn't clean, and back", () => {
    expect(missShare([])).toBe(0);
    expect(missShare(["no", "nearly"])).toBe(0.75);
    expect([factorOf(undefined), factorOf(["clean"]), factorOf(["nearly"]), factorOf(["no"])]).toEqual([1, 1, 3, 4]);
    const ideas = [
      { key: "a", weight: 1 },
      { key: "b", weight: 2 },
    ];
    const record = recordHeard(NO_RECORD, [
      { of: "idea", key: "b", result: "no" },
      { of: "join", key: joinKey("a", "b"), result: "no" },
    ]);
    expect(weightsOf(ideas, record, false)).toEqual({
      ideas: [1, 8],
      joins: [
        [1, 4],
        [1, 1],
      ],
    });
    expect(weightsOf(ideas, record, true)).toEqual({
      ideas: [1, 2],
      joins: [
        [1, 1],
        [1, 1],
      ],
    });
    const better = recordHeard(
      record,
      Array.from({ length: 6 }, () => ({ of: "idea", key: "b", result: "clean" }) as const),
    );
    expect(weightsOf(ideas, better, false).ideas).toEqual([1, 2]);
  });
});
