import fc from "fast-check";
import { expect, test } from "vitest";
import { formatLine } from "~/core/line";
import { ALL_STROKES } from "~/core/orchestration";
import { anyLine } from "~/core/testing/arbitraries";
import { runs } from "~/core/testing/seed";
import { bpm, ticks } from "~/core/time";
import { canonicalLine } from "../phrase/phrase";
import { makeContent } from "./content";
import { MAX_STICK_FILE, readStickFile, stickFileOf, writeStickFile } from "./stick-file";

test("a written file comes back", () => {
  const anyNamed = fc.record({
    name: fc.constantFrom("", "Five, five, six", "réglé #2"),
    text: anyLine.map(formatLine),
  });
  fc.assert(
    fc.property(fc.array(anyNamed, { minLength: 1, maxLength: 6 }), (lines) => {
      expect(readStickFile(writeStickFile(lines))).toEqual({ ok: true, lines });
    }),
    runs(60),
  );
});

test("with any line ends is read, with or without names", () => {
  expect(readStickFile("# One\r\n@4 RL\r\rRLK\n\n# nothing follows")).toEqual({
    ok: true,
    lines: [
      { name: "One", text: "@4 RL" },
      { name: "", text: "RLK" },
    ],
  });
});

test("a bad line is reported with its number; an empty or huge file is refused", () => {
  expect(readStickFile("@4 RL\n\nRLZ")).toMatchObject({
    ok: false,
    reason: "line",
    number: 3,
    problem: { code: "not-a-symbol", from: 2 },
  });
  expect(readStickFile("# only a name\n")).toEqual({ ok: false, reason: "empty" });
  expect(readStickFile(" ".repeat(MAX_STICK_FILE + 1))).toEqual({ ok: false, reason: "too-large" });
  expect(readStickFile("R\n".repeat(1_001))).toEqual({ ok: false, reason: "too-many" });
});

test("everything outside the line comes back from its comments", () => {
  const content = makeContent({
    text: "@3 RLL RLL",
    name: "Waltz",
    meter: { beats: 7, unit: 8 },
    tempo: bpm(132.5),
    window: { start: ticks(5_040), length: ticks(3_360) },
    voicing: [{ on: true, rule: { kind: "one", on: "f1" }, filter: ALL_STROKES }],
  });
  const file = stickFileOf([content]);
  expect(file).toContain("# Waltz\n# meter: 7/8\n# tempo: 132.5\n# space: 1/3 quarters from 1/2\n# orchestration: [");
  const { name, meter, tempo, window, voicing } = content;
  expect(readStickFile(file)).toEqual({
    ok: true,
    lines: [{ name, meter, tempo, window, voicing, text: "@3 RLL RLL" }],
  });
});

test("the line is written canonically, or as typed while it has an error", () => {
  expect(canonicalLine(makeContent({ text: "RLK x 3  (HK)" }))).toBe("@4 RLKx3 (KH)");
  expect(canonicalLine(makeContent({ text: "@4 RLZ", goodText: "@4 RL" }))).toBe("@4 RLZ");
});

test("an unreadable meaningful comment is reported, and nothing is imported", () => {
  expect(readStickFile("# One\n# tempo: fast\n@4 RL")).toMatchObject({
    ok: false,
    reason: "comment",
    number: 2,
    key: "tempo",
  });
  expect(readStickFile("# space: none\n@4 RL")).toMatchObject({ reason: "comment", key: "space" });
  expect(readStickFile("# orchestration: {\n@4 RL")).toMatchObject({ reason: "comment", key: "orchestration" });
  expect(readStickFile("# note: hard\n@4 RL")).toMatchObject({ ok: true, lines: [{ name: "note: hard" }] });
});
