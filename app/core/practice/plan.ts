/** A plan derived from a phrase's structure: steps from its parts to the whole, with tempos and reasons. */

import { formatSlots } from "../line/write";
import type { Phrase } from "../phrase/phrase";
import { type Ceiling, findCeiling } from "../player/ceiling";
import { NO_OSTINATO, type Ostinato } from "../player/motions";
import type { Player } from "../player/player";
import { isHand, type Limb, mapEachStroke, withPlace } from "../stroke/stroke";
import { type Bpm, bpm, formatRate } from "../time/time";
import { layOut, type Timeline } from "../timeline/timeline";
import type { ClimbRule } from "./climb";
import { isExtra, isPlayed, isWholePhrase, limbsOfStep, type StepKind } from "./kinds";
import { CLEAN_IN_ROW, MAX_STEP_ID } from "./state";
import { canGoBetween, type DistinctCell, listDistinctCells, phraseOfStep, type StepPart } from "./step";
import { minutesOf, type PlanWish, reckonTempos, type Tempos } from "./tempos";

/** Why a step exists; the interface words it. */
export type StepReason =
  | { readonly code: "sound-first" }
  | { readonly code: "know-where" }
  | { readonly code: "hands-first"; readonly kicks: number }
  | { readonly code: "feet-first"; readonly strokes: number }
  | { readonly code: "put-together" }
  | { readonly code: "levels"; readonly ghosts: number; readonly accents: number }
  /** The part that limits the whole most. */
  | { readonly code: "bottleneck"; readonly ceiling: number }
  | { readonly code: "cell"; readonly times: number }
  | { readonly code: "join" }
  | { readonly code: "sticking" }
  /** Number of surfaces the hands play. */
  | { readonly code: "few-moves"; readonly surfaces: number }
  | { readonly code: "all-moves"; readonly surfaces: number }
  | { readonly code: "in-time" }
  | { readonly code: "both-leads" }
  | { readonly code: "own-order" }
  | { readonly code: "no-lump" };

export interface PlanStep extends StepPart, ClimbRule {
  /** Identifies the content, not the position, so that progress survives edits elsewhere in the phrase. */
  readonly id: string;
  readonly kind: StepKind;
  readonly reason: StepReason;
  /** Cells as text, for steps about particular cells. */
  readonly cells: readonly string[];
  /** Not needed to have learned the phrase. */
  readonly isExtra: boolean;
  /** Estimated minutes from the beginning. */
  readonly minutes: number;
}

export interface Plan {
  readonly tempos: Tempos;
  /** Of the whole as orchestrated. */
  readonly ceiling: Ceiling | null;
  readonly steps: readonly PlanStep[];
}

/** A phrase this short, or of one cell, is learned as a whole. */
const SHORT = 6;
/** Nobody practises more parts than this one by one. */
const MAX_PARTS = 3;
/** A cell whose own ceiling is below this multiple of the goal is hard on its own. Our estimate. */
const HARD_CELL = 1.25;
/** A step starts at this share of its own ceiling, at most. */
const UNDER_CEILING = 0.8;

/** The plan of a phrase on a kit; no steps for a phrase without strokes. */
export function makePlan(phrase: Phrase, player: Player, wish: PlanWish, ostinato: Ostinato = NO_OSTINATO): Plan {
  const timeline = layOut(phrase, player.kit);
  const ceiling = findCeiling(timeline, player, ostinato(timeline));
  const tempos = reckonTempos(wish, ceiling?.bpm ?? null);
  const cleanInRow = wish.cleanInRow ?? CLEAN_IN_ROW;
  const steps: PlanStep[] = [];
  const add = (
    kind: StepKind,
    reason: StepReason,
    [start, goal]: readonly [Bpm, Bpm],
    part: PartOfPhrase = { slots: null, cells: [] },
  ) => {
    const played = phraseOfStep(phrase, { kind, slots: part.slots }, player.kit);
    if (!played) return;
    const limbs = limbsOfStep(kind);
    const laid = layOut(played, player.kit);
    const most = ceilingOf(laid, player, limbs, isWholePhrase(kind) ? ostinato : NO_OSTINATO);
    // Never start above the playable tempo.
    const easy = most === null || !isPlayed(kind) ? start : Math.max(tempos.learning, Math.floor(most * UNDER_CEILING));
    const clean = isPlayed(kind) ? cleanInRow : 1;
    const rule = { start: bpm(Math.min(start, goal, easy)), goal, cleanInRow: clean, ceiling: most };
    steps.push({
      id: idOfStep(kind, part.cells),
      kind,
      reason,
      limbs,
      ...rule,
      slots: part.slots,
      cells: part.cells.map(({ text }) => text),
      isExtra: isExtra(kind),
      minutes: minutesOf(laid, kind, rule),
    });
  };
  if (timeline.events.length === 0) return { tempos, ceiling, steps };
  add("hear", { code: "sound-first" }, [wish.goal, wish.goal]);
  add("count", { code: "know-where" }, [tempos.learning, tempos.learning]);
  addParts(phrase, timeline, ceiling, player, tempos, add);
  add("whole", { code: "sticking" }, [tempos.learning, tempos.goal]);
  addLimbs(timeline, tempos, wish.apart ?? false, add);
  addMoves(phrase, timeline, tempos, add);
  addExtras(phrase, timeline, tempos, add);
  return { tempos, ceiling, steps };
}

