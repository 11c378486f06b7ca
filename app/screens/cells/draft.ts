/** The draft of the Cells screen: an origin, its moves, the step being viewed, and the results. */

import { applyRecipe, type Cell, MAX_MOVES, type Move, type RecipeStep } from "~/core/moves";
import type { Rate } from "~/core/time";
import { type Draft, openDraft } from "~/editor/draft";
import { type CellDraftContent, cellOf, rateOf, readTyped } from "~/library/cell/content";

export interface CellDraft extends Draft<CellDraftContent> {
  /** The origin as typed. Unreadable text is kept while the last valid origin stays in force. */
  readonly typeOrigin: (typed: string) => void;
  /** Views the cell after `at` moves, 0 for the origin. It isn't an undo step, so undo never loses a move. */
  readonly lookAt: (at: number) => void;
  /** Adds a move after the step being viewed, and views its result. False if the recipe is full. */
  readonly apply: (move: Move) => boolean;
  /** Replaces a move. */
  readonly replaceMove: (index: number, move: Move) => void;
  readonly removeMove: (index: number) => void;
}

export function openCellDraft(initial: CellDraftContent): CellDraft {
  const draft = openDraft(initial, ({ moves }) => moves.length <= MAX_MOVES);
  const now = () => draft.store.getState().content;
  return {
    ...draft,
    typeOrigin: (typed) => {
      const text = readTyped(typed);
      // Typed text has no other origin than the player.
      draft.change({ origin: { source: null, name: "", typed, text: text ?? now().origin.text } }, "origin");
    },
    lookAt: (at) => draft.change({ at: Math.min(Math.max(0, at), now().moves.length) }, "look"),
    apply: (move) =>
      draft.edit(null, ({ moves, at, ...rest }) => ({ ...rest, moves: moves.toSpliced(at, 0, move), at: at + 1 })),
    replaceMove: (index, move) => draft.change({ moves: now().moves.with(index, move), at: index + 1 }),
    removeMove: (index) => {
      const { moves, at } = now();
      draft.change({ moves: moves.toSpliced(index, 1), at: at > index ? at - 1 : at });
    },
  };
}

/** Everything derived from the draft. */
export interface AppliedMoves {
  readonly origin: Cell;
  readonly steps: readonly RecipeStep[];
  /** The step being viewed. */
  readonly cell: Cell;
  readonly rate: Rate;
  /** False while the typed origin is unreadable. */
  readonly sound: boolean;
}

const known = new WeakMap<CellDraftContent, AppliedMoves>();

/** Computed once per content. */
export function applyMoves(content: CellDraftContent): AppliedMoves {
  const found = known.get(content);
  if (found) return found;
  const origin = cellOf(content.origin.text ?? "");
  const steps = applyRecipe(origin, content.moves);
  const made = {
    origin,
    steps,
    cell: steps[content.at - 1]?.cell ?? origin,
    rate: rateOf(content.rate),
    sound: readTyped(content.origin.typed) === content.origin.text,
  };
  known.set(content, made);
  return made;
}

/** What the step being viewed was made from. */
export function cellBefore(content: CellDraftContent): Cell {
  const { origin, steps } = applyMoves(content);
  return steps[content.at - 2]?.cell ?? origin;
}
