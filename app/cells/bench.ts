/** What lies on the bench of the Cells screen: an origin, moves on it, the step that is looked at, and what follows. */

import {
  bpm,
  type Cell,
  type Cycle,
  cookRecipe,
  describeSticking,
  formatSlots,
  layOut,
  MAX_MOVES,
  type Meter,
  type Move,
  makeCell,
  makeLine,
  measureCycle,
  type Rate,
  type RecipeStep,
  readCell,
  type StickingFacts,
  slotTicks,
  type Timeline,
  ticks,
} from "~/core";
import { type CellBenchContent, cellOf, cellTextSchema, rateOf } from "~/formats/cell";
import { rigNow } from "~/ui/rig";
import { makeUndoStore, type UndoStore } from "~/ui/undo-store";

export interface CellBench {
  readonly store: UndoStore<CellBenchContent>["store"];
  readonly setName: (name: string) => void;
  readonly setRate: (rate: string) => void;
  /** The origin as typed. What cannot be read is kept as text while the last sound one stays in force. */
  readonly typeOrigin: (typed: string) => void;
  /** Looks at the cell after `at` moves, 0 for the origin. No step of undo loses a move by it. */
  readonly lookAt: (at: number) => void;
  /** Puts a move after the step that is looked at, and looks at its result. False when the recipe is full. */
  readonly apply: (move: Move) => boolean;
  /** Puts another move in place of one. */
  readonly replaceMove: (index: number, move: Move) => void;
  readonly removeMove: (index: number) => void;
  readonly replace: (content: CellBenchContent) => void;
}

export function openCellBench(initial: CellBenchContent): CellBench {
  const { store, put } = makeUndoStore(initial);
  const now = () => store.getState().content;
  return {
    store,
    setName: (name) => put("name", { name }),
    setRate: (rate) => put("rate", { rate }),
    typeOrigin: (typed) => {
      const text = readTyped(typed);
      // What is typed is nobody's but the player's.
      put("origin", { origin: { source: null, name: "", typed, text: text ?? now().origin.text } });
    },
    lookAt: (at) => put("look", { at: Math.min(Math.max(0, at), now().moves.length) }),
    apply: (move) => {
      const { moves, at } = now();
      if (moves.length >= MAX_MOVES) return false;
      put(null, { moves: moves.toSpliced(at, 0, move), at: at + 1 });
      return true;
    },
    replaceMove: (index, move) => put(null, { moves: now().moves.with(index, move), at: index + 1 }),
    removeMove: (index) => {
      const { moves, at } = now();
      put(null, { moves: moves.toSpliced(index, 1), at: at > index ? at - 1 : at });
    },
    replace: (content) => put(null, content),
  };
}

/** A typed sticking in the one way that it is written; null when it is none, or too long for a cell. */
export function readTyped(typed: string): string | null {
  const cell = readCell(typed);
  const text = cell ? formatSlots(cell) : null;
  return text !== null && cellTextSchema.safeParse(text).success ? text : null;
}

/** All that follows from what lies on the bench. */
export interface CookedBench {
  readonly origin: Cell;
  readonly steps: readonly RecipeStep[];
  /** The step that is looked at. */
  readonly cell: Cell;
  readonly rate: Rate;
  /** False while the typed origin cannot be read. */
  readonly sound: boolean;
}

const cooked = new WeakMap<CellBenchContent, CookedBench>();

/** Worked out once for each content, whoever asks. */
export function cookBench(content: CellBenchContent): CookedBench {
  const found = cooked.get(content);
  if (found) return found;
  const origin = cellOf(content.origin.text ?? "");
  const steps = cookRecipe(origin, content.moves);
  const made = {
    origin,
    steps,
    cell: steps[content.at - 1]?.cell ?? origin,
    rate: rateOf(content.rate),
    sound: readTyped(content.origin.typed) === content.origin.text,
  };
  cooked.set(content, made);
  return made;
}

/** What the step that is looked at was made of. */
export function cellBefore(content: CellBenchContent): Cell {
  const { origin, steps } = cookBench(content);
  return steps[content.at - 2]?.cell ?? origin;
}

/** A cell as it falls in a meter when it is repeated. */
export interface CellInBars {
  readonly timeline: Timeline;
  /** Until it begins on a bar line again. */
  readonly cycle: Cycle;
  /** Repeats that are laid out: all of the cycle, unless that would be too much to see. */
  readonly repeats: number;
  readonly facts: StickingFacts;
}

/** Repeats that are drawn and heard, and slots altogether. */
const MOST_REPEATS = 16;
const MOST_SLOTS = 192;

/** Lays out a cell, repeated until it comes round. Null for no slots. */
export function putInBars(cell: Cell, rate: Rate, meter: Meter, tempo: number, most = MOST_REPEATS): CellInBars | null {
  if (cell.length === 0) return null;
  const length = ticks(cell.length * slotTicks(rate));
  const cycle = measureCycle(length, meter);
  const repeats = Math.max(1, Math.min(cycle.repeats, most, Math.floor(MOST_SLOTS / cell.length)));
  const line = makeLine([{ kind: "rate", rate }, makeCell(cell, repeats)]);
  const window = { start: ticks(0), length: ticks(repeats * length) };
  const timeline = layOut({ meter, tempo: bpm(tempo), window, line }, rigNow().kit);
  return { timeline, cycle, repeats, facts: describeSticking(cell) };
}
