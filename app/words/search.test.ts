import { describe, expect, test } from "vitest";
import { listClosings, listEndings, listFixes } from "~/core/fit";
import { readStickLine } from "~/core/line";
import type { Phrase } from "~/core/phrase";
import { WORKING } from "~/core/testing/kits";
import { bpm, ticks } from "~/core/time";
import { describeClosing, describeEnding, describeFix } from "./closing";
import { describeCount, describeLoosened, describeRoughly, describeRule, describeTrouble } from "./search";

function phraseOf(text: string, tempo = 100): Phrase {
  const line = readStickLine(text).line ?? [];
  const window = { start: ticks(0), length: ticks(40_320) };
  return { meter: { beats: 4, unit: 4 }, tempo: bpm(tempo), window, line };
}
const place = (slot: number) => `place ${slot}`;

describe("counts", () => {
  test("exactly, and approximately", () => {
    expect(describeCount(74_171_001_933_649_540_648_903n)).toBe("74,171,001,933,649,540,648,903");
    expect(describeRoughly(74_171_001_933_649_540_648_903n)).toBe("about 74 sextillion");
    expect(describeRoughly(999_999n)).toBe("");
    expect(describeRoughly(1_679_616n)).toBe("about 1.6 million");
    expect(describeRoughly(10n ** 60n)).toBe("about 1.0 × 10^60");
  });
});

describe("rules", () => {
  test.each([
    [{ kind: "starts", who: "R" }, "It starts with the right hand"],
    [{ kind: "ends", who: "foot" }, "It ends with a foot"],
    [{ kind: "hand-run", most: 2 }, "No hand plays more than 2 in a row"],
    [{ kind: "foot-run", most: 0 }, "No foot plays"],
    [{ kind: "slot", slot: 3, want: { not: true, who: "any", level: null } }, "On place 3 there is silence"],
    [
      { kind: "slot", slot: 3, want: { not: false, who: "K", level: "accent" } },
      "On place 3 there is the kick, accented",
    ],
    [{ kind: "backbeat" }, "A hand keeps the backbeat"],
    [{ kind: "sizes", sizes: [5, 5, 6], ordered: false }, "The sizes are 5-5-6 in any order"],
    [{ kind: "no-equal-neighbours" }, "No cell twice in a row"],
    [{ kind: "on-beat", least: 0, most: 2 }, "Cells that begin on a beat: at most 2"],
    [{ kind: "on-beat", least: 1, most: null }, "Cells that begin on a beat: at least 1"],
    [{ kind: "lead", lead: "flips" }, "The other hand leads each repeat"],
  ] as const)("%j", (rule, words) => {
    expect(describeRule(rule, place)).toBe(words);
  });
  test("rules to relax, and problems", () => {
    const set = [{ kind: "rule", rule: 0 } as const, { kind: "uses", entry: 1 } as const];
    expect(describeLoosened(set, ["It ends with a foot"], ["one", "two"])).toBe(
      "“It ends with a foot” and how often “two” is used",
    );
    expect(describeLoosened([{ kind: "rule", rule: 5 }], [], [])).toBe("“the band hits”");
    expect(describeTrouble({ code: "inexact-window", slots: 10.5 })).toContain("10½ notes");
    expect(describeTrouble("too-wide")).toContain("Remove some limits");
    expect(describeTrouble({ code: "too-long", slots: 192, most: 128 })).toContain("the limit is 128");
    expect(describeTrouble({ code: "empty-pool" })).toContain("Add a cell");
  });
});

describe("closings, endings, fixes", () => {
  test("have words that say what to do", () => {
    const book = [
      {
        name: "Tail",
        cell: readStickLine("K").line?.flatMap((item) => (item.kind === "cell" ? item.slots : [])) ?? [],
      },
    ];
    const told = listClosings(phraseOf("@4 RLRRLx3"), book, 2, WORKING).map((closing) => {
      const { name, does, landing } = describeClosing(closing);
      return `${name}: ${does} (${landing})`;
    });
    expect(told).toEqual([
      "Add K: Tail (ends on the kick, both hands free)",
      "Add R: its own beginning again (ends on the right hand, left hand free)",
      "Begin 1 note later: and end where the space ends (ends on the left hand, right hand free)",
      "Make the space 1 note shorter: so it ends with the phrase (ends on the left hand, both hands free)",
      "Repeat for 15 bars: 16 times, across the bar line (ends on the left hand, right hand free)",
      "2 bars, then RL: 2 times, then its beginning at the end (ends on the left hand, right hand free)",
    ]);
  });
  test("endings have their requirements", () => {
    const told = (text: string, tempo: number) =>
      listEndings(phraseOf(text, tempo), WORKING).map(
        (ending) => `${describeEnding(ending).name}: ${describeEnding(ending).does}`,
      );
    expect(told("@4 RLRRLx2 RLRRLK", 100)).toEqual([
      "Crash and kick: right hand to the crash: 450 ms to get there; one kick into the next, 6.7 a second",
      "Hit on 1, then silence: right hand on the snare: 450 ms",
      "Hard stop: nothing rings on, so 1 is silent",
      "Straight back into time: right hand back to the hi-hat: 450 ms",
      "Stop halfway: the first 8 notes, ending on the right hand; then 1.3 s of silence",
    ]);
    expect(told("@8 R/c1LRLx8", 130)[2]).toBe("Hard stop: the crash rings, and no hand is free to choke it");
  });
  test("fixes have their results", () => {
    const [first] = listFixes(phraseOf("@4 LRLRx4", 120), [], WORKING);
    expect(first && describeFix(first)).toEqual({ name: "End on a kick", does: "ends on the kick, both hands free" });
  });
});
