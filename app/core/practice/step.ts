/** A step of a plan: which part of a phrase is practised, and the phrase that is played for it. */

import { type Counts, countWays, drawWays, totalWays } from "../graph/count";
import { runToEnd } from "../graph/layers";
import type { Kit } from "../kit/kit";
import { formatSlots } from "../line/write";
import { mirrorOrchestration } from "../orchestration/mirror";
import { type CellItem, type Line, type LineItem, makeCell, mapSlots, mirrorLine, type Phrase } from "../phrase/phrase";
import { buildAutomaton, compileSearch, isProblem } from "../search";
import { isHand, type Limb, makeSilence, mapEachStroke, type Slot, type Stroke } from "../stroke/stroke";
import { type Bpm, beatTicks, formatRate, type Rate, sameRate, slotTicks, ticks } from "../time/time";
import { layOut, type Timeline, type TimelineCell } from "../timeline/timeline";
import type { StepKind } from "./kinds";

export interface StepPart {
  /** Slot indices, including the last; null for all. */
  readonly slots: { readonly from: number; readonly to: number } | null;
  readonly limbs: readonly Limb[];
}

/** The parts of a step that determine its phrase. */
export interface StepShape {
  readonly kind: StepKind;
  readonly slots: StepPart["slots"];
}

type PhraseMaker = (phrase: Phrase, shape: StepShape, kit: Kit | null, repeat: number) => Phrase | null;

const onOneDrum: PhraseMaker = (phrase) => putOnOneDrum(phrase);
const pieceOfIt: PhraseMaker = (phrase, { slots }) => roundAndRound(putOnOneDrum(phrase), slots);
const asItIs: PhraseMaker = (phrase) => phrase;

const PHRASES: Readonly<Record<StepKind, PhraseMaker>> = {
  hear: asItIs,
  count: onOneDrum,
  cell: pieceOfIt,
  join: pieceOfIt,
  whole: onOneDrum,
  levels: onOneDrum,
  hands: onOneDrum,
  feet: onOneDrum,
  together: onOneDrum,
  basic: (phrase, _, kit) => placeBasically(phrase, kit),
  full: asItIs,
  form: asItIs,
  "other-lead": (phrase) => ({
    ...phrase,
    line: mirrorLine(phrase.line),
    ...(phrase.voicing ? { voicing: mirrorOrchestration(phrase.voicing) } : {}),
  }),
  "other-order": (phrase) => turnCells(phrase),
  between: (phrase, _, __, repeat) => drawBetween(phrase, repeat),
};

/**
 * The phrase of a step. `repeat` matters for improvising between cells: each repeat has its own order. Null if there is
 * none.
 */
export function phraseOfStep(phrase: Phrase, shape: StepShape, kit: Kit | null, repeat = 0): Phrase | null {
  return PHRASES[shape.kind](phrase, shape, kit, repeat);
}

/** Without surfaces: hands on the snare, feet on their own pedals. */
function putOnOneDrum({ voicing: _, ...phrase }: Phrase): Phrase {
  return { ...phrase, line: mapSlots(phrase.line, (slot) => mapEachStroke(slot, withoutPlace)) };
}

function withoutPlace({ place: _, ...stroke }: Stroke): Stroke {
  return stroke;
}

/** A short piece repeats for this many beats before it counts as one repeat, so that there is enough to judge. */
const PIECE_BEATS = 4;

/**
 * Some cells of a phrase from one, each time followed by silence up to the next beat, for at least {@link PIECE_BEATS}.
 */
function roundAndRound(phrase: Phrase, slots: StepPart["slots"]): Phrase {
  if (!slots) return phrase;
  const timeline = layOut(phrase);
  const cells = timeline.cells.filter(({ firstSlot, size }) => firstSlot + size > slots.from && firstSlot <= slots.to);
  const last = cells.at(-1);
  if (!last) return phrase;
  const items = writeOut(timeline, cells, ({ content }) => content);
  const length = cells.reduce((sum, { duration }) => sum + duration, 0);
  const beat = beatTicks(phrase.meter);
  const slot = slotTicks(last.rate);
  // At least one slot of rest, so that the cell doesn't run into itself as it never does in the phrase.
  const short = (Math.floor(length / beat) + 1) * beat - length;
  if (short % slot === 0) {
    const silence = Array.from({ length: short / slot }, makeSilence);
    const end = items.pop();
    // The silence belongs to the last cell; it isn't a cell of its own.
    if (end?.kind === "cell") items.push(makeCell([...end.slots, ...silence]));
  }
  const round = length + (short % slot === 0 ? short : 0);
  const times = Math.max(1, Math.round((PIECE_BEATS * beat) / round));
  const all = Array.from({ length: times }, () => items).flat();
  return { ...phrase, line: all, window: { start: ticks(0), length: ticks(round * times) } };
}

