/** The structure of a sticking: moments, and the singles, doubles and longer runs of its hands. */

import { type Hand, isHand, type Limb, partsOf, type Slot, type Stroke, strokesOf } from "./stroke";

/** One part of a slot: simultaneous strokes, or a silence. */
export interface Moment {
  readonly slot: number;
  readonly part: number;
  readonly strokes: readonly Stroke[];
}

export function listMoments(cell: readonly Slot[]): Moment[] {
  return cell.flatMap((content, slot) =>
    partsOf(content).map((piece, part) => ({ slot, part, strokes: strokesOf(piece) })),
  );
}

/** Consecutive strokes of one hand, without other limbs or silence in between. */
export interface HandRun {
  readonly hand: Hand;
  readonly moments: readonly Moment[];
}

/** The only hand in a moment; null for none or both. */
function onlyHand(moment: Moment): Hand | null {
  const hands = moment.strokes.map((stroke) => stroke.limb).filter(isHand);
  return hands.length === 1 ? (hands[0] ?? null) : null;
}

/** A cell's runs as written, first to last; a run that continues into the repeat counts as two. */
export function listRuns(cell: readonly Slot[]): HandRun[] {
  const runs: { hand: Hand; moments: Moment[] }[] = [];
  let goesOn: Hand | null = null;
  for (const moment of listMoments(cell)) {
    const hand = onlyHand(moment);
    const last = runs.at(-1);
    if (hand !== null && hand === goesOn && last) last.moments.push(moment);
    else if (hand !== null) runs.push({ hand, moments: [moment] });
    goesOn = hand;
  }
  return runs;
}

/**
 * Whether repeating a sticking alternates the leading hand; null unless both hands play. A sticking whose last hand is
 * its first alternates when played hand to hand (paradiddle, five-stroke roll); one that ends with the other hand
 * returns to its lead (paradiddle-diddle).
 */
export function flipsLead(limbs: readonly Limb[]): boolean | null {
  const hands = limbs.filter(isHand);
  const first = hands[0];
  if (!first || hands.every((hand) => hand === first)) return null;
  return hands.at(-1) === first;
}

export interface StickingFacts {
  readonly size: number;
  /** Strokes per limb, without grace notes. */
  readonly strokes: Readonly<Record<Limb, number>>;
  readonly singles: number;
  readonly doubles: number;
  /** Runs of three and more. */
  readonly longer: number;
  readonly longestRun: number;
  /** A hand's longest run when the cell repeats; more than `longestRun` if the ends join. */
  readonly longestOverRepeats: number;
  /** Never two limbs at once. */
  readonly linear: boolean;
  readonly silences: number;
  readonly leadFlips: boolean | null;
}

export function analyseSticking(cell: readonly Slot[]): StickingFacts {
  const moments = listMoments(cell);
  const strokes: Record<Limb, number> = { R: 0, L: 0, K: 0, H: 0 };
  for (const moment of moments) for (const stroke of moment.strokes) strokes[stroke.limb]++;
  const runs = listRuns(cell);
  const ofLength = (fits: (length: number) => boolean) => runs.filter((run) => fits(run.moments.length)).length;
  const longest = (of: readonly HandRun[]) => of.reduce((most, run) => Math.max(most, run.moments.length), 0);
  return {
    size: cell.length,
    strokes,
    singles: ofLength((length) => length === 1),
    doubles: ofLength((length) => length === 2),
    longer: ofLength((length) => length > 2),
    longestRun: longest(runs),
    longestOverRepeats: longest(listRuns([...cell, ...cell])),
    linear: moments.every((moment) => moment.strokes.length < 2),
    silences: moments.filter((moment) => moment.strokes.length === 0).length,
    leadFlips: flipsLead(moments.flatMap((moment) => moment.strokes.map((stroke) => stroke.limb))),
  };
}
