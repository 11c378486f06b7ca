/** Surfaces on the staff: position and note head of each. */

import type { KitVoice } from "~/core/stroke";
import type { StaffHead, ValueName } from "./spell";

/** Heads by code point: whole, half, and black for all shorter values. */
const FAMILIES = {
  round: ["E0A2", "E0A3", "E0A4"],
  slashed: ["E0D3", "E0D1", "E0CF"],
  x: ["E0A7", "E0A8", "E0A9"],
  heavy: ["E0F8", "E0F8", "E0F8"],
  ornate: ["E0AA", "E0AA", "E0AA"],
  circle: ["E0B3", "E0B3", "E0B3"],
  diamond: ["E0D8", "E0D9", "E0DB"],
  triangle: ["E0BB", "E0BC", "E0BE"],
} as const;
export type HeadFamily = keyof typeof FAMILIES;

/**
 * Pitches on a staff with F5 as top line. Cymbals above it have their own heads, so nobody has to count ledger lines.
 */
const SURFACES: Readonly<Record<KitVoice, readonly [pitch: string, family: HeadFamily]>> = {
  sn: ["c/5", "round"],
  t1: ["e/5", "round"],
  t2: ["d/5", "round"],
  t3: ["b/4", "round"],
  f1: ["a/4", "round"],
  f2: ["g/4", "round"],
  hh: ["g/5", "x"],
  ho: ["g/5", "x"],
  hf: ["g/5", "x"],
  rd: ["f/5", "x"],
  rb: ["f/5", "diamond"],
  c1: ["a/5", "heavy"],
  c2: ["b/5", "heavy"],
  ch: ["c/6", "circle"],
  sp: ["d/6", "ornate"],
  cb: ["e/5", "triangle"],
  kk: ["f/4", "round"],
  k2: ["e/4", "round"],
  hp: ["d/4", "x"],
  hs: ["d/4", "x"],
  cs: ["c/5", "x"],
  x1: ["b/4", "triangle"],
  x2: ["a/4", "triangle"],
};

export function pitchOf(place: KitVoice): string {
  return SURFACES[place][0];
}

/** Positions from the staff's middle line, B4, in half spaces. */
export function stepOf(place: KitVoice): number {
  const [letter = "b", octave = "4"] = pitchOf(place).split("/");
  return "cdefgab".indexOf(letter) - 6 + 7 * (Number(octave) - 4);
}

export function familyOf({ place, technique }: Pick<StaffHead, "place" | "technique">): HeadFamily {
  return technique === "rim-shot" ? "slashed" : SURFACES[place][1];
}

export function headSign(head: Pick<StaffHead, "place" | "technique">, value: ValueName): string {
  const family = familyOf(head);
  return FAMILIES[family][value === "w" ? 0 : value === "h" ? 1 : 2];
}

/** From low to high, each once: two hands on one drum share a head, and the letters below show both. */
export function headsOf(heads: readonly StaffHead[]): StaffHead[] {
  const seen = new Map<string, StaffHead>();
  for (const head of heads) {
    const key = `${pitchOf(head.place)} ${SURFACES[head.place][1]}`;
    // A rim shot or an accent's full head takes precedence over a plain or ghost head.
    const before = seen.get(key);
    const says =
      before &&
      (before.technique !== "plain" || !before.ghost) &&
      (before.technique !== "plain" || head.technique === "plain");
    if (!says) seen.set(key, head);
  }
  return [...seen.values()].sort((a, b) => stepOf(a.place) - stepOf(b.place));
}
