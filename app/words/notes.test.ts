import { expect, test } from "vitest";
import { describeNotesMade, describeNotesProblem } from "./notes";

const summary = {
  title: "x",
  parts: [],
  likely: "",
  meters: 1,
  tempo: 90,
  tempoChanges: 0,
  isExact: true,
  leftOut: [],
};
const made = { fills: [], notes: 12, moved: 0, farthest: 0, guessed: 0, dropped: 0, unknown: [], isOwn: false };

test("a preview says what was read, moved and left out", () => {
  expect(describeNotesMade(made, summary)).toEqual(["12 notes read into 0 fills.", "The sticking is as written."]);
  expect(describeNotesMade({ ...made, isOwn: true }, summary)[1]).toMatch(/exactly as it was/);
  const all = describeNotesMade(
    { ...made, moved: 3, farthest: 0.012, guessed: 12, dropped: 1, unknown: [{ key: "75", count: 2 }] },
    { ...summary, tempo: null, tempoChanges: 2, meters: 2, leftOut: [{ what: "pitched", count: 4 }] },
  );
  expect(all).toEqual([
    "12 notes read into 0 fills.",
    "No sticking is written, so hands go hand to hand.",
    "3 notes moved onto the grid, by up to 12 ms.",
    "1 note left out: no hand or foot is free for them.",
    "2 notes left out: choose a drum or cymbal for them below.",
    "Left out: 4 notes with a pitch.",
    "The file says no tempo, so it is 120.",
    "The tempo changes 2 times in the file. The app uses the first one.",
    "The meter changes, so each part in one meter is a fill of its own.",
  ]);
});

test("an error in a file comes with advice", () => {
  for (const kind of ["not-midi", "not-xml", "cut", "smpte", "pitched", "entities", "timewise"] as const) {
    expect(describeNotesProblem({ kind }).length).toBeGreaterThan(30);
  }
  expect(describeNotesProblem({ kind: "too-large", most: 8 * 1024 * 1024 })).toContain("8 MB");
});
