import { describe, expect, it } from "vitest";
import { FAULTY_DRUMMERS, type FaultyDrummer, GHOSTED_LINES } from "../testing/drummers";
import { expectLine } from "../testing/expecting";
import { seconds } from "../time/time";
import { playDrummer } from "./drummer";
import type { Expectation } from "./expect";
import type { Hit } from "./hit";
import { thresholdsFor } from "./judge";
import { hearRepeat, markHit } from "./listen";
import { type Drummer, STEADY_DRUMMER, STRICTNESSES } from "./settings";

const SEEDS = 200;

const hear = (expectation: Expectation, drummer: Partial<Drummer>, seed: number) =>
  hearRepeat(expectation, playDrummer(expectation.strokes, { ...STEADY_DRUMMER, seed, ...drummer }, 0), "standard");

/** Minimum share of seeds in which the fault is named first. */
const LEAST: Record<string, number> = {
  unsteady: 0.8,
  rushing: 0.98,
  dragging: 0.98,
  "missed ghosts": 0.9,
  flams: 0.9,
  "flat dynamics": 0.98,
};
const MIN_OF_LIMBS = 0.9;

/** Success rates by phrase; also printed for reading. */
function ratesOf({ set, named }: FaultyDrummer) {
  return GHOSTED_LINES.map(([line, tempo]) => {
    const expectation = expectLine(line, tempo);
    let [first, anywhere] = [0, 0];
    for (let seed = 1; seed <= SEEDS; seed++) {
      const faults = hear(expectation, set, seed).judgement?.faults ?? [];
      if (faults[0] && named(faults[0])) first++;
      if (faults.some(named)) anywhere++;
    }
    return { first: first / SEEDS, anywhere: anywhere / SEEDS };
  });
}

describe("the fault of a simulated drummer", () => {
  for (const one of FAULTY_DRUMMERS) {
    it(`is the one that is named: ${one.fault}`, () => {
      const rates = ratesOf(one);
      console.log(
        `${one.fault}: named first in ${rates.map(({ first }) => `${Math.round(first * 100)} %`).join(", ")}; ` +
          `found in ${rates.map(({ anywhere }) => `${Math.round(anywhere * 100)} %`).join(", ")} of ${SEEDS} seeds`,
      );
      for (const { first } of rates) expect(first).toBeGreaterThanOrEqual(LEAST[one.fault] ?? MIN_OF_LIMBS);
    });
  }

  it("is hardly ever reported for a steady one", () => {
    for (const [line, tempo] of GHOSTED_LINES) {
      const expectation = expectLine(line, tempo);
      let clean = 0;
      for (let seed = 1; seed <= SEEDS; seed++) {
        if (hear(expectation, {}, seed).judgement?.result === "clean") clean++;
      }
      expect(clean / SEEDS).toBeGreaterThanOrEqual(0.97);
    }
  });
});

