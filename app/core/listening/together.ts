/** Strokes that were together but should not be, and the reverse. */

import { type Seconds, seconds } from "../time/time";
import type { Pair } from "./align";
import type { Expected } from "./expect";
import type { Hit } from "./hit";

/** Two limbs that played together where the line has one after the other. */
export interface Flam {
  readonly slot: number;
  readonly gap: Seconds;
}

/** Two limbs closer than this are a flam, if the line has more room: at most half of what it has. */
const FLAM_GAP = seconds(0.03);
const FLAM_SHARE = 0.5;

function flamGap(written: number): number {
  return Math.min(FLAM_GAP, written * FLAM_SHARE);
}
/** Flams, with the missed strokes and extra hits they explain: a stroke that came with its neighbour. */
export function listFlams(
  pairs: readonly Pair[],
  missed: readonly Expected[],
  extra: readonly Hit[],
  echoes: readonly Hit[],
): { found: Flam[]; missed: Set<Expected>; extra: Set<Hit> } {
  const found: Flam[] = [];
  const [explained, accounted] = [new Set<Expected>(), new Set<Hit>()];
  for (const [index, later] of pairs.entries()) {
    const before = pairs[index - 1];
    if (!before || before.expected.moment === later.expected.moment) continue;
    // A written ornament isn't a fault.
    if (later.expected.slot === null || before.expected.slot === null) continue;
    if (before.expected.limb === later.expected.limb) continue;
    const gap = Math.abs(later.hit.at - before.hit.at);
    if (gap < flamGap(later.expected.at - before.expected.at))
      found.push({ slot: before.expected.slot ?? 0, gap: seconds(gap) });
  }
  for (const hit of [...extra, ...echoes]) {
    const near = pairs.find((pair) => Math.abs(pair.hit.at - hit.at) < FLAM_GAP);
    if (!near || near.expected.slot === null) continue;
    const { moment } = near.expected;
    const twin = missed.find(
      (stroke) => Math.abs(stroke.moment - moment) === 1 && stroke.slot !== null && !explained.has(stroke),
    );
    if (!twin && echoes.includes(hit)) continue;
    accounted.add(hit);
    if (twin) explained.add(twin);
    found.push({ slot: near.expected.slot, gap: seconds(Math.abs(near.hit.at - hit.at)) });
  }
  return { found: found.sort((a, b) => a.slot - b.slot), missed: explained, extra: accounted };
}

export function listUnisons(pairs: readonly Pair[]): Flam[] {
  const unisons: Flam[] = [];
  const moments = new Map<number, Pair[]>();
  for (const pair of pairs) moments.set(pair.expected.moment, [...(moments.get(pair.expected.moment) ?? []), pair]);
  for (const together of moments.values()) {
    const slot = together[0]?.expected.slot;
    if (together.length < 2 || slot === null || slot === undefined) continue;
    const times = together.map(({ hit }) => hit.at);
    unisons.push({ slot, gap: seconds(Math.max(...times) - Math.min(...times)) });
  }
  return unisons;
}
