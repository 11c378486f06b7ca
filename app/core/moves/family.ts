/** Which stickings are rotations or mirrors of each other, and which rudiments a cell derives from. */

import { formatSlots } from "../line/write";
import type { Line } from "../phrase/phrase";
import { flipsLead } from "../stroke/sticking";
import { type Limb, makeStroke, mapStrokes, type Slot, strokesOf } from "../stroke/stroke";
import { applyMove } from "./apply";
import type { Cell, Move } from "./move";
import { recipeResult } from "./recipe";
import { mirrorCell } from "./shape";

/** The limbs of each slot, without levels, ornaments and surfaces. */
function bareSlot(slot: Slot): Slot {
  return mapStrokes(slot, (stroke) => makeStroke(stroke.limb));
}

/** The bare sticking: who plays, in order, without dynamics, ornaments and surfaces. */
export function bareCell(cell: Cell): Cell {
  return cell.map(bareSlot);
}

function symbolsOf(cell: Cell): string[] {
  return cell.map((slot) => formatSlots([slot]));
}

/**
 * Start of the least rotation of a sequence, in linear time (K. S. Booth, "Lexicographically least circular
 * substrings", Information Processing Letters 10, 1980).
 */
export function leastRotation(symbols: readonly string[]): number {
  const size = symbols.length;
  const failure = new Array<number>(2 * size).fill(-1);
  const at = (index: number) => symbols[index % size] as string;
  let least = 0;
  for (let index = 1; index < 2 * size; index++) {
    const symbol = at(index);
    let match = failure[index - least - 1] as number;
    while (match !== -1 && symbol !== at(least + match + 1)) {
      if (symbol < at(least + match + 1)) least = index - match - 1;
      match = failure[match] as number;
    }
    if (match === -1 && symbol !== at(least)) {
      if (symbol < at(least)) least = index;
      failure[index - least] = -1;
    } else failure[index - least] = match + 1;
  }
  return size === 0 ? 0 : least % size;
}

function leastText(cell: Cell): string {
  const symbols = symbolsOf(cell);
  const from = leastRotation(symbols);
  return [...symbols.slice(from), ...symbols.slice(0, from)].join("");
}

/** One text for all rotations and mirrors of a cell, including dynamics: equal exactly for those. */
export function canonicalForm(cell: Cell): string {
  return [leastText(cell), leastText(mirrorCell(cell))].toSorted()[0] as string;
}

/** {@link canonicalForm} of the bare sticking. */
export function canonicalSticking(cell: Cell): string {
  return canonicalForm(bareCell(cell));
}

/** The shortest cell that repeats to this one, by bare sticking. */
export function primitiveCell(cell: Cell): Cell {
  const symbols = symbolsOf(bareCell(cell));
  for (let size = 1; size <= symbols.length / 2; size++) {
    if (symbols.length % size === 0 && symbols.every((symbol, index) => symbol === symbols[index % size]))
      return cell.slice(0, size);
  }
  return cell;
}

/** The shortest rotation and mirror from `from` to `to`, by bare sticking; null if there is none. */
export function relateCells(from: Cell, to: Cell): Move[] | null {
  if (from.length !== to.length || from.length === 0) return null;
  const wanted = symbolsOf(bareCell(to));
  const bare = bareCell(from);
  const turns = (cell: Cell) => findTurn(symbolsOf(cell), wanted);
  const rotation = (by: number): Move[] => (by > 0 ? [{ kind: "rotate", by }] : []);
  const plain = turns(bare);
  const mirrored = turns(mirrorCell(bare));
  const byMirror: Move[] | null = mirrored === null ? null : [{ kind: "mirror" }, ...rotation(mirrored)];
  if (plain === null) return byMirror;
  const byRotation = rotation(plain);
  return byMirror && byMirror.length < byRotation.length ? byMirror : byRotation;
}

/** Where the wanted symbols occur in the endless repetition of `symbols`; null if nowhere. */
function findTurn(symbols: readonly string[], wanted: readonly string[]): number | null {
  // If one is a rotation of the other, their least rotations are equal.
  const [from, to] = [leastRotation(symbols), leastRotation(wanted)];
  const size = symbols.length;
  const same = symbols.every((_, index) => symbols[(from + index) % size] === wanted[(to + index) % size]);
  if (!same) return null;
  const turn = (((from - to) % size) + size) % size;
  // For a sticking that repeats within itself, the first rotation.
  for (let period = 1; period <= size / 2; period++) {
    if (size % period === 0 && symbols.every((symbol, index) => symbol === symbols[(index + period) % size]))
      return turn % period;
  }
  return turn;
}

