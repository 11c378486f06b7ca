/** Graded exercises for a space: lines from a source, held against what the player can play. */

import { countWays, drawWays } from "../graph/count";
import { runToEnd } from "../graph/layers";
import { readStickLine } from "../line/read";
import { formatLine, formatSlots } from "../line/write";
import type { Cell } from "../moves/move";
import { readCell } from "../moves/shape";
import { type Line, type LineItem, makeCell, makeLine, playItems, type Window } from "../phrase/phrase";
import { findCeiling } from "../player/ceiling";
import type { Player } from "../player/player";
import { buildAutomaton, compileSearch, isProblem, type SearchSpec } from "../search";
import { type Bpm, type Meter, type Rate, slotTicks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { type Candidate, gradeSet } from "./grade";
import { drawGridLines, type GridOptions, listCellLines } from "./sources";

export type ExerciseSource =
  /** Cells of a pool under rules; the space is the set's own. */
  | { readonly kind: "search"; readonly spec: SearchSpec }
  | { readonly kind: "grid"; readonly options: GridOptions }
  | { readonly kind: "cell"; readonly cell: Cell };

export interface ExerciseRequest {
  readonly source: ExerciseSource;
  readonly meter: Meter;
  readonly rate: Rate;
  readonly tempo: Bpm;
  /** A set for each of these spaces. */
  readonly spaces: readonly Window[];
  /** In each set. */
  readonly count: number;
  readonly seed: number;
}

export interface Exercise extends Candidate {
  /** Its stick line. */
  readonly text: string;
}

export interface ExerciseSet {
  readonly space: Window;
  readonly items: readonly { readonly chosen: Exercise; readonly instead: readonly Exercise[] }[];
  readonly apart: number;
}

/** Lines that are looked at for each set: more would be slower, and hardly another set. */
const CANDIDATES = 320;
/** Any two exercises differ in this share of their places, where there are enough. */
const APART = 0.25;

/** A set for each space; a space that no line of the source fills has an empty one. */
export function gradeExercises(request: ExerciseRequest, player: Player): ExerciseSet[] {
  return request.spaces.map((space) => {
    const slots = space.length / slotTicks(request.rate);
    const lines = Number.isInteger(slots) && slots > 0 ? linesFor(request, space, slots) : [];
    const candidates = measureAll(lines, request, space, player);
    const { items, apart } = gradeSet(candidates, request.count, Math.max(1, Math.round(slots * APART)));
    return { space, items, apart };
  });
}

function linesFor({ source, rate, seed }: ExerciseRequest, space: Window, slots: number): Line[] {
  switch (source.kind) {
    case "grid":
      return drawGridLines(slots, rate, CANDIDATES, seed, source.options);
    case "cell":
      return listCellLines(source.cell, slots, rate, CANDIDATES);
    case "search":
      return drawSearchLines({ ...source.spec, window: space, rate }, seed);
  }
}

/** Fair draws among all that the search allows in this space. */
function drawSearchLines(spec: SearchSpec, seed: number): Line[] {
  const compiled = compileSearch(spec);
  if (isProblem(compiled)) return [];
  const automaton = runToEnd(buildAutomaton(compiled));
  if (!automaton) return [];
  return drawWays(countWays(automaton), CANDIDATES, seed).map((way) => {
    const items: LineItem[] = [{ kind: "rate", rate: spec.rate }];
    for (const index of way) {
      const piece = compiled.pieces[index];
      const cell = piece && readCell(piece.text);
      if (cell) items.push(makeCell([...cell]));
    }
    return makeLine(items);
  });
}

function measureAll(lines: readonly Line[], request: ExerciseRequest, window: Window, player: Player): Exercise[] {
  const seen = new Map<string, Exercise>();
  for (const line of lines) {
    const text = formatLine(line);
    if (seen.has(text)) continue;
    const read = readStickLine(text).line;
    if (!read) continue;
    const timeline = layOut({ meter: request.meter, tempo: request.tempo, window, line: read }, player.kit);
    const signs = playItems(read).flatMap((played) =>
      played.kind === "cell" ? played.item.slots.map((slot) => formatSlots([slot])) : [],
    );
    seen.set(text, { text, signs, bpm: findCeiling(timeline, player)?.bpm ?? null });
  }
  return [...seen.values()];
}
