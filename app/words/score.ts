/** Texts about a score. */

import type { Timeline } from "~/core/timeline";
import { describeRate } from "./time";

export const REPEAT_STYLE_NAMES = {
  written: "written out",
  one: "with the sign for one bar",
  two: "with signs for one and two bars",
  times: "once, with how many times",
} as const;

export const SIXES_NAMES = {
  whole: "as one group of six",
  halves: "as two groups of three",
} as const;

interface RefusedBar {
  /** From 0. */
  readonly number: number;
  readonly refusedAt: number | null;
  readonly notes: readonly { readonly at: number; readonly slot: number | null }[];
}

/** Why a bar has no note values, and what to do; null if it has. */
export function describeUnwritableBar(
  { number, refusedAt, notes }: RefusedBar,
  { slots, cells }: Timeline,
): string | null {
  if (refusedAt === null) return null;
  const first = notes.find(({ at, slot }) => at >= refusedAt && slot !== null)?.slot ?? null;
  const rate = first === null ? undefined : cells[slots[first]?.cell ?? -1]?.rate;
  return (
    `Bar ${number + 1} cannot be written in note values: its ${rate ? describeRate(rate) : "notes"} stop ` +
    "where no other value can begin. Finish their group, or change the note value on a beat."
  );
}
