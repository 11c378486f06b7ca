/** Turns notes that were read or heard into a stick line: on a grid, on surfaces, with hands and feet. */

import { type Line, type LineItem, makeCell, makeLine } from "../phrase/phrase";
import type { Pulse } from "../pulse/pulse";
import {
  canPlay,
  type Hand,
  homePlace,
  isHand,
  type KitVoice,
  type Level,
  LIMBS,
  type Limb,
  makeSilence,
  makeStroke,
  makeStrokes,
  otherHand,
  type Slot,
  type Stroke,
  type Technique,
} from "../stroke/stroke";
import { sameRate } from "../time/time";
import { findGrid, type GridSpan } from "./quantise";

/** A note from a file. */
export interface ReadNote {
  /** Ticks from the first bar line. */
  readonly at: number;
  readonly place: KitVoice;
  readonly level: Level;
  readonly technique: Technique;
  readonly graces: 0 | 1 | 2 | 3;
  /** Its surface. */
  readonly limb: Limb | null;
}

export interface NotateOptions {
  readonly pulse: Pulse;
  /** The end of the last bar. */
  readonly end: number;
  /** How far an onset may be from its grid position, in ticks; 0 for exact notes. */
  readonly near: number;
  /** The hand for the first note without a written hand. */
  readonly leading: Hand;
}

export interface Notated {
  readonly line: Line;
  /** Onsets that were moved onto the grid, and the largest move in ticks. */
  readonly moved: number;
  readonly farthest: number;
  /** Notes without a written hand. */
  readonly guessed: number;
  /** Notes that no limb is free for. */
  readonly dropped: number;
}

export function notate(notes: readonly ReadNote[], options: NotateOptions): Notated {
  const { pulse, end, near, leading } = options;
  const sorted = notes.filter(({ at }) => at > -near - 1 && at < end).toSorted((a, b) => a.at - b.at);
  const grid = findGrid([...new Set(sorted.map(({ at }) => at))], end, pulse, near);
  const state = { hand: otherHand(leading), guessed: 0, dropped: notes.length - sorted.length };
  let [moved, farthest] = [0, 0];
  const items: LineItem[] = [];
  let before: GridSpan | null = null;
  let next = 0;
  for (const span of grid) {
    const step = span.length / span.slots;
    const slots: Slot[] = [];
    for (let slot = 0; slot < span.slots; slot++) {
      const until = span.start + (slot + 0.5) * step;
      const here: ReadNote[] = [];
      const isLast = slot === span.slots - 1;
      for (; next < sorted.length; next++) {
        const note = sorted[next];
        if (!note || note.at >= (isLast ? Math.min(until, span.start + span.length - Math.min(near, step / 2)) : until))
          break;
        here.push(note);
        const off = Math.abs(note.at - (span.start + slot * step));
        if (off > 1e-6) moved++;
        farthest = Math.max(farthest, off);
      }
      slots.push(slotOf(here, leading, state));
    }
    if (!before || !sameRate(before.rate, span.rate)) items.push({ kind: "rate", rate: span.rate });
    items.push(makeCell(slots));
    before = span;
  }
  state.dropped += sorted.length - next;
  const { guessed, dropped } = state;
  return { line: makeLine(mergeEqual(items)), moved, farthest, guessed, dropped };
}

interface HandState {
  hand: Hand;
  guessed: number;
  dropped: number;
}

/** Surfaces that the leading hand takes when both hands play together. */
const TIMEKEEPING: readonly KitVoice[] = ["hh", "ho", "hf", "rd", "rb", "c1", "c2", "ch", "sp", "cb"];

function slotOf(notes: readonly ReadNote[], leading: Hand, state: HandState): Slot {
  const strokes = new Map<Limb, Stroke>();
  const waiting: ReadNote[] = [];
  for (const note of notes) {
    if (note.limb && canPlay(note.limb, note.place) && !strokes.has(note.limb)) put(note.limb, note);
    else waiting.push(note);
  }
  const hands = waiting.filter(({ place }) => !footFor(place));
  // When they play together, the leading hand keeps time and the other has the drum.
  const ordered = hands.toSorted(
    (a, b) => Number(TIMEKEEPING.includes(b.place)) - Number(TIMEKEEPING.includes(a.place)),
  );
  for (const note of [...waiting.filter(({ place }) => footFor(place)), ...ordered]) {
    const limb = footFor(note.place) ?? pickHand(ordered.length);
    if (!limb || strokes.has(limb)) {
      state.dropped++;
      continue;
    }
    if (isHand(limb)) state.guessed++;
    put(limb, note);
  }
  const lastHand = [...strokes.keys()].filter(isHand);
  if (lastHand.length === 1 && lastHand[0]) state.hand = lastHand[0];
  if (strokes.size === 0) return makeSilence();
  return makeStrokes(LIMBS.flatMap((limb) => strokes.get(limb) ?? []));

  function put(limb: Limb, { place, level, technique, graces }: ReadNote) {
    const isHome = homePlace(limb) === place;
    const marks = {
      level: technique === "rim-shot" ? ("accent" as const) : level,
      technique,
      graces: isHand(limb) ? graces : (0 as const),
      ...(isHome ? {} : { place }),
    };
    strokes.set(limb, makeStroke(limb, marks));
  }

  function pickHand(many: number): Hand | null {
    const free = (["R", "L"] as const).filter((hand) => !strokes.has(hand));
    if (free.length === 0) return null;
    if (many > 1 && free.includes(leading)) return leading;
    const wanted = otherHand(state.hand);
    return free.includes(wanted) ? wanted : (free[0] ?? null);
  }
}

function footFor(place: KitVoice): Limb | null {
  if (place === "kk" || place === "k2") return "K";
  return place === "hp" || place === "hs" ? "H" : null;
}

/** A cell played again immediately becomes a repeat. */
function mergeEqual(items: readonly LineItem[]): LineItem[] {
  const merged: LineItem[] = [];
  for (const item of items) {
    const last = merged.at(-1);
    if (item.kind === "cell" && last?.kind === "cell" && JSON.stringify(item.slots) === JSON.stringify(last.slots)) {
      merged[merged.length - 1] = { ...last, count: last.count + item.count };
    } else merged.push(item);
  }
  return merged;
}
