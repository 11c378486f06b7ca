/** The result of a move. */

import { formatSlots } from "../line/write";
import { layerCells } from "./layer";
import { doubleLimb, putOnFeet, replaceLimb, stickByGrid } from "./limbs";
import { type Cell, type Move, type Moved, moved, refuse } from "./move";
import {
  alternateCell,
  extendCell,
  glueCell,
  mirrorCell,
  readCell,
  reverseCell,
  rotateCell,
  shortenCell,
} from "./shape";
import { decorate, fillGaps, moveAccents, quieten, setDynamics, silenceAt, splitDoubles, thinCell } from "./sound";

/** The move's result, or why it does nothing, including when the cell would not change. Never throws. */
export function applyMove(cell: Cell, move: Move): Moved {
  if (cell.length === 0) return refuse({ code: "empty" });
  const result = perform(cell, move);
  if (result.ok && result.cell.length === cell.length && formatSlots(result.cell) === formatSlots(cell))
    return refuse({ code: "same" });
  return result;
}

function perform(cell: Cell, move: Move): Moved {
  switch (move.kind) {
    case "rotate":
      return moved(rotateCell(cell, move.by));
    case "mirror":
      return moved(mirrorCell(cell));
    case "reverse":
      return moved(reverseCell(cell));
    case "alternate":
      return alternateCell(cell);
    case "replace":
      return replaceLimb(cell, move.limb, move.by);
    case "double":
      return doubleLimb(cell, move.limb, move.with);
    case "feet":
      return putOnFeet(cell, move.strong, move.pedals);
    case "grid":
      return moved(stickByGrid(cell, move.lead));
    case "extend":
      return extendCell(cell, move.by);
    case "shorten":
      return shortenCell(cell, move.end);
    case "glue":
      return glueCell(cell, move.cell);
    case "layer": {
      const other = readCell(move.cell);
      if (!other) return refuse({ code: "unreadable" });
      const feet = putOnFeet(other, move.strong, move.pedals ?? "hi-hat");
      // A sticking that is already for the feet stays with them.
      return layerCells(cell, feet.ok ? feet.cell : other, move.speed);
    }
    case "silence":
      return silenceAt(cell, move.place);
    case "quieten":
      return quieten(cell, move.places, move.to);
    case "thin":
      return thinCell(cell, move.every);
    case "fill":
      return fillGaps(cell, move.limb, move.with);
    case "split-doubles":
      return splitDoubles(cell);
    case "decorate":
      return decorate(cell, move.ornament, move.on);
    case "accent":
      return moveAccents(cell, move.rule);
    case "dynamics":
      return setDynamics(cell, move.preset);
  }
}

/**
 * Applies a move to several consecutive cells: to all as one sticking, or to each. Cells it doesn't apply to stay as
 * they are; it is refused if that is all of them.
 */
export function applyMoveToRun(cells: readonly Cell[], move: Move, asOne: boolean): Moved {
  if (asOne || cells.length < 2) return applyMove(cells.flat(), move);
  const results = cells.map((cell) => applyMove(cell, move));
  const first = results[0];
  if (first && !first.ok && results.every((result) => !result.ok)) return first;
  return moved(results.flatMap((result, index) => (result.ok ? result.cell : (cells[index] as Cell))));
}
