/** Turns a draw into a line: which version of each idea is played, and what varies while the sticking stays. */

import { countWays, drawBelow, drawWays, makeRandom, type RandomBits } from "../graph/count";
import { mapPlayedSlots, placeStrokes, replaceLastCell } from "../line/rewrite";
import { formatSlots } from "../line/write";
import {
  findOrchestrations,
  isOrchestrationProblem,
  type OrchestrationProblem,
  strokesOfWay,
} from "../orchestration-search/find";
import { countSlots, type Line, type LineItem, makeLine, playItems } from "../phrase/phrase";
import type { Player } from "../player/player";
import { homePlace, isHand, type KitVoice, mapEachStroke, type Slot, type Stroke, withLevel } from "../stroke/stroke";
import { barTicks, type Rate, sameRate, type Ticks, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import type { PlacedPiece } from "./draw";
import type { FlowSpec } from "./spec";

/** The orchestration of an idea: as written, any of its own, or a newly drawn playable one each time. */
export const PATHS = ["kept", "versions", "anew"] as const;
export type PathRule = (typeof PATHS)[number];

/** What may vary from one playing of an idea to the next. */
export interface Variety {
  readonly path: PathRule;
  /** Whether the same number of accents moves to other hand strokes. */
  readonly accents: boolean;
  /** Cells of which one replaces the last cell in the last playing of a repeated idea. */
  readonly endings: readonly (readonly Slot[])[];
}

/** One playing of an idea in a line. */
export interface ComposedPlaying {
  readonly idea: number;
  readonly at: Ticks;
  readonly length: number;
  readonly grown: number;
  readonly mirrored: boolean;
  /** As played here. */
  readonly line: Line;
  /** Its slots in the whole line, including the last. */
  readonly from: number;
  readonly to: number;
  /** Whether its last cell was replaced. */
  readonly isChanged: boolean;
}

export interface Composed {
  readonly line: Line;
  readonly playings: readonly ComposedPlaying[];
}

/** A random integer from 0 to below `below`. */
function pick(below: number, random: RandomBits): number {
  return Number(drawBelow(BigInt(below), random));
}

/** Joins lines, with rates where they change; equal neighbours become one repeated item. */
function joinLines(lines: readonly Line[]): Line {
  const joined: LineItem[] = [];
  let rate: Rate | null = null;
  for (const line of lines) {
    for (const item of playItems(line)) {
      if (item.kind === "bar") continue;
      if (!rate || !sameRate(rate, item.rate)) joined.push({ kind: "rate", rate: item.rate });
      rate = item.rate;
      const before = joined.at(-1);
      const isSame = before?.kind === "cell" && formatSlots(before.slots) === formatSlots(item.item.slots);
      if (isSame) {
        joined[joined.length - 1] = { ...before, count: before.count + 1 };
      } else joined.push({ ...item.item, count: 1 });
    }
  }
  return makeLine(joined);
}

/**
 * Moves the accents to other hand strokes, keeping their number; every choice is equally likely. A line without accents
 * gets one.
 */
export function shuffleAccents(line: Line, random: RandomBits): Line {
  const strokes: { slot: number; part: number; limb: Stroke["limb"] }[] = [];
  let accents = 0;
  mapPlayedSlots(line, (slot, index) =>
    mapEachStroke(slot, (stroke, part) => {
      if (!isHand(stroke.limb)) return stroke;
      strokes.push({ slot: index, part, limb: stroke.limb });
      if (stroke.level === "accent") accents++;
      return stroke;
    }),
  );
  if (strokes.length === 0) return line;
  // The first steps of a shuffle that stops early (R. Durstenfeld, "Random permutation", 1964).
  const wanted = Math.max(1, accents);
  for (let index = 0; index < wanted; index++) {
    const other = index + pick(strokes.length - index, random);
    [strokes[index], strokes[other]] = [strokes[other] as (typeof strokes)[0], strokes[index] as (typeof strokes)[0]];
  }
  const chosen = new Set(strokes.slice(0, wanted).map(({ slot, part, limb }) => `${slot} ${part} ${limb}`));
  return mapPlayedSlots(line, (slot, index) =>
    mapEachStroke(slot, (stroke, part) => {
      if (!isHand(stroke.limb)) return stroke;
      if (chosen.has(`${index} ${part} ${stroke.limb}`)) return withLevel(stroke, "accent");
      return stroke.level === "accent" ? withLevel(stroke, "normal") : stroke;
    }),
  );
}

/** Hand strokes with their home surface written out, so that a search leaves them there. */
function pinned(line: Line): Line {
  return mapPlayedSlots(line, (slot) => mapEachStroke(slot, (stroke) => pin(stroke)));
}

function pin(stroke: Stroke): Stroke {
  return isHand(stroke.limb) && stroke.place === undefined ? { ...stroke, place: homePlace(stroke.limb) } : stroke;
}

function unplaced(line: Line): Line {
  return mapPlayedSlots(line, (slot) =>
    mapEachStroke(slot, (stroke) => {
      if (!isHand(stroke.limb) || stroke.place === undefined || stroke.technique !== "plain") return stroke;
      const { place: _, ...free } = stroke;
      return free;
    }),
  );
}

/** Variation must not depend on which way was drawn: same seed, separate random stream. */
const OTHER_STREAM = 0x5bf03635;

/** Joins the playings end to end. Deterministic for a seed. */
export function composeFlow(playings: readonly PlacedPiece[], variety: readonly Variety[], seed: number): Composed {
  const random = makeRandom((seed ^ OTHER_STREAM) >>> 0);
  const lines = playings.map(({ piece }, index): { line: Line; isChanged: boolean } => {
    const { path, accents, endings } = variety[piece.idea] ?? { path: "kept", accents: false, endings: [] };
    const version = path === "versions" ? pick(piece.versions.length, random) : 0;
    let line = piece.versions[version] as Line;
    const isRepeated = playings[index - 1]?.piece.idea === piece.idea;
    const isLast = playings[index + 1]?.piece.idea !== piece.idea;
    let isChanged = false;
    if (endings.length > 0 && isRepeated && isLast) {
      const last = lastCell(line);
      const others = endings.filter((cell) => cell.length === last.length && formatSlots(cell) !== formatSlots(last));
      const other = others[others.length > 0 ? pick(others.length, random) : 0];
      if (other) {
        line = replaceLastCell(line, other);
        isChanged = true;
      }
    }
    if (accents) line = shuffleAccents(line, random);
    return { line: path === "anew" ? unplaced(line) : line, isChanged };
  });
  let slot = 0;
  return {
    line: joinLines(lines.map(({ line }) => line)),
    playings: playings.map(({ piece, at }, index) => {
      const { line, isChanged } = lines[index] as (typeof lines)[0];
      const from = slot;
      slot += countSlots(line);
      const { idea, grown, mirrored, length } = piece;
      return { idea, at, length, grown, mirrored, line, from, to: slot - 1, isChanged };
    }),
  };
}

function lastCell(line: Line): readonly Slot[] {
  const last = playItems(line).findLast((item) => item.kind === "cell");
  return last?.kind === "cell" ? last.item.slots : [];
}

/** Surfaces that hands may visit in a drawn path: drums and cymbals alike. */
export interface Paths {
  readonly surfaces: readonly KitVoice[];
  readonly seed: number;
}

/**
 * Orchestrates the strokes of all ideas with a drawn path together; every way playable at the tempo is equally likely.
 * All other strokes stay where they are. Returns a problem if there is no way or the line is too long.
 */
export function drawPaths(
  composed: Composed,
  variety: readonly Variety[],
  { meter, tempo, bars }: FlowSpec,
  player: Player,
  { surfaces, seed }: Paths,
): Composed | OrchestrationProblem {
  if (!composed.playings.some(({ idea }) => variety[idea]?.path === "anew")) return composed;
  const isFree = composed.playings.map(({ idea }) => variety[idea]?.path === "anew");
  const line = joinLines(
    composed.playings.map((playing, index) => (isFree[index] ? playing.line : pinned(playing.line))),
  );
  const window = { start: ticks(0), length: ticks(bars * barTicks(meter)) };
  const timeline = layOut({ meter, tempo, window, line }, player.kit);
  const found = findOrchestrations({ timeline, player, surfaces });
  if (isOrchestrationProblem(found)) return found;
  const [way] = drawWays(countWays(found.graph), 1, (seed ^ ~OTHER_STREAM) >>> 0);
  if (!way) return { code: "no-surfaces" };
  const placed = placeStrokes(line, strokesOfWay(found, way));
  const slots = playItems(placed).flatMap((item) => (item.kind === "bar" ? [] : item.item.slots));
  const playings = composed.playings.map((playing, index): ComposedPlaying => {
    if (!isFree[index]) return playing;
    let at = playing.from;
    return { ...playing, line: mapPlayedSlots(playing.line, () => slots[at++] as Slot) };
  });
  return { line: joinLines(playings.map((one) => one.line)), playings };
}

/**
 * A line with its strokes as this kit plays them, so that it can be combined with others: its layers are written into
 * each stroke.
 */
export function settleLine(line: Line, voiced: readonly Slot[]): Line {
  return mapPlayedSlots(line, (_, index) => voiced[index] as Slot);
}
