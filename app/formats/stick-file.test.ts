import fc from "fast-check";
import { expect, test } from "vitest";
import { formatLine } from "~/core";
import { anyLine } from "~/core/testing/arbitraries";
import { MAX_STICK_FILE, readStickFile, writeStickFile } from "./stick-file";

test("what was written comes back", () => {
  const anyNamed = fc.record({
    name: fc.constantFrom("", "Five, five, six", "réglé #2"),
    text: anyLine.map(formatLine),
  });
  fc.assert(
    fc.property(fc.array(anyNamed, { minLength: 1, maxLength: 6 }), (lines) => {
      expect(readStickFile(writeStickFile(lines))).toEqual({ ok: true, lines });
    }),
    { numRuns: 60 },
  );
});

test("is read whatever the line ends, and with names or without", () => {
  expect(readStickFile("# One\r\n@4 RL\r\rRLK\n\n# nothing follows")).toEqual({
    ok: true,
    lines: [
      { name: "One", text: "@4 RL" },
      { name: "", text: "RLK" },
    ],
  });
});

test("a bad line is told with its number; an empty or huge file is refused", () => {
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