describe("a repeat", () => {
  const expectation = expectLine("@4 >RlrL >RlrK >RlrL >RLKK", 90);
  const perfect: Hit[] = expectation.strokes.map(({ at, place, level }) => ({
    at,
    place,
    limb: null,
    velocity: level === "accent" ? 110 : level === "ghost" ? 30 : 70,
  }));
  const judge = (hits: readonly Hit[]) => hearRepeat(expectation, hits, "standard");

  it("played as written is clean, without comments", () => {
    const { measures, judgement } = judge(perfect);
    expect(judgement).toMatchObject({ result: "clean", faults: [] });
    expect(measures).toMatchObject({ heard: 16, expected: 16, handFootGap: 0, missedGraces: 0, doubled: 0 });
  });

  it("that is late as a whole is reported, and clean after subtracting the latency", () => {
    const late = perfect.map((hit) => ({ ...hit, at: seconds(hit.at + 0.045) }));
    expect(judge(late).judgement?.faults[0]).toMatchObject({ kind: "late" });
    expect(judge(late).judgement?.faults[0]?.by).toBeCloseTo(0.045, 6);
    expect(judge(late.map((hit) => ({ ...hit, at: seconds(hit.at - 0.045) }))).judgement?.result).toBe("clean");
  });

  it("names a hand that is late after each kick", () => {
    const line = expectLine("@4 RLKL RLKL RLKL RLRL", 90);
    const hits = line.strokes.map(({ at, place, limb, moment }): Hit => {
      const follows = limb === "L" && line.strokes[moment - 1]?.limb === "K";
      return { at: seconds(at + (follows ? 0.03 : 0)), place, limb: null, velocity: null };
    });
    const fault = hearRepeat(line, hits, "standard").judgement?.faults[0];
    expect(fault).toMatchObject({ kind: "after-late", limb: "L", after: "K", slots: [3, 7, 11] });
    expect(fault?.by).toBeCloseTo(0.03, 3);
  });

  it("reports loose unisons, and tolerates tight ones", () => {
    const line = expectLine("@4 (>RK)LRL (>RK)LRL (>RK)LRL (>RK)LRL");
    const open = (gap: number) =>
      hearRepeat(
        line,
        line.strokes.map(({ at, place, limb }, index) => ({
          at: seconds(at + (limb === "K" && index % 2 === 1 ? gap : 0)),
          place,
          limb: null,
          velocity: null,
        })),
        "standard",
      );
    expect(open(0.01).judgement?.result).toBe("clean");
    expect(open(0.05).judgement?.faults.map(({ kind }) => kind)).toContain("unisons");
  });

  it("reports wrong surfaces and wrong limbs", () => {
    const moved = perfect.map((hit, index) => (index === 3 ? { ...hit, place: "t1" as const } : hit));
    expect(judge(moved).judgement?.faults[0]).toMatchObject({ kind: "elsewhere", count: 1, slots: [3] });
    const keys = expectation.strokes.map(({ at, limb }, index): Hit => {
      return { at, place: null, limb: index === 4 ? "L" : limb, velocity: null };
    });
    expect(judge(keys).judgement?.faults[0]).toMatchObject({ kind: "other-limb", slots: [4] });
  });

  it("with a missed or extra stroke isn't clean, but gentle judging tolerates a slip", () => {
    const short = perfect.filter((_, index) => index !== 14);
    expect(judge(short).judgement?.faults[0]).toMatchObject({ kind: "missed", count: 1, slots: [14] });
    const more = [...perfect, { at: seconds(0.41), place: "t1" as const, limb: null, velocity: 60 }];
    expect(judge(more).judgement?.faults[0]?.kind).toBe("extra");
    const long = expectLine("@8 RLRL RLRL RLRL RLRL RLRL RLRL", 60);
    const hits = long.strokes.slice(1).map(({ at, place }) => ({ at, place, limb: null, velocity: null }));
    expect(hearRepeat(long, hits, "gentle").judgement?.result).toBe("clean");
  });

  it("isn't judged for silence, nor for what is played before and after the phrase", () => {
    expect(judge([]).judgement).toBeNull();
    expect(judge(perfect.slice(0, 2)).judgement).toBeNull();
    const around = [-1.2, -0.6, 3.2, 3.9].map((at) => ({ at: seconds(at), place: null, limb: null, velocity: null }));
    expect(judge([...around, ...perfect]).judgement?.result).toBe("clean");
  });

  it("with double triggers is judged without them, and reports how many", () => {
    const twice = perfect.flatMap((hit) => [hit, { ...hit, at: seconds(hit.at + 0.012), velocity: 20 }]);
    expect(judge(twice)).toMatchObject({ measures: { doubled: 16 }, judgement: { result: "clean" } });
  });

  it("doesn't judge the timing of grace notes", () => {
    const flams = expectLine("@4 '>RLRL '>RLRL '>RLRL '>RLRL");
    expect(flams.strokes.filter(({ slot }) => slot === null)).toHaveLength(4);
    const hits = flams.strokes.map(({ at, place, slot }): Hit => {
      return { at: seconds(at - (slot === null ? 0.02 : 0)), place, limb: null, velocity: null };
    });
    const { judgement, measures } = hearRepeat(flams, hits, "standard");
    expect(judgement?.result).toBe("clean");
    expect(measures.missedGraces).toBe(0);
  });
});