/** One lead of a rudiment's line: its first cell, without the silence after the last stroke. */
export function oneLead(line: Line): Cell {
  const cell = line.find((item) => item.kind === "cell");
  if (!cell) return [];
  return cell.slots.slice(0, cell.slots.findLastIndex((slot) => slot.kind !== "silence") + 1);
}

/** A sticking that others may derive from. */
export interface FamilySource {
  readonly id: string;
  readonly cell: Cell;
}

/** How a cell derives from a source: the moves that turn the source's sticking into the cell's. */
export interface Kinship {
  readonly source: string;
  readonly moves: readonly Move[];
  /** How many times the moves' result occurs in the cell. */
  readonly times: number;
}

interface DerivedForm {
  readonly source: string;
  /** Distance from the source. A sticking that flips its lead is played hand to hand anyway. */
  readonly distance: number;
  /** From the source to a rotation or mirror of the form. */
  readonly moves: readonly Move[];
  readonly cell: Cell;
}

export type FamilyIndex = ReadonlyMap<string, readonly DerivedForm[]>;

/** The moves, besides rotation, that may lead to a form of a rudiment. */
const FORM_MOVES: readonly Move[] = [
  { kind: "replace", limb: "L", by: "K" },
  { kind: "replace", limb: "R", by: "K" },
  { kind: "double", limb: "R", with: "K" },
  { kind: "double", limb: "L", with: "K" },
  { kind: "extend", by: "kick" },
  { kind: "extend", by: "two-kicks" },
  { kind: "extend", by: "quick-kicks" },
  { kind: "shorten", end: "last" },
  { kind: "shorten", end: "first" },
  { kind: "reverse" },
  { kind: "split-doubles" },
];

/** The distance of each move; rotation is nearest. */
function distanceOf(moves: readonly Move[]): number {
  return moves.reduce((sum, { kind }) => sum + (kind === "rotate" || kind === "mirror" ? 1 : 2), 0);
}

function limbsOf(cell: Cell): Set<Limb> {
  return new Set(cell.flatMap(strokesOf).map((stroke) => stroke.limb));
}

/** Every form of every source: the sticking, its hand-to-hand version, and both changed by one move. */
export function indexFamilies(sources: readonly FamilySource[]): FamilyIndex {
  const index = new Map<string, DerivedForm[]>();
  const put = (source: string, moves: readonly Move[], cell: Cell, distance = distanceOf(moves)) => {
    const core = primitiveCell(cell);
    // A sticking of one limb alone, or of two slots, derives from everything, so it says nothing.
    if (moves.length > 0 && (limbsOf(core).size < 2 || core.length < 3)) return;
    const key = canonicalSticking(core);
    const forms = index.get(key) ?? [];
    if (!forms.some((form) => form.source === source)) forms.push({ source, distance, moves, cell: core });
    index.set(key, forms);
  };
  for (const { id, cell } of sources) {
    const bare = bareCell(cell);
    if (bare.length === 0) continue;
    put(id, [], bare);
    const alternate: Move = { kind: "alternate" };
    const both = applyMove(bare, alternate);
    const flips = flipsLead(bare.flatMap(strokesOf).map((stroke) => stroke.limb));
    if (both.ok) put(id, [alternate], both.cell, flips ? 0 : undefined);
    for (const move of FORM_MOVES) {
      const once = applyMove(bare, move);
      if (!once.ok) continue;
      put(id, [move], once.cell);
      const handToHand = applyMove(once.cell, alternate);
      if (handToHand.ok) put(id, [move, alternate], handToHand.cell);
    }
  }
  return index;
}

/**
 * The sources of a cell, nearest first. Replaying `moves` on a source's bare sticking, `times` over, gives the cell's.
 * A hand-to-hand form is also found from one lead.
 */
export function findFamily(index: FamilyIndex, cell: Cell): Kinship[] {
  const core = primitiveCell(bareCell(cell));
  if (core.every((slot) => slot.kind === "silence")) return [];
  const found: (Kinship & { distance: number })[] = [];
  for (const form of index.get(canonicalSticking(core)) ?? []) {
    const turn = relateCells(form.cell, core);
    if (!turn) continue;
    const moves = [...form.moves, ...turn];
    const distance = form.distance + distanceOf(turn);
    found.push({ source: form.source, moves, times: cell.length / core.length, distance });
  }
  return found
    .toSorted((a, b) => a.distance - b.distance)
    .map(({ source, moves, times }) => ({ source, moves, times }));
}

/** The cell that a kinship describes: `source` through its moves, repeated. Bare sticking. */
export function cellOfKinship(source: Cell, kinship: Kinship): Cell {
  const form = primitiveCell(recipeResult(bareCell(source), kinship.moves));
  return Array.from({ length: kinship.times }, () => form).flat();
}
