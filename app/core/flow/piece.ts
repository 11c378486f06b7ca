/** Pieces: the forms of each idea that can be joined, with everything the rules need precomputed. */

import { findLanding } from "../fit/landing";
import { appendLine } from "../line/rewrite";
import {
  countSlots,
  type Line,
  type LineItem,
  makeCell,
  mirrorLine,
  type PlayedItem,
  playItems,
} from "../phrase/phrase";
import type { Player } from "../player/player";
import { type Hand, isHand, partsOf, strokesOf } from "../stroke/stroke";
import { barTicks, type Meter, type Rate, sameRate, slotTicks, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import type { FlowSpec, Idea } from "./spec";

export interface FlowPiece {
  readonly idea: number;
  /** How many times its tail has been added. */
  readonly grown: number;
  readonly mirrored: boolean;
  /** See {@link Idea.versions}. */
  readonly versions: readonly Line[];
  /** In ticks. */
  readonly length: number;
  readonly first: Hand | null;
  readonly last: Hand | null;
  /** Slots at one rate and their offsets in the piece. Each must fall on the grid of its bar. */
  readonly grids: readonly { readonly at: number; readonly step: number }[];
  /** Whether a hand is free to crash afterwards; see {@link findLanding}. */
  readonly landsFree: boolean;
}

/** Length of a line in ticks. */
export function lengthOf(line: Line): number {
  return playItems(line).reduce((sum, item) => sum + durationOf(item), 0);
}

function durationOf(item: PlayedItem): number {
  return item.kind === "bar" ? 0 : item.item.slots.length * slotTicks(item.rate);
}

function gridsOf(line: Line): FlowPiece["grids"] {
  const grids: { at: number; step: number }[] = [];
  let at = 0;
  for (const item of playItems(line)) {
    if (item.kind === "bar") continue;
    const step = slotTicks(item.rate);
    if (grids.at(-1)?.step !== step) grids.push({ at, step });
    at += durationOf(item);
  }
  return grids;
}

function handsOf(line: Line): Hand[] {
  return playItems(line).flatMap((item) =>
    item.kind === "bar"
      ? []
      : item.item.slots.flatMap((slot) =>
          partsOf(slot).flatMap((part) =>
            strokesOf(part)
              .map(({ limb }) => limb)
              .filter(isHand),
          ),
        ),
  );
}

/** The line with its last slots repeated `times` more, at their own rate. */
export function growLine(line: Line, slots: number, times: number): Line {
  if (times <= 0) return line;
  const from = Math.max(0, countSlots(line) - slots);
  const tail: LineItem[] = [];
  let rate: Rate | null = null;
  let index = 0;
  for (const item of playItems(line)) {
    if (item.kind === "bar") continue;
    const kept = item.item.slots.slice(Math.max(0, from - index));
    index += item.item.slots.length;
    if (index <= from) continue;
    if (!rate || !sameRate(rate, item.rate)) tail.push({ kind: "rate", rate: item.rate });
    rate = item.rate;
    tail.push(makeCell(kept));
  }
  return Array.from({ length: times }).reduce<Line>((grown) => appendLine(grown, tail), line);
}

/** The piece alone, ending on a bar line, to see how it lands. */
function landsFree(line: Line, length: number, { meter, tempo }: FlowSpec, player: Player): boolean {
  const bar = barTicks(meter);
  const bars = Math.ceil(length / bar);
  const window = { start: ticks(bars * bar - length), length: ticks(length) };
  const landing = findLanding(layOut({ meter, tempo, window, line }, player.kit), player);
  return landing === null || landing.hands.some(({ free }) => free);
}

/** How many times a tail is added in a round: one more each round, then one fewer on the way back. */
export function growthIn(round: number, times: number): number {
  if (times <= 0) return 0;
  const turn = round % (2 * times);
  return turn <= times ? turn : 2 * times - turn;
}

/** All forms of every idea in a round; `grown` is how many times each idea's tail is added. */
export function listFlowPieces(spec: FlowSpec, grown: readonly number[], player: Player): FlowPiece[] {
  const { rules, leading } = spec;
  return spec.ideas.flatMap((idea, index): FlowPiece[] => {
    const times = grown[index] ?? 0;
    const forms = formsOf(idea, times);
    const hands = handsOf(forms[0] as Line);
    const turns = hands.length > 0 && (rules.lead === "alternate" || (rules.lead === "same" && hands[0] !== leading));
    const stays = rules.lead !== "same" || hands.length === 0 || hands[0] === leading;
    const make = (mirrored: boolean): FlowPiece => {
      const versions = mirrored ? forms.map(mirrorLine) : forms;
      const line = versions[0] as Line;
      const own = handsOf(line);
      const length = lengthOf(line);
      return {
        idea: index,
        grown: times,
        mirrored,
        versions,
        length,
        first: own[0] ?? null,
        last: own.at(-1) ?? null,
        grids: gridsOf(line),
        landsFree: landsFree(line, length, spec, player),
      };
    };
    return [...(stays ? [make(false)] : []), ...(turns ? [make(true)] : [])];
  });
}

function formsOf({ versions, tail }: Idea, times: number): Line[] {
  return tail ? versions.map((line) => growLine(line, tail.slots, times)) : [...versions];
}

/**
 * Whether a piece's notes fall on the grid of their bar if it starts at a position: triplets never start between
 * sixteenths.
 */
export function standsOnGrid({ grids }: FlowPiece, at: number, meter: Meter): boolean {
  const bar = barTicks(meter);
  return grids.every((grid) => ((at + grid.at) % bar) % grid.step === 0);
}
