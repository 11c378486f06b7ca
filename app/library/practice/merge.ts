/**
 * Merges practice from two devices. Each merge is commutative and idempotent, and loses nothing that either device has
 * reached or written.
 */

import { sameText } from "~/data/same";
import type { FlowRecordRow } from "../flow/record";
import type { PlanRow } from "./plan";
import { MAX_KEPT_NOTE, type Run } from "./run";

type StepRecord = PlanRow["standings"][string];

/** The greater by these numbers in turn, then by content, so that there is always a winner. */
function pickGreater<Value>(a: Value, b: Value, ...ranks: readonly ((value: Value) => number)[]): Value {
  for (const rank of ranks) {
    const difference = rank(a) - rank(b);
    if (difference !== 0) return difference > 0 ? a : b;
  }
  return sameText(a) >= sameText(b) ? a : b;
}

/** Below every tempo, day and count. */
const NONE = -1;

function greater<Value extends number>(a: Value | null, b: Value | null): Value | null {
  return (a ?? NONE) >= (b ?? NONE) ? a : b;
}

/** The union of both, sorted if they differ. */
function unite(a: readonly string[], b: readonly string[], most: number): string[] {
  if (sameText(a) === sameText(b)) return [...a];
  return [...new Set([...a, ...b])].sort().slice(0, most);
}

function uniteRecords<Value>(
  a: Readonly<Record<string, Value>>,
  b: Readonly<Record<string, Value>>,
  merge: (one: Value, other: Value) => Value,
): Record<string, Value> {
  const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])].sort();
  return Object.fromEntries(
    keys.map((key) => {
      const [one, other] = [a[key], b[key]];
      return [key, one !== undefined && other !== undefined ? merge(one, other) : ((one ?? other) as Value)];
    }),
  );
}

/** The one with more progress, with the best tempo of both. */
function mergeStandings(a: StepRecord, b: StepRecord): StepRecord {
  const best = greater(a.best, b.best);
  const further = pickGreater<StepRecord>(
    { ...a, best },
    { ...b, best },
    ({ passed }) => Number(passed),
    ({ tempo }) => tempo,
    ({ cleanRow }) => cleanRow,
    ({ recent }) => recent.length,
  );
  return further;
}

const MAX_LISTED = 200;

/** Step by step the one with more progress; the higher goals and tempos; skipped steps stay skipped. */
export function mergePlans(a: PlanRow, b: PlanRow): PlanRow {
  const later = pickGreater(
    { last: a.lastPractised, current: a.current },
    { last: b.lastPractised, current: b.current },
    ({ last }) => last ?? NONE,
  );
  return {
    id: a.id,
    goal: greater(a.goal, b.goal),
    learning: greater(a.learning, b.learning),
    cleanInRow: Math.max(a.cleanInRow, b.cleanInRow),
    skipped: unite(a.skipped, b.skipped, MAX_LISTED),
    order: [...pickGreater(a.order, b.order, (order) => order.length)],
    tempos: uniteRecords(a.tempos, b.tempos, (one, other) => ({
      start: greater(one.start, other.start) ?? one.start,
      goal: greater(one.goal, other.goal) ?? one.goal,
    })),
    standings: uniteRecords(a.standings, b.standings, mergeStandings),
    current: later.current,
    learned: pickGreater(
      a.learned,
      b.learned,
      (learned) => learned?.returns ?? NONE,
      (learned) => learned?.due ?? NONE,
    ),
    lastPractised: greater(a.lastPractised, b.lastPractised),
    steps: Math.max(a.steps, b.steps),
    passed: Math.max(a.passed, b.passed),
    best: greater(a.best, b.best),
  };
}

type IdeaResults = FlowRecordRow["ideas"][string];

/** The longer record of each idea and join; if equally long, the cleaner. */
export function mergeFlowRecords(a: FlowRecordRow, b: FlowRecordRow): FlowRecordRow {
  const better = (one: IdeaResults, other: IdeaResults) =>
    pickGreater<IdeaResults>(
      one,
      other,
      (results) => results.length,
      (results) => results.filter((result) => result === "clean").length,
    );
  return { id: a.id, ideas: uniteRecords(a.ideas, b.ideas, better), joins: uniteRecords(a.joins, b.joins, better) };
}

const BETWEEN_NOTES = " · ";

/** One run with the notes of both. */
export function mergeRuns(a: Run, b: Run): Run {
  const notes = unite(splitNote(a.note), splitNote(b.note), MAX_KEPT_NOTE);
  const { note: _, ...rest } = pickGreater({ ...a, note: "" }, { ...b, note: "" });
  const note = notes.join(BETWEEN_NOTES).slice(0, MAX_KEPT_NOTE);
  return note ? { ...rest, note } : rest;
}

function splitNote(note: string | undefined): string[] {
  return note ? note.split(BETWEEN_NOTES) : [];
}
