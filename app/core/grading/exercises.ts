/** Graded exercises for a space: lines from a source, rated for the player. */

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
  /** Cells of a pool, under rules. The set decides the space. */
  | { readonly kind: "search"; readonly spec: SearchSpec }
  | { readonly kind: "grid"; readonly options: GridOptions }
  | { readonly kind: "cell"; readonly cell: Cell };

export interface ExerciseRequest {
  readonly source: ExerciseSource;
  readonly meter: Meter;
  readonly rate: Rate;
  readonly tempo: Bpm;
  /** One set per space. */
  readonly spaces: readonly Window[];
  /** Exercises per set. */
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

/** Candidate lines per set: more would be slower, and hardly improve the set. */
const CANDIDATES = 320;
/** Any two exercises differ in this share of their positions, if possible. */
const APART = 0.25;

/** One set per space; empty for a space that no line of the source fills. */
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

/** Fair draws from everything the search allows in this space. */
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
