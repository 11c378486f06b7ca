/** How clean each idea and join has been, and how much more often it should come. */

import type { Result } from "../listening/judge";
import type { FlowWeights } from "./draw";

/** Results kept per entry: old ones say little. */
export const REMEMBERED = 12;
/** Results that affect weights. */
const RECENT = 6;
/** An entry that has never been clean comes this many times as often. */
const MAX_FACTOR = 4;

/** Recent results, latest last. */
export type Results = readonly Result[];

/** Ideas by key; joins by both keys, see {@link joinKey}. */
export interface FlowRecord {
  readonly ideas: Readonly<Record<string, Results>>;
  readonly joins: Readonly<Record<string, Results>>;
}

export const NO_RECORD: FlowRecord = { ideas: {}, joins: {} };

export function joinKey(before: string, after: string): string {
  return `${before} ${after}`;
}

/** The result of one idea or one join. */
export type FlowEvent =
  | { readonly of: "idea"; readonly key: string; readonly result: Result }
  | { readonly of: "join"; readonly key: string; readonly result: Result };

export function recordHeard(record: FlowRecord, heard: readonly FlowEvent[]): FlowRecord {
  const ideas: Record<string, Results> = { ...record.ideas };
  const joins: Record<string, Results> = { ...record.joins };
  for (const { of, key, result } of heard) {
    const all = of === "idea" ? ideas : joins;
    all[key] = [...(all[key] ?? []), result].slice(-REMEMBERED);
  }
  return { ideas, joins };
}

/** Share of recent results that weren't clean, 0 to 1; nearly clean counts half. 0 without results. */
export function missShare(results: Results = []): number {
  const recent = results.slice(-RECENT);
  if (recent.length === 0) return 0;
  const missed = recent.reduce((sum, result) => sum + (result === "clean" ? 0 : result === "nearly" ? 0.5 : 1), 0);
  return missed / recent.length;
}

/** How many times as often something comes because of its results: 1 while clean, up to 4. */
export function factorOf(results: Results | undefined): number {
  return 1 + Math.round((MAX_FACTOR - 1) * missShare(results));
}

/** The weights of a draw: as given, and adjusted for results unless they are held. */
export function weightsOf(
  ideas: readonly { readonly key: string; readonly weight: number }[],
  record: FlowRecord,
  isHeld: boolean,
): FlowWeights {
  const factor = (results: Results | undefined) => (isHeld ? 1 : factorOf(results));
  return {
    ideas: ideas.map(({ key, weight }) => weight * factor(record.ideas[key])),
    joins: ideas.map((before) =>
      ideas.map((after) => (before === after ? 1 : factor(record.joins[joinKey(before.key, after.key)]))),
    ),
  };
}