describe("thresholds", () => {
  it("scale with the slot within bounds, and tighten with strictness", () => {
    const at = (gap: number) => STRICTNESSES.map((one) => thresholdsFor(one, seconds(gap), 16).offset);
    expect(at(0.167)).toEqual([0.16 * 0.167, 0.1 * 0.167, 0.06 * 0.167]);
    expect(at(1)).toEqual([0.035, 0.025, 0.015]);
    expect(at(0.02)).toEqual([0.012, 0.009, 0.006]);
  });
});

describe("a mark while playing", () => {
  it("is on the nearest stroke without one", () => {
    const { strokes } = expectLine("@4 RLKL", 90);
    const hit = (at: number, place: Hit["place"] = null): Hit => ({
      at: seconds(at),
      place,
      limb: null,
      velocity: null,
    });
    expect(markHit(strokes, new Set(), hit(0.18))?.expected.index).toBe(1);
    expect(markHit(strokes, new Set([1]), hit(0.18))).toBeNull();
    expect(markHit(strokes, new Set(), hit(0.3, "kk"))).toMatchObject({ expected: { limb: "K" } });
    expect(markHit(strokes, new Set(), hit(2))).toBeNull();
  });
});

describe("strokes with several hits", () => {
  const heardOf = (text: string, more: readonly Partial<Hit>[], drummer = STEADY_DRUMMER) => {
    const expectation = expectLine(text, 100);
    const hits = playDrummer(expectation.strokes, drummer, 0);
    const added = more.map((hit): Hit => ({ at: seconds(0), place: "sn", limb: null, velocity: 30, ...hit }));
    return hearRepeat(expectation, [...hits, ...added], "standard");
  };
  it("a buzz's bounces belong to its stroke, on its drum during its note", () => {
    // The first sixteenth lasts 150 ms.
    const at = expectLine("@4 ~RLRL RLRL", 100).strokes[0]?.at ?? 0;
    const bounces = [40, 75, 105].map((ms) => ({ at: seconds(at + ms / 1000) }));
    expect(heardOf("@4 ~RLRL RLRL", bounces).measures.extra).toHaveLength(0);
    expect(heardOf("@4 RLRL RLRL", bounces).measures.extra.length).toBeGreaterThan(0);
    const elsewhere = bounces.map((hit) => ({ ...hit, place: "t1" as const }));
    expect(heardOf("@4 ~RLRL RLRL", elsewhere).measures.extra.length).toBeGreaterThan(0);
  });
  it("a correctly played crescendo is clean, without level faults", () => {
    const { judgement } = heardOf("@4 <[RLRLRLRL] >[RLRLRLRL]", []);
    expect(judgement?.result).toBe("clean");
  });
  it("how close a flam is depends on the room in the line", () => {
    const flams = (text: string, tempo: number, apart: number) => {
      const expectation = expectLine(text, tempo);
      const [first, second] = expectation.strokes;
      const hits = expectation.strokes.map((stroke): Hit => {
        const at = stroke === second ? (first?.at ?? 0) + apart : stroke.at;
        return { at: seconds(at), place: stroke.place, limb: stroke.limb, velocity: 80 };
      });
      return hearRepeat(expectation, hits, "standard").measures.flams.length;
    };
    // 25 ms apart where 150 ms are written is a flam; where 45 ms are written it is early, but no flam.
    expect(flams("@4 RKRL RKRL", 100, 0.025)).toBe(1);
    expect(flams("@8 RKRL RKRL", 166, 0.025)).toBe(0);
    expect(flams("@8 RKRL RKRL", 166, 0.02)).toBe(1);
  });
});
