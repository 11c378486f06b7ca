/**
 * The sticking pad: builds a line with your thumbs. While a note is chosen, limbs change it, or in "add" mode go into the
 * line after it; otherwise they go to the end. Sound keys apply to the chosen note, or the last one.
 */

import {
  cycleGraces,
  duplicateCell,
  editSlot,
  insertSlot,
  removeSlot,
  setLevel,
  setLimb,
  splitCell,
  toggleLimb,
} from "~/core/line";
import type { Line } from "~/core/phrase";
import { type Level, type Limb, makeSilence, makeStroke, makeStrokes, type Slot, strokesOf } from "~/core/stroke";
import type { Timeline, TimelineSlot } from "~/core/timeline";

export interface PadState {
  readonly mode: "add" | "change";
  /** The next stroke starts a new cell. */
  readonly opensCell: boolean;
  /** The next limb plays together with the last note. */
  readonly joins: boolean;
}

export const PAD_AT_REST: PadState = { mode: "change", opensCell: false, joins: false };

export type PadKey =
  | { readonly kind: "limb"; readonly limb: Limb }
  | { readonly kind: "level"; readonly level: Exclude<Level, "normal"> }
  | { readonly kind: "flam" | "rest" | "together" | "cell" | "repeat" | "erase" | "mode" };

/** The effect of a key: on the line (null for none), on the choice, and on the pad itself. */
export interface PadStep {
  readonly change: ((line: Line) => Line) | null;
  /** The slot chosen afterwards; null for none. */
  readonly chosen: number | null;
  readonly pad: PadState;
}

/** The note that the pad's keys apply to: the chosen one, otherwise the last. */
export function padNote(timeline: Timeline, chosen: TimelineSlot | null): TimelineSlot | null {
  return chosen ?? timeline.slots.at(-1) ?? null;
}

export function pressPad(key: PadKey, pad: PadState, timeline: Timeline, chosen: TimelineSlot | null): PadStep {
  const at = padNote(timeline, chosen);
  const stay = { change: null, chosen: chosen?.index ?? null, pad };
  switch (key.kind) {
    case "mode":
      return { ...stay, pad: { ...PAD_AT_REST, mode: pad.mode === "add" ? "change" : "add" } };
    case "together":
      return { ...stay, pad: { ...pad, joins: !pad.joins } };
    case "cell":
      return { ...stay, pad: { ...pad, opensCell: !pad.opensCell } };
    case "repeat":
      if (!at) return stay;
      return { ...stay, change: (line) => duplicateCell(line, at.cell) };
    case "level": {
      const { level } = key;
      if (!at) return stay;
      // Pressing again removes it.
      const isSo = strokesOf(at.content).every((stroke) => stroke.level === level);
      return sound((slot) => setLevel(slot, isSo ? "normal" : level), at);
    }
    case "flam":
      return at ? sound((slot) => cycleGraces(slot), at) : stay;
    case "erase": {
      if (!at) return stay;
      const before = chosen && at.index > 0 ? at.index - 1 : null;
      return { ...stay, change: (line) => removeSlot(line, at.cell, at.inCell), chosen: chosen ? before : null };
    }
    case "rest":
      return put(makeSilence(), () => makeSilence());
    case "limb": {
      const { limb } = key;
      if (pad.joins && at) {
        return {
          change: (line) => editSlot(line, at.cell, at.inCell, (slot) => toggleLimb(slot, limb)),
          chosen: chosen?.index ?? null,
          pad: { ...pad, joins: false },
        };
      }
      return put(makeStrokes([makeStroke(limb)]), (slot) => setLimb(slot, limb));
    }
  }

  function sound(turn: (slot: Slot) => Slot, { cell, inCell: place }: TimelineSlot): PadStep {
    return { ...stay, change: (line) => editSlot(line, cell, place, turn) };
  }

  /** A slot to be added, or a change of the chosen one. */
  function put(slot: Slot, turn: (slot: Slot) => Slot): PadStep {
    if (pad.mode === "change" && chosen) {
      return {
        change: (line) => editSlot(line, chosen.cell, chosen.inCell, turn),
        chosen: chosen.index,
        pad,
      };
    }
    const rest = { ...pad, opensCell: false };
    if (!at) return { change: (line) => [...line, { kind: "cell", slots: [slot], count: 1 }], chosen: null, pad: rest };
    const place = at.inCell + 1;
    return {
      change: (line) => {
        const longer = insertSlot(line, at.cell, place, slot);
        return pad.opensCell ? splitCell(longer, at.cell, place) : longer;
      },
      chosen: chosen ? at.index + 1 : null,
      pad: rest,
    };
  }
}
