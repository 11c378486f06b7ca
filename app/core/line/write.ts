/** Writer of the stick line: a line's one canonical text. */

import type { Line, LineItem, Swell } from "../phrase/phrase";
import type { Silence, Slot, Stroke, Strokes, Technique } from "../stroke/stroke";
import { formatRate } from "../time/time";

/** Canonical text: `readStickLine(formatLine(line)).line` equals `line` for every line in normal form. */
export function formatLine(line: Line): string {
  return line.map(formatItem).join(" ");
}

const SWELL_MARKS: Record<Swell, string> = { crescendo: "<", diminuendo: ">" };

function formatItem(item: LineItem): string {
  if (item.kind === "rate") return `@${formatRate(item.rate)}`;
  if (item.kind === "bar") return "|";
  const body =
    item.kind === "cell"
      ? formatSlots(item.slots)
      : `${item.swell ? SWELL_MARKS[item.swell] : ""}[${formatLine(item.items)}]`;
  return item.count === 1 ? body : `${body}x${item.count}`;
}

/** Slots as written in a cell, without spaces. */
export function formatSlots(slots: readonly Slot[]): string {
  return slots.map(formatSlot).join("");
}

function formatSlot(slot: Slot): string {
  return slot.kind === "split" ? `{${slot.parts.map(formatPart).join("")}}` : formatPart(slot);
}

function formatPart(part: Silence | Strokes): string {
  if (part.kind === "silence") return "-";
  const strokes = part.strokes.map(formatStroke).join("");
  return part.strokes.length === 1 ? strokes : `(${strokes})`;
}

const TECHNIQUE_MARKS: Record<Technique, string> = { plain: "", "rim-shot": "!", buzz: "~", choke: "=" };

function formatStroke(stroke: Stroke): string {
  const graces = "'".repeat(stroke.graces);
  const accent = stroke.level === "accent" && stroke.technique !== "rim-shot" ? ">" : "";
  const mark = `${accent}${TECHNIQUE_MARKS[stroke.technique]}`;
  const letter = stroke.level === "ghost" ? stroke.limb.toLowerCase() : stroke.limb;
  return `${graces}${mark}${letter}${stroke.place ? `/${stroke.place}` : ""}`;
}
