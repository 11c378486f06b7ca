/** What lies on the bench of the Cells screen: an origin, moves on it, the step that is looked at, and what follows. */

import { type Cell, cookRecipe, MAX_MOVES, type Move, type RecipeStep } from "~/core/moves";
import type { Rate } from "~/core/time";
import { makeUndoStore, type Undo, type UndoStore } from "~/editor/undo";
import { type CellBenchContent, cellOf, rateOf, readTyped } from "~/library/cell/content";

export interface CellBench {
  readonly store: UndoStore<CellBenchContent>["store"];
  readonly undo: Undo;
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
  const { store, put, history } = makeUndoStore(initial);
  const set = (kind: string | null, change: Partial<CellBenchContent>) =>
    put(kind, (content) => ({ ...content, ...change }));
  const now = () => store.getState().content;
  return {
    store,
    undo: history,
    setName: (name) => set("name", { name }),
    setRate: (rate) => set("rate", { rate }),
    typeOrigin: (typed) => {
      const text = readTyped(typed);
      // What is typed is nobody's but the player's.
      set("origin", { origin: { source: null, name: "", typed, text: text ?? now().origin.text } });
    },
    lookAt: (at) => set("look", { at: Math.min(Math.max(0, at), now().moves.length) }),
    apply: (move) => {
      const { moves, at } = now();
      if (moves.length >= MAX_MOVES) return false;
      set(null, { moves: moves.toSpliced(at, 0, move), at: at + 1 });
      return true;
    },
    replaceMove: (index, move) => set(null, { moves: now().moves.with(index, move), at: index + 1 }),
    removeMove: (index) => {
      const { moves, at } = now();
      set(null, { moves: moves.toSpliced(index, 1), at: at > index ? at - 1 : at });
    },
    replace: (content) => put(null, () => content),
  };
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
export function applyMoves(content: CellBenchContent): CookedBench {
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
  const { origin, steps } = applyMoves(content);
  return steps[content.at - 2]?.cell ?? origin;
}