interface PartOfPhrase {
  readonly slots: StepPart["slots"];
  readonly cells: readonly DistinctCell[];
}
type Add = (kind: StepKind, reason: StepReason, tempos: readonly [Bpm, Bpm], part?: PartOfPhrase) => void;

/** Kind and cells; for long cells, their beginning and a hash (FNV-1a, 32 bits). */
function idOfStep(kind: StepKind, cells: readonly DistinctCell[]): string {
  const id = [kind, ...cells.map(({ key }) => key)].join(" ");
  if (id.length <= MAX_STEP_ID) return id;
  let hash = 0x811c9dc5;
  for (const sign of id) hash = Math.imul(hash ^ sign.charCodeAt(0), 0x01000193) >>> 0;
  return `${id.slice(0, MAX_STEP_ID - 9)} ${hash.toString(16).padStart(8, "0")}`;
}

/** The cells that limit the whole or are hard on their own, and the joins. */
function addParts(
  phrase: Phrase,
  timeline: Timeline,
  ceiling: Ceiling | null,
  player: Player,
  { learning, middle, goal }: Tempos,
  add: Add,
) {
  if (isShort(timeline)) return;
  const cells = listExercises(timeline);
  const worst = ceiling ? [ceiling.bottleneck.from.slot, ceiling.bottleneck.to.slot] : [];
  const isWorst = ({ firstSlot, size }: { firstSlot: number; size: number }) =>
    worst.length > 0 && worst.every((slot) => slot >= firstSlot && slot < firstSlot + size);
  const limit = ceiling?.bpm ?? 0;
  // The limiting occurrence may not be the cell's first.
  const held = timeline.cells.findIndex(isWorst);
  const order = cells.map((cell) => ({ cell, first: cell.playings.includes(held) }));
  for (const { cell, first } of cells.length > 1 ? worstFirst(order) : []) {
    const slots = { from: cell.firstSlot, to: cell.firstSlot + cell.size - 1 };
    const alone = phraseOfStep(phrase, { kind: "cell", slots }, player.kit);
    const own = alone && findCeiling(layOut(alone, player.kit), player)?.bpm;
    if (!first && (own ?? Number.POSITIVE_INFINITY) > goal * HARD_CELL) continue;
    const reason: StepReason = first
      ? { code: "bottleneck", ceiling: limit }
      : { code: "cell", times: cell.playings.length };
    add("cell", reason, [learning, middle], { slots, cells: [cell] });
  }
  const joins = listJoins(timeline, cells).map((join) => ({
    ...join,
    first: isWorst({ firstSlot: join.from, size: join.to - join.from + 1 }),
  }));
  for (const { from, to, cells: pair, first } of worstFirst(joins)) {
    const reason: StepReason = first ? { code: "bottleneck", ceiling: limit } : { code: "join" };
    add("join", reason, [learning, middle], { slots: { from, to }, cells: pair });
  }
}

function isShort({ events, cells }: Timeline): boolean {
  return events.filter(({ grace }) => grace === undefined).length <= SHORT || cells.length === 1;
}

/** Cells as exercises: cells that differ only in surfaces count as one. */
function listExercises(timeline: Timeline): DistinctCell[] {
  const found = new Map<string, DistinctCell>();
  for (const cell of listDistinctCells(timeline)) {
    const sticking = cell.item.slots.map((slot) => mapEachStroke(slot, (stroke) => withPlace(stroke, null)));
    const key = `@${formatRate(cell.rate)} ${formatSlots(sticking)}`;
    const known = found.get(key);
    found.set(key, known ? { ...known, playings: [...known.playings, ...cell.playings] } : cell);
  }
  return [...found.values()];
}

function worstFirst<Part extends { readonly first: boolean }>(parts: readonly Part[]): Part[] {
  return parts.toSorted((a, b) => Number(b.first) - Number(a.first)).slice(0, MAX_PARTS);
}

