/** Calls: what is told to the player, idea by idea, and when it is first shown. */

import { lengthOf } from "./piece";
import type { Idea } from "./spec";

/** One idea, so many times in a row. */
export interface Call {
  readonly idea: number;
  readonly grown: number;
  readonly times: number;
  /** Ticks from where the round's ideas begin. */
  readonly at: number;
  readonly length: number;
  /** Its playings, by their numbers in the round. */
  readonly from: number;
  readonly to: number;
}

interface Called {
  readonly idea: number;
  readonly grown: number;
  readonly at: number;
  readonly length: number;
}

/** Playings in a row of one idea are one call. */
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

/** Nobody reads a word, and turns it into strokes, in less. Seconds; our estimate. */
const READING = 0.6;
/** More cards than this would have to be looked for. */
const MAX_CARDS = 5;

/**
 * How many calls stand side by side. Each keeps its card from when it is shown until it has been played, and only then does
 * the next one take the card: so a call is shown while all the others are played, which takes at least a beat and the time
 * to read it. `perTick` in seconds.
 */
export function countCards(ideas: readonly Idea[], beat: number, perTick: number): number {
  const shortest = ideas.reduce(
    (least, { versions }) => Math.min(least, lengthOf(versions[0] ?? [])),
    Number.POSITIVE_INFINITY,
  );
  const wanted = Math.max(beat, READING / perTick);
  return Math.min(MAX_CARDS, Math.max(2, 1 + Math.ceil(wanted / shortest)));
}

/** A call that is shown: which of all calls since the beginning it is, and on which card. */
export interface ShownCall<Of> {
  readonly number: number;
  readonly card: number;
  readonly call: Of;
}

/**
 * What stands on the cards while call `playing` (from 0; -1 before the first) is played: that one and the ones to come, each
 * on the card of its number. `callOf` gives null for what is not drawn yet.
 */
export function showCalls<Of>(playing: number, cards: number, callOf: (number: number) => Of | null): ShownCall<Of>[] {
  const first = Math.max(0, playing);
  return Array.from({ length: cards }, (_, index) => first + index).flatMap((number) => {
    const call = callOf(number);
    return call === null ? [] : [{ number, card: number % cards, call }];
  });
}

/** The number of the call during which a call is first shown; -1 for the ones that are shown before anything is played. */
export function shownFrom(number: number, cards: number): number {
  return number < cards ? -1 : number - cards + 1;
}
