/** Several named orchestrations of one fill: the current one is the fill's own; the others are stored beside it. */

import { formatLine, mapPlayedSlots, placeStrokes, type StrokeKey } from "~/core/line";
import type { Line } from "~/core/phrase";
import { isHand, type KitVoice, makeSilence, mapEachStroke, mirrorLimb, partsOf, strokesOf } from "~/core/stroke";
import { lastValidLine } from "../phrase/phrase";
import type { FillContent, NamedOrchestration } from "./content";

export const MAX_ORCHESTRATIONS = 12;
export const MAX_ORCHESTRATION_NAME = 60;
/** The name of the first one until it is named. */
const FIRST_NAME = "First";

/** The line's strokes with a written surface. */
function listPlaced(line: Line): NamedOrchestration["placed"] {
  const placed: NamedOrchestration["placed"] = [];
  mapPlayedSlots(line, (slot, index) =>
    mapEachStroke(slot, (stroke, part) => {
      if (stroke.place !== undefined) placed.push([index, part, stroke.limb, stroke.place]);
      return stroke;
    }),
  );
  return placed;
}

/** The line with exactly these surfaces. Strokes that no longer exist are ignored. */
function placeOnly(line: Line, placed: NamedOrchestration["placed"]): Line {
  const wanted = new Map(placed.map(([slot, part, limb, place]) => [`${slot} ${part} ${limb}`, place] as const));
  const changes: (readonly [StrokeKey, KitVoice | null])[] = [];
  mapPlayedSlots(line, (slot, index) =>
    mapEachStroke(slot, (stroke, part) => {
      // If the other hand leads the line now, its strokes have the same times and the other hand.
      const other = mirrorLimb(stroke.limb);
      const hasOther = strokesOf(partsOf(slot)[part] ?? makeSilence()).some(({ limb }) => limb === other);
      const place =
        wanted.get(`${index} ${part} ${stroke.limb}`) ??
        (hasOther ? null : wanted.get(`${index} ${part} ${other}`)) ??
        null;
      // A rim shot or a choke needs its drum or cymbal.
      if (place !== null || (isHand(stroke.limb) && stroke.technique === "plain")) {
        changes.push([{ slot: index, part, limb: stroke.limb }, place]);
      }
      return stroke;
    }),
  );
  return placeStrokes(line, changes);
}

function current(content: FillContent): NamedOrchestration {
  const { orchestrations, voicing } = content;
  const named = { name: orchestrations?.name ?? FIRST_NAME, placed: listPlaced(lastValidLine(content)) };
  return voicing ? { ...named, voicing } : named;
}

/** All orchestrations, the current one first. */
export function listOrchestrations(content: FillContent): readonly NamedOrchestration[] {
  return [current(content), ...(content.orchestrations?.others ?? [])];
}

/** The fill in one of its orchestrations, by index in {@link listOrchestrations}. */
export function heardIn(content: FillContent, number: number): FillContent {
  const other = listOrchestrations(content)[number];
  if (number === 0 || !other) return content;
  const text = formatLine(placeOnly(lastValidLine(content), other.placed));
  const { voicing: _, ...rest } = content;
  return { ...rest, text, goodText: text, ...(other.voicing ? { voicing: other.voicing } : {}) };
}

/** Makes another orchestration current; the previous one takes its place in the list. */
export function takeOrchestration(content: FillContent, number: number): FillContent {
  const { orchestrations } = content;
  const other = orchestrations?.others[number - 1];
  if (!orchestrations || !other) return content;
  return {
    ...heardIn(content, number),
    orchestrations: { name: other.name, others: orchestrations.others.with(number - 1, current(content)) },
  };
}

/** Copies the current orchestration under another name and makes the copy current. */
export function addOrchestration(content: FillContent, name: string): FillContent {
  const others = [...(content.orchestrations?.others ?? []), current(content)];
  if (others.length >= MAX_ORCHESTRATIONS) return content;
  return { ...content, orchestrations: { name, others } };
}

export function nameOrchestration(content: FillContent, number: number, name: string): FillContent {
  const { orchestrations } = content;
  if (!orchestrations) return content;
  if (number === 0) return { ...content, orchestrations: { ...orchestrations, name } };
  const others = orchestrations.others.map((other, index) => (index === number - 1 ? { ...other, name } : other));
  return { ...content, orchestrations: { ...orchestrations, others } };
}

/** Removes one that isn't current. The last remaining one needs no name. */
export function dropOrchestration(content: FillContent, number: number): FillContent {
  const { orchestrations, ...rest } = content;
  if (!orchestrations || number === 0) return content;
  const others = orchestrations.others.filter((_, index) => index !== number - 1);
  return others.length > 0 ? { ...rest, orchestrations: { ...orchestrations, others } } : rest;
}
