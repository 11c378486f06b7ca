/** Pieces: the forms of the pool's cells that are joined, with everything the rules need precomputed. */

import { formatSlots } from "../line/write";
import { mirrorCell, rotateCell } from "../moves/shape";
import { listMoments, type Moment } from "../stroke/sticking";
import { type Hand, isHand, LIMBS, type Limb, type Slot, type Stroke } from "../stroke/stroke";
import type { PoolEntry } from "./spec";

/** A limb's consecutive strokes in a piece, in moments. */
export interface RunShape {
  /** At the start, at the end, and the longest anywhere. */
  readonly first: number;
  readonly last: number;
  readonly longest: number;
  /** The whole piece is one run and connects its neighbours. */
  readonly whole: boolean;
}

export interface PoolPiece {
  /** The pool entry it is a form of. */
  readonly entry: number;
  readonly cell: readonly Slot[];
  readonly text: string;
  readonly size: number;
  readonly moments: readonly Moment[];
  readonly runs: Readonly<Record<Limb, RunShape>>;
  readonly firstHand: Hand | null;
  readonly lastHand: Hand | null;
}

/** What counts as a run: a hand that plays alone among the hands, or a foot whatever else plays. */
function goesOn(limb: Limb, strokes: readonly Stroke[]): boolean {
  if (!strokes.some((stroke) => stroke.limb === limb)) return false;
  return !isHand(limb) || !strokes.some((stroke) => isHand(stroke.limb) && stroke.limb !== limb);
}

function shapeRun(limb: Limb, moments: readonly Moment[]): RunShape {
  const on = moments.map((moment) => goesOn(limb, moment.strokes));
  const whole = on.every(Boolean);
  const first = on.indexOf(false) === -1 ? on.length : on.indexOf(false);
  const last = on.lastIndexOf(false) === -1 ? on.length : on.length - 1 - on.lastIndexOf(false);
  let longest = 0;
  let run = 0;
  for (const one of on) {
    run = one ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return { first, last, longest, whole };
}

function makePiece(entry: number, cell: readonly Slot[]): PoolPiece {
  const moments = listMoments(cell);
  const hands = moments.flatMap((moment) => moment.strokes.map((stroke) => stroke.limb)).filter(isHand);
  return {
    entry,
    cell,
    text: formatSlots(cell),
    size: cell.length,
    moments,
    runs: Object.fromEntries(LIMBS.map((limb) => [limb, shapeRun(limb, moments)])) as PoolPiece["runs"],
    firstHand: hands[0] ?? null,
    lastHand: hands.at(-1) ?? null,
  };
}

/**
 * All forms of all entries, each once: if two entries give the same cell, it belongs to the first. Entries longer than
 * the window give none.
 */
export function listPieces(pool: readonly PoolEntry[], slots: number): PoolPiece[] {
  const seen = new Set<string>();
  return pool.flatMap(({ cell, mirrors, rotations }, entry) => {
    if (cell.length === 0 || cell.length > slots) return [];
    const turned = rotations ? cell.map((_, by) => rotateCell(cell, by)) : [cell];
    const forms = mirrors ? [...turned, ...turned.map(mirrorCell)] : turned;
    return forms
      .map((form) => makePiece(entry, form))
      .filter(({ text }) => {
        if (seen.has(text)) return false;
        seen.add(text);
        return true;
      });
  });
}
