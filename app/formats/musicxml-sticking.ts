/** Which limb plays which note of a chord, from the written letters. */

import type { KitVoice, Limb } from "~/core/stroke";
import type { FileNote } from "./notes-file";

/** The letters below a chord, on its first note until its heads are known. */
export type Lettered = FileNote & { readonly letters?: string };

const FEET: Partial<Record<KitVoice, Limb>> = { kk: "K", k2: "K", hp: "H", hs: "H" };
const TIME: readonly (KitVoice | null)[] = ["hh", "ho", "hf", "rd", "rb", "c1", "c2", "ch", "sp", "cb"];

/**
 * Assigns a chord's letters to its notes: feet to pedals, the first hand to the timekeeping surface, the other to the
 * drum.
 */
export function giveLimbs(notes: readonly Lettered[]): FileNote[] {
  const byTime = new Map<number, Lettered[]>();
  for (const note of notes) byTime.set(note.at, [...(byTime.get(note.at) ?? []), note]);
  return [...byTime.values()].flatMap((chord) => {
    const letters = [
      ...chord
        .map(({ letters: own }) => own ?? "")
        .join("")
        .toUpperCase(),
    ] as Limb[];
    const hands = letters.filter((letter) => letter === "R" || letter === "L");
    const inOrder = chord.toSorted((a, b) => Number(TIME.includes(b.place)) - Number(TIME.includes(a.place)));
    return inOrder.flatMap((note): FileNote[] => {
      const { letters: _, ...rest } = note;
      const foot = note.place ? FEET[note.place] : undefined;
      if (foot) return [{ ...rest, limb: letters.includes(foot) ? foot : null }];
      const limb = hands.shift() ?? null;
      const isLast = inOrder.filter(({ place }) => !(place && FEET[place])).at(-1) === note;
      const both = isLast ? hands.splice(0).map((hand): FileNote => ({ ...rest, limb: hand, graces: 0 })) : [];
      // Two hands on one drum share a head.
      return [{ ...rest, limb }, ...both];
    });
  });
}
