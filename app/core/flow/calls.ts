/** Calls: what the player is told, idea by idea, and when each call first appears. */

import { lengthOf } from "./piece";
import type { Idea } from "./spec";

/** One idea, a number of times in a row. */
export interface Call {
  readonly idea: number;
  readonly grown: number;
  readonly times: number;
  /** Ticks from the start of the round's ideas. */
  readonly at: number;
  readonly length: number;
  /** Its playings, as indices into the round. */
  readonly from: number;
  readonly to: number;
}

interface Called {
  readonly idea: number;
  readonly grown: number;
  readonly at: number;
  readonly length: number;
}

/** Consecutive playings of one idea are one call. */
export function listCalls(playings: readonly Called[]): Call[] {
  const calls: Call[] = [];
  for (const [index, { idea, grown, at, length }] of playings.entries()) {
    const last = calls.at(-1);
    if (last?.idea === idea) {
      calls[calls.length - 1] = { ...last, times: last.times + 1, length: last.length + length, to: index };
    } else calls.push({ idea, grown, times: 1, at, length, from: index, to: index });
  }
  return calls;
}

/** Nobody can read a word and turn it into strokes in less. Seconds; our estimate. */
const READING = 0.6;
/** With more cards, the eye would have to search. */
const MAX_CARDS = 5;

/**
 * How many calls to show side by side. A call keeps its card from when it appears until it has been played, and then
 * the next call takes the card. So each call is visible while the others are played: at least one beat plus reading
 * time. `perTick` in seconds.
 */
export function countCards(ideas: readonly Idea[], beat: number, perTick: number): number {
  const shortest = ideas.reduce(
    (least, { versions }) => Math.min(least, lengthOf(versions[0] ?? [])),
    Number.POSITIVE_INFINITY,
  );
  const wanted = Math.max(beat, READING / perTick);
  return Math.min(MAX_CARDS, Math.max(2, 1 + Math.ceil(wanted / shortest)));
}

/** A visible call: its number since the start, and its card. */
export interface ShownCall<Of> {
  readonly number: number;
  readonly card: number;
  readonly call: Of;
}

/**
 * The cards while call `playing` is played (from 0; -1 before the first): that call and the coming ones, each on its
 * card. `callOf` returns null for calls that aren't drawn yet.
 */
export function showCalls<Of>(playing: number, cards: number, callOf: (number: number) => Of | null): ShownCall<Of>[] {
  const first = Math.max(0, playing);
  return Array.from({ length: cards }, (_, index) => first + index).flatMap((number) => {
    const call = callOf(number);
    return call === null ? [] : [{ number, card: number % cards, call }];
  });
}

/** The call during which a call first appears; -1 for those visible before anything is played. */
export function shownFrom(number: number, cards: number): number {
  return number < cards ? -1 : number - cards + 1;
}
