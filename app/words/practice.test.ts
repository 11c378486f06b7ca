import { describe, expect, it } from "vitest";
import { FAULT_KINDS, type Fault } from "~/core/listening";
import { CARE_KINDS, type StepReason } from "~/core/practice";
import { describeFault, describeRemedy, listNotes } from "./faults";
import {
  CARE_WORDS,
  describeBack,
  describeChange,
  describeOffset,
  describeReason,
  describeStep,
  describeToday,
} from "./practice";

const fault = (change: Partial<Fault> & Pick<Fault, "kind">): Fault => ({ severity: 2, slots: [], ...change });

describe("one sentence about a repeat", () => {
  it("names limb, amount and position", () => {
    expect(describeFault(fault({ kind: "after-late", limb: "L", after: "K", by: 0.0142 }))).toBe(
      "Left hand 14 ms late after each kick.",
    );
    expect(describeFault(fault({ kind: "limb-late", limb: "K", by: 0.03 }))).toBe(
      "Bass drum 30 ms late behind the hands.",
    );
    expect(describeFault(fault({ kind: "missed-ghosts", count: 2, slots: [2, 7] }))).toMatch(
      /ghost notes missing: notes 3 and 8\.$/,
    );
    expect(describeFault(fault({ kind: "flams", count: 1, slots: [4] }))).toBe("1 accidental flam: note 5.");
    expect(describeFault(fault({ kind: "ghosts-loud", by: 1.26 }))).toContain("1.3 dB");
  });

  it("exists for every fault, with one piece of advice", () => {
    for (const kind of FAULT_KINDS) {
      for (const limb of ["R", "K"] as const) {
        const one = fault({ kind, limb, after: "H", by: 0.02, count: 3, slots: [0, 1, 2, 3] });
        expect(describeFault(one)).toMatch(/^[A-Z\d].*\.$/);
        expect(describeRemedy(one)).toMatch(/^[A-Z\d].*\.$/);
      }
    }
    for (const kind of CARE_KINDS) expect(CARE_WORDS[kind].words.length).toBeGreaterThan(40);
    expect(CARE_WORDS.tension.words).toMatch(/stop.*qualified teacher or a doctor/);
  });

  it("lists a few notes and counts many", () => {
    expect([listNotes([]), listNotes([3]), listNotes([0, 1, 2]), listNotes([0, 1, 2, 3])]).toEqual([
      "",
      "note 4",
      "notes 1, 2 and 3",
      "notes 1, 2 and 2 more",
    ]);
    expect([describeOffset(null), describeOffset(0.0002), describeOffset(-0.012)]).toEqual([
      "–",
      "on time",
      "12 ms early",
    ]);
  });
});

describe("plans in words", () => {
  it("name steps by their content, and give every reason", () => {
    expect(describeStep({ kind: "join", cells: ["RLK", "RLKK"] })).toBe("Two cells joined: RLK into RLKK");
    expect(describeStep({ kind: "whole", cells: [] })).toBe("All of it on one drum");
    const reasons: StepReason[] = [
      { code: "hands-first", kicks: 1 },
      { code: "feet-first", strokes: 4 },
      { code: "put-together" },
      { code: "levels", ghosts: 0, accents: 2 },
      { code: "levels", ghosts: 3, accents: 2 },
      { code: "bottleneck", ceiling: 128.6 },
      { code: "cell", times: 1 },
      { code: "cell", times: 3 },
      { code: "join" },
      { code: "sticking" },
      { code: "few-moves", surfaces: 3 },
      { code: "all-moves", surfaces: 3 },
      { code: "in-time" },
      { code: "both-leads" },
      { code: "own-order" },
      { code: "no-lump" },
    ];
    for (const reason of reasons) expect(describeReason(reason)).toMatch(/^[A-Z\d].*\.$/);
    expect(describeReason({ code: "bottleneck", ceiling: 128.6 })).toContain("128");
  });

  it("explain the tempo, why to go back, and why today", () => {
    expect([describeChange("up", 72), describeChange("stay", 72)]).toEqual(["Up to 72.", ""]);
    expect(describeBack(96, 84)).toMatch(/clean on one drum at 96. Round the kit it falls apart at 84/);
    expect(describeBack(null, 84)).toMatch(/haven.t learned it/);
    expect(describeToday({ code: "due", daysOver: 1 })).toBe("Learned: review was due yesterday");
    expect(describeToday({ code: "near", missing: 6 })).toBe("6 bpm from its goal");
    expect(describeToday({ code: "going", daysAgo: 0 })).toBe("Continue from earlier today");
    expect(describeToday({ code: "neglected", daysAgo: 9 })).toMatch(/^Not practised for/);
    expect(describeToday({ code: "new" })).toMatch(/first step/);
  });
});
