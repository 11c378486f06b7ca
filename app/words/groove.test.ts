import { describe, expect, test } from "vitest";
import type { BackbeatFix, FeelNote } from "~/core/groove";
import {
  describeBackbeat,
  describeBackbeatFix,
  describeFeel,
  describeFeelNote,
  describeRatio,
  describeSwing,
} from "./groove";

describe("feel", () => {
  test("simple ratios by name, others by number", () => {
    expect([0.5, 3 / 5, 2 / 3, 3 / 4, 0.64].map(describeRatio)).toEqual(["1:1", "3:2", "2:1", "3:1", "1.78:1"]);
    expect(describeSwing({ unit: 4, share: 0.6 })).toBe("sixteenths swung 3:2");
  });
  test("straight, or its description", () => {
    expect(describeFeel({ swing: null, push: {} })).toBe("straight");
    expect(describeFeel({ swing: { unit: 2, share: 0.5 }, push: { R: 0 } })).toBe("straight");
    expect(describeFeel({ swing: { unit: 2, share: 2 / 3 }, push: { L: 12, K: -4 } })).toBe(
      "eighths swung 2:1, left hand 12 ms behind, bass drum 4 ms ahead",
    );
  });
  test("conflicts name the amount and the fix", () => {
    const notes = [
      { kind: "beside", strokes: 3, seconds: 0.081 },
      { kind: "mixed", strokes: 2, seconds: 0.1 },
      { kind: "dotted", pairs: 4 },
    ] as readonly FeelNote[];
    const [beside, mixed, dotted] = notes.map(describeFeelNote);
    expect(beside).toContain("3 off-beat strokes up to 81 ms ahead of the groove");
    expect(mixed).toContain("only works swung");
    expect(dotted).toContain("only works swung");
  });
});

test("backbeats and their fixes have different words", () => {
  const states = ["kept", "soft", "elsewhere", "foot", "silent", "between", "empty"] as const;
  expect(new Set(states.map(describeBackbeat)).size).toBe(states.length);
  const kinds = ["accent", "to-snare", "hand-with", "hand-for", "hand-in"] as const;
  const fixes = kinds.map((kind): BackbeatFix => ({ kind, hand: "L", line: [] }));
  expect(fixes.map(describeBackbeatFix)).toEqual([
    "Accent it",
    "Accent the left hand on the snare",
    "Add the left hand to the foot",
    "Play it with the left hand instead of the foot",
    "Add the left hand",
  ]);
});