/** The hands move for accents and for the first note of each cell, and otherwise play at home. */
function placeBasically(phrase: Phrase, kit: Kit | null): Phrase {
  const timeline = layOut(phrase, kit);
  const { voicing: _, ...rest } = phrase;
  const line = writeOut(timeline, timeline.cells, ({ inCell: place, voiced }) =>
    mapEachStroke(voiced, (stroke) =>
      !isHand(stroke.limb) || place === 0 || stroke.level === "accent" ? stroke : withoutPlace(stroke),
    ),
  );
  return { ...rest, line };
}

/** The second cell first, and so on; the first one last. */
function turnCells(phrase: Phrase): Phrase | null {
  const timeline = layOut(phrase);
  const [first, ...others] = timeline.cells;
  if (!first || others.length === 0) return null;
  const rates = new Set(timeline.cells.map(({ rate }) => slotTicks(rate)));
  // Cells of another rate would start off their rate's grid.
  if (rates.size > 1) return null;
  return { ...phrase, line: writeOut(timeline, [...others, first], ({ content }) => content) };
}

type LaidSlot = Timeline["slots"][number];

/** A line of these cells, each written separately, with rates where they change. */
function writeOut(timeline: Timeline, cells: readonly TimelineCell[], write: (slot: LaidSlot) => Slot): LineItem[] {
  const items: LineItem[] = [];
  let rate: Rate | null = null;
  for (const cell of cells) {
    if (!rate || !sameRate(rate, cell.rate)) items.push({ kind: "rate", rate: cell.rate });
    rate = cell.rate;
    items.push(makeCell(timeline.slots.slice(cell.firstSlot, cell.firstSlot + cell.size).map(write)));
  }
  return items;
}

/** A cell of a phrase, and where it is first played. */
export interface DistinctCell {
  /** Its rate and text: at another rate, the same text is a different cell for the hands. */
  readonly key: string;
  readonly text: string;
  readonly rate: Rate;
  readonly item: CellItem;
  readonly firstSlot: number;
  readonly size: number;
  /** Indices of its playings in the phrase, from 0. */
  readonly playings: readonly number[];
}

/** The phrase's distinct cells, in order of playing. */
export function listDistinctCells({ cells }: Timeline): DistinctCell[] {
  const found = new Map<string, DistinctCell>();
  for (const { index, item, rate, firstSlot, size } of cells) {
    const text = formatSlots(item.slots);
    const key = `@${formatRate(rate)} ${text}`;
    const known = found.get(key);
    found.set(key, {
      ...(known ?? { key, text, rate, item, firstSlot, size }),
      playings: [...(known?.playings ?? []), index],
    });
  }
  return [...found.values()];
}

/** Cells to improvise between: more than three are too many to keep in mind. */
const MAX_BETWEEN = 3;

const drawn = new WeakMap<Line, { readonly counts: Counts; readonly pieces: readonly Line[] } | null>();

/** Ways to fill the phrase's length with its own cells in any order; null if it has only one cell, or several rates. */
function countBetween(phrase: Phrase) {
  const known = drawn.get(phrase.line);
  if (known !== undefined) return known;
  const timeline = layOut(phrase);
  const cells = listDistinctCells(timeline).toSorted((a, b) => b.playings.length - a.playings.length);
  const first = cells[0];
  const made = first && cells.every(({ rate }) => sameRate(rate, first.rate)) && cells.length > 1 ? count(cells) : null;
  drawn.set(phrase.line, made);
  return made;

  function count(all: readonly DistinctCell[]) {
    const few = all.slice(0, MAX_BETWEEN);
    const rate = few[0]?.rate as Rate;
    const length = ticks(timeline.slots.length * slotTicks(rate));
    const compiled = compileSearch({
      meter: phrase.meter,
      rate,
      tempo: phrase.tempo,
      window: { start: phrase.window.start, length },
      pool: few.map(({ item }) => ({ cell: item.slots, mirrors: false, rotations: false, least: 0, most: null })),
      rules: [],
    });
    if (isProblem(compiled)) return null;
    const automaton = runToEnd(buildAutomaton(compiled));
    if (!automaton) return null;
    const counts = countWays(automaton);
    const opening: LineItem = { kind: "rate", rate };
    return totalWays(counts) > 1n
      ? { counts, pieces: compiled.pieces.map(({ cell }) => [opening, makeCell(cell)]) }
      : null;
  }
}

export function canGoBetween(phrase: Phrase): boolean {
  return countBetween(phrase) !== null;
}

/** The phrase's cells in an order drawn for this repeat, uniformly from all orders that fill its length. */
function drawBetween(phrase: Phrase, repeat: number): Phrase | null {
  const ways = countBetween(phrase);
  if (!ways) return null;
  const [way] = drawWays(ways.counts, 1, repeat + 1);
  const items = (way ?? []).flatMap((piece, index) => (ways.pieces[piece] ?? []).slice(index === 0 ? 0 : 1));
  return putOnOneDrum({ ...phrase, line: items });
}

/** The same phrase at another tempo. */
export function atTempo(phrase: Phrase, tempo: Bpm): Phrase {
  return phrase.tempo === tempo ? phrase : { ...phrase, tempo };
}
