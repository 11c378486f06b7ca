import { describe, expect, test } from "vitest";
import { writeRepeats } from "./repeats";
import { PLAIN_BAR, type StaffBar } from "./score";
import type { StaffNote } from "./spell";

/** A bar with one note on a surface; part of the phrase if it has a slot. */
function bar(number: number, place: "sn" | "hh", extra: Partial<StaffBar> = {}, slot: number | null = null): StaffBar {
  const note: StaffNote = {
    slot,
    at: number * 40_320,
    value: { name: "w", dots: 0 },
    heads: [{ place, ghost: false, technique: "plain", closes: false }],
    accent: false,
    graces: null,
    sticking: "R",
    beam: 0,
    breaksBeam: false,
  };
  return {
    number,
    start: note.at,
    length: 40_320,
    notes: [note],
    tuplets: [],
    refusedAt: null,
    ...PLAIN_BAR,
    ...extra,
  };
}

const groove = { label: { text: "groove", note: 0 } };
const fill = { label: { text: "fill", note: 0 } };
const said = (bars: readonly StaffBar[]) =>
  bars.map(({ likeBefore, opens, closes, times }) =>
    [likeBefore ?? "notes", opens === "repeat" ? "|:" : "", closes === "repeat" ? `:| ${times}` : ""].join(" ").trim(),
  );

describe("repeated bars", () => {
  const bars = [bar(0, "hh", groove), bar(1, "hh"), bar(2, "hh"), bar(3, "sn", fill, 0)];
  test("written out", () => expect(said(writeRepeats(bars, "written"))).toEqual(["notes", "notes", "notes", "notes"]));
  test("with the sign for one bar", () =>
    expect(said(writeRepeats(bars, "one"))).toEqual(["notes", "one", "one", "notes"]));
  test("once, with the number; later ones are heard at its position", () => {
    const folded = writeRepeats(bars, "times");
    expect(said(folded)).toEqual(["notes |: :| 3", "notes"]);
    expect(folded[0]?.echoes).toEqual([40_320, 80_640]);
  });
  test("two bars like the previous two, where one isn't like the previous", () => {
    const pairs = [bar(0, "hh", groove), bar(1, "sn"), bar(2, "hh"), bar(3, "sn"), bar(4, "sn")];
    expect(said(writeRepeats(pairs, "two"))).toEqual(["notes", "notes", "first-of-two", "second-of-two", "one"]);
    expect(said(writeRepeats(pairs, "one"))).toEqual(["notes", "notes", "notes", "notes", "one"]);
  });
  test("bars of the phrase, or with a name above, are always written", () => {
    const phrase = [bar(0, "sn", {}, 0), bar(1, "sn", {}, 0), bar(2, "hh"), bar(3, "hh", fill)];
    for (const style of ["one", "two", "times"] as const) {
      expect(said(writeRepeats(phrase, style))).toEqual(["notes", "notes", "notes", "notes"]);
    }
  });
});