/** Pairs of consecutive cells, each kind once. */
function listJoins({ cells }: Timeline, distinct: readonly DistinctCell[]) {
  const joins = new Map<string, { from: number; to: number; cells: readonly DistinctCell[] }>();
  const kinds = new Map(distinct.flatMap((cell) => cell.playings.map((index) => [index, cell] as const)));
  for (const [index, cell] of cells.entries()) {
    const next = cells[index + 1];
    if (!next) break;
    const pair = [kinds.get(index), kinds.get(index + 1)].filter((one) => one !== undefined);
    const key = pair.map((one) => one.key).join(" ");
    if (!joins.has(key)) {
      joins.set(key, { from: cell.firstSlot, to: next.firstSlot + next.size - 1, cells: pair });
    }
  }
  // A single join between the only two cells is the whole phrase.
  return cells.length > 2 ? [...joins.values()] : [];
}

/** Dynamics, and limbs separately where they interfere. */
function addLimbs(timeline: Timeline, { learning, middle, goal }: Tempos, apart: boolean, add: Add) {
  const events = timeline.events.filter(({ grace }) => grace === undefined);
  const third = bpm(Math.round(learning + (goal - learning) / 3));
  const feet = events.filter(({ limb }) => !isHand(limb));
  const hands = events.length - feet.length;
  const ghosts = events.filter(({ level }) => level === "ghost").length;
  const accents = events.filter(({ level }) => level === "accent").length;
  if (ghosts > 0 || (accents > 0 && accents < hands && !isShort(timeline)) || timeline.swells.length > 0) {
    add("levels", { code: "levels", ghosts, accents }, [learning, third]);
  }
  if (hands === 0 || feet.length === 0 || !(apart || interlocks(timeline))) return;
  add("hands", { code: "hands-first", kicks: feet.length }, [learning, middle]);
  if (feet.length > 1) add("feet", { code: "feet-first", strokes: feet.length }, [learning, middle]);
  add("together", { code: "put-together" }, [learning, third]);
}

/**
 * Whether hands and feet truly interlock: feet play both with and between the hands, or both feet have their own part.
 * Feet that only fill gaps are learned with the hands.
 */
function interlocks({ events }: Timeline): boolean {
  const strokes = events.filter(({ grace }) => grace === undefined);
  const times = new Set(strokes.filter(({ limb }) => isHand(limb)).map(({ at }) => at));
  const feet = strokes.filter(({ limb }) => !isHand(limb));
  const together = feet.filter(({ at }) => times.has(at)).length;
  const of = (limb: Limb) => feet.filter((stroke) => stroke.limb === limb).length;
  return (together > 0 && feet.length - together > 1) || (of("K") > 1 && of("H") > 1);
}

/** Round the kit, and in the groove. */
function addMoves(phrase: Phrase, timeline: Timeline, { middle, goal }: Tempos, add: Add) {
  const surfaces = countSurfaces(timeline);
  if (surfaces > 1) {
    const basic = phraseOfStep(phrase, { kind: "basic", slots: null }, null);
    const few = basic ? countMoves(layOut(basic)) : 0;
    if (few > 0 && few < countMoves(timeline)) add("basic", { code: "few-moves", surfaces }, [middle, goal]);
    add("full", { code: "all-moves", surfaces }, [middle, goal]);
  }
  add("form", { code: "in-time" }, [middle, goal]);
}

/** Steps that make it your own. */
function addExtras(phrase: Phrase, timeline: Timeline, { learning, middle, goal }: Tempos, add: Add) {
  const most = bpm(Math.round((middle + goal) / 2));
  const lead = new Set(timeline.events.map(({ limb }) => limb).filter(isHand));
  if (lead.size === 2) add("other-lead", { code: "both-leads" }, [learning, most]);
  if (listDistinctCells(timeline).length > 1) add("other-order", { code: "own-order" }, [learning, most]);
  if (canGoBetween(phrase)) add("between", { code: "no-lump" }, [learning, middle]);
}

function countSurfaces(timeline: Timeline): number {
  return new Set(timeline.events.flatMap(({ limb, place }) => (isHand(limb) ? [place] : []))).size;
}

/** How often a hand changes surface. */
function countMoves({ events }: Timeline): number {
  const last = new Map<Limb, string>();
  let moves = 0;
  for (const { limb, place } of events) {
    if (!isHand(limb)) continue;
    if (last.has(limb) && last.get(limb) !== place) moves++;
    last.set(limb, place);
  }
  return moves;
}

/** The ceiling for some limbs; null if nothing limits them. */
function ceilingOf(timeline: Timeline, player: Player, limbs: readonly Limb[], ostinato: Ostinato): number | null {
  const played = { ...timeline, events: timeline.events.filter(({ limb }) => limbs.includes(limb)) };
  return findCeiling(played, player, ostinato(played))?.bpm ?? null;
}
