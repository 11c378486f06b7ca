/** The bench of the Cells screen: an origin, its moves, the step being viewed, and the results. */

import { type Cell, cookRecipe, MAX_MOVES, type Move, type RecipeStep } from "~/core/moves";
import type { Rate } from "~/core/time";
import { makeUndoStore, type Undo, type UndoStore } from "~/editor/undo";
import { type CellBenchContent, cellOf, rateOf, readTyped } from "~/library/cell/content";

export interface CellBench {
  readonly store: UndoStore<CellBenchContent>["store"];
  readonly undo: Undo;
  readonly setName: (name: string) => void;
  readonly setRate: (rate: string) => void;
  /** The origin as typed. Unreadable text is kept while the last valid origin stays in force. */
  readonly typeOrigin: (typed: string) => void;
  /** Views the cell after `at` moves, 0 for the origin. It isn't an undo step, so undo never loses a move. */
  readonly lookAt: (at: number) => void;
  /** Adds a move after the step being viewed, and views its result. False if the recipe is full. */
  readonly apply: (move: Move) => boolean;
  /** Replaces a move. */
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
      // Typed text has no other origin than the player.
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

/** Everything derived from the bench. */
export interface CookedBench {
  readonly origin: Cell;
  readonly steps: readonly RecipeStep[];
  /** The step being viewed. */
  readonly cell: Cell;
  readonly rate: Rate;
  /** False while the typed origin is unreadable. */
  readonly sound: boolean;
}

const cooked = new WeakMap<CellBenchContent, CookedBench>();

/** Computed once per content. */
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

/** What the step being viewed was made from. */
export function cellBefore(content: CellBenchContent): Cell {
  const { origin, steps } = applyMoves(content);
  return steps[content.at - 2]?.cell ?? origin;
}
