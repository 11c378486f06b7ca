/**
 * All ways to fill the window, as one graph: a node per reachable slot and state, an edge per allowed piece. Counting,
 * ranking and drawing use this graph.
 */

import { buildLayers, type LayeredGraph, type Tracker, trackUses } from "../graph/layers";
import { isBackbeat, isOnBeat, type Pulse, pulseOf } from "../pulse/pulse";
import { strokesOf } from "../stroke/stroke";
import { slotTicks, type Ticks, ticks } from "../time/time";
import { listPieces, type PoolPiece } from "./piece";
import { endOfRule, isOutside, type RuleSpace, trackersOfRule, wantsOfRule } from "./rules";
import { isWho, MAX_PIECES, MAX_SEARCH_SLOTS, type SearchSpec, type SpecProblem, type Want } from "./spec";

/** A spec with its rules compiled. */
export interface Compiled {
  readonly spec: SearchSpec;
  readonly slots: number;
  readonly pieces: readonly PoolPiece[];
  readonly trackers: readonly Tracker[];
  /** Whether a piece may start on a slot: `at * pieces.length + piece`. */
  readonly fits: Uint8Array;
  /** Slots on a beat. */
  readonly isBeat: readonly boolean[];
}

function pulseOfSpec({ meter, pulse = pulseOf(meter) }: SearchSpec): Pulse {
  return pulse;
}

/** The position of a slot of the window, from the first bar line. */
function positionOf({ window, rate }: SearchSpec, slot: number): Ticks {
  return ticks(window.start + slot * slotTicks(rate));
}

function satisfies(piece: PoolPiece, position: number, want: Want): boolean {
  const matches = ({ limb, level }: { limb: Parameters<typeof isWho>[0]; level: string }) =>
    isWho(limb, want.who) && (want.level === null || level === want.level);
  const slot = piece.cell[position];
  if (!slot) return false;
  if (want.not) return !strokesOf(slot).some(matches);
  const onset = slot.kind === "split" ? slot.parts[0] : slot;
  return onset?.kind === "strokes" && onset.strokes.some(matches);
}

/** What the rules require of single slots, by slot. */
function listWants(spec: SearchSpec, space: RuleSpace): Map<number, Want[]> {
  const wants = new Map<number, Want[]>();
  for (const rule of spec.rules) {
    for (const [slot, want] of wantsOfRule(rule, space)) wants.set(slot, [...(wants.get(slot) ?? []), want]);
  }
  return wants;
}

function trackersOf(spec: SearchSpec, space: RuleSpace): Tracker[] {
  const entries = space.pieces.map(({ entry }) => entry);
  const uses = spec.pool.flatMap((bounds, entry) =>
    bounds.least > 0 || bounds.most !== null ? [trackUses(entries, entry, bounds)] : [],
  );
  return [...uses, ...spec.rules.flatMap((rule) => trackersOfRule(rule, space))];
}

/** Number of slots in a spec's window; fractional if the rate doesn't divide it. */
export function countWindowSlots({ window, rate }: Pick<SearchSpec, "window" | "rate">): number {
  return window.length / slotTicks(rate);
}

/** Compiles a spec, or reports what is wrong with it. */
export function compileSearch(spec: SearchSpec): Compiled | SpecProblem {
  const slots = countWindowSlots(spec);
  if (!Number.isInteger(slots) || slots < 1) return { code: "inexact-window", slots };
  if (slots > MAX_SEARCH_SLOTS) return { code: "too-long", slots, most: MAX_SEARCH_SLOTS };
  if (spec.pool.length === 0) return { code: "empty-pool" };
  const forms = spec.pool.reduce(
    (sum, { cell, mirrors, rotations }) => sum + (mirrors ? 2 : 1) * (rotations ? cell.length : 1),
    0,
  );
  if (forms > MAX_PIECES) return { code: "too-many-forms", forms, most: MAX_PIECES };
  const outside = spec.rules.findIndex((rule) => isOutside(rule, slots));
  if (outside >= 0) return { code: "slot-outside", rule: outside, slots };

  const pieces = listPieces(spec.pool, slots);
  const pulse = pulseOfSpec(spec);
  const positions = Array.from({ length: slots }, (_, slot) => positionOf(spec, slot));
  const isBeat = positions.map((at) => isOnBeat(at, pulse));
  const space = { pieces, slots, isBeat, isBackbeat: positions.map((at) => isBackbeat(at, pulse)) };
  const wants = listWants(spec, space);
  const ends = spec.rules.flatMap((rule) => endOfRule(rule) ?? []);
  const fits = new Uint8Array(slots * pieces.length);
  for (let at = 0; at < slots; at++) {
    for (const [index, piece] of pieces.entries()) {
      const end = at + piece.size;
      if (end > slots) continue;
      let fit = true;
      for (let place = 0; place < piece.size && fit; place++) {
        fit = (wants.get(at + place) ?? []).every((want) => satisfies(piece, place, want));
      }
      if (fit && end === slots) {
        const last = piece.moments.at(-1)?.strokes ?? [];
        fit = ends.every((who) => last.some((stroke) => isWho(stroke.limb, who)));
      }
      fits[at * pieces.length + index] = fit ? 1 : 0;
    }
  }
  return { spec, slots, pieces, trackers: trackersOf(spec, space), fits, isBeat };
}

export function isProblem(compiled: Compiled | SpecProblem): compiled is SpecProblem {
  return "code" in compiled;
}

/** The choice on an edge is a piece. */
export interface Automaton extends LayeredGraph {
  readonly compiled: Compiled;
}

/**
 * Builds the graph slot by slot and yields its progress, 0 to 1, so that the caller can show it or stop. Returns null
 * if the graph would be too large. `extra` trackers follow the spec's own.
 */
export function* buildAutomaton(
  compiled: Compiled,
  extra: readonly Tracker[] = [],
): Generator<number, Automaton | null> {
  const { slots, pieces, fits, trackers } = compiled;
  const graph = yield* buildLayers({
    length: slots,
    sizes: pieces.map(({ size }) => size),
    fits: (at, piece) => fits[at * pieces.length + piece] === 1,
    trackers: [...trackers, ...extra],
  });
  return graph && { ...graph, compiled };
}
