/** Sources of exercises: lines for a space, drawn at random or made from one cell by moves. */

import { makeRandom, type RandomBits } from "../graph/count";
import { formatSlots } from "../line/write";
import { applyMove } from "../moves/apply";
import type { Cell, Move } from "../moves/move";
import { type Line, makeCell, makeLine } from "../phrase/phrase";
import { type Hand, makeSilence, makeStroke, makeStrokes, otherHand, type Slot } from "../stroke/stroke";
import type { Rate } from "../time/time";

export interface GridOptions {
  /** The hand on the beat. */
  readonly lead: Hand;
  readonly kicks: boolean;
  readonly rests: boolean;
}

/** One position in this many is a kick, a rest or an accent. Our choice, so that hands stay in the majority. */
const ONE_IN = { kick: 4, rest: 6, accent: 4 };

/**
 * Lines of a given length whose hands follow the grid: each position gets the hand it would have if all notes were
 * played hand to hand. Accents, kicks and rests are random.
 */
export function drawGridLines(slots: number, rate: Rate, draws: number, seed: number, options: GridOptions): Line[] {
  const random = makeRandom(seed);
  return Array.from({ length: draws }, () => {
    const drawn: Slot[] = [];
    for (let at = 0; at < slots; at++) {
      // Three kicks in a row would be an exercise of their own.
      const kicks = options.kicks && !(isKick(drawn[at - 1]) && isKick(drawn[at - 2]));
      drawn.push(drawGridSlot(at, random, { ...options, kicks }));
    }
    return lineOf(drawn, rate);
  });
}

function isKick(slot: Slot | undefined): boolean {
  return slot?.kind === "strokes" && slot.strokes[0]?.limb === "K";
}

function drawGridSlot(at: number, random: RandomBits, { lead, kicks, rests }: GridOptions): Slot {
  const isOne = (inSo: number) => random() % inSo === 0;
  // The first note shows where it starts, so it is always a hand.
  if (at > 0 && kicks && isOne(ONE_IN.kick)) return makeStrokes([makeStroke("K")]);
  if (at > 0 && rests && isOne(ONE_IN.rest)) return makeSilence();
  const hand = at % 2 === 0 ? lead : otherHand(lead);
  return makeStrokes([makeStroke(hand, { level: isOne(ONE_IN.accent) ? "accent" : "normal" })]);
}

/** Moves that turn an exercise's cell into another. */
const MOVES: readonly Move[] = [
  { kind: "mirror" },
  { kind: "reverse" },
  { kind: "rotate", by: 1 },
  { kind: "rotate", by: 2 },
  { kind: "rotate", by: -1 },
  { kind: "alternate" },
  { kind: "extend", by: "kick" },
  { kind: "extend", by: "two-kicks" },
  { kind: "extend", by: "hand" },
  { kind: "extend", by: "gap" },
  { kind: "shorten", end: "last" },
  { kind: "shorten", end: "first" },
  { kind: "split-doubles" },
  { kind: "replace", limb: "L", by: "K" },
  { kind: "dynamics", preset: "lead-out" },
  { kind: "dynamics", preset: "singles-out" },
  { kind: "dynamics", preset: "ghost-rest" },
  { kind: "decorate", ornament: "flam", on: "first" },
  { kind: "decorate", ornament: "drag", on: "accents" },
];

/**
 * A cell and the results of one, two and three moves, each once, nearest first. Each repeats until the space is full,
 * and is cut there.
 */
export function listCellLines(cell: Cell, slots: number, rate: Rate, most: number): Line[] {
  const lines = new Map<string, Line>();
  const known = new Set<string>([formatSlots(cell)]);
  let round: Cell[] = [cell];
  for (let depth = 0; depth <= 3 && round.length > 0; depth++) {
    for (const one of round) {
      const filled = fillSlots(one, slots);
      const text = formatSlots(filled);
      if (!lines.has(text)) lines.set(text, lineOfCell(one, slots, rate));
      if (lines.size >= most) return [...lines.values()];
    }
    round = round.flatMap((one) =>
      MOVES.flatMap((move) => {
        const made = applyMove(one, move);
        if (!made.ok || made.cell.length > slots || made.cell.length === 0) return [];
        const text = formatSlots(made.cell);
        if (known.has(text)) return [];
        known.add(text);
        return [made.cell];
      }),
    );
  }
  return [...lines.values()];
}

function fillSlots(cell: Cell, slots: number): Slot[] {
  return Array.from({ length: slots }, (_, at) => cell[at % cell.length] as Slot);
}

/** The cell as often as it fits, then as much of it as there is room for. */
function lineOfCell(cell: Cell, slots: number, rate: Rate): Line {
  const times = Math.floor(slots / cell.length);
  const rest = slots - times * cell.length;
  const cells = [
    ...(times > 0 ? [makeCell([...cell], times)] : []),
    ...(rest > 0 ? [makeCell(cell.slice(0, rest))] : []),
  ];
  return makeLine([{ kind: "rate", rate }, ...cells]);
}

/** Splits slots into cells of one beat, so that the line is readable. */
function lineOf(slots: readonly Slot[], rate: Rate): Line {
  const size = Math.max(1, Math.round(rate.slots / rate.quarters));
  const cells = [];
  for (let from = 0; from < slots.length; from += size) cells.push(makeCell(slots.slice(from, from + size)));
  return makeLine([{ kind: "rate", rate }, ...cells]);
}
