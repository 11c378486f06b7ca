/**
 * One day's runs as text: one row of fixed columns per run. Ten years of practice are half a million runs, and as
 * objects they would be four times as large. Database and book file both store days.
 */

import { deflateSync, inflateSync, strFromU8, strToU8 } from "fflate";
import { FAULT_KINDS, RESULTS } from "~/core/listening";
import { MAX_STEP_ID, RUN_KINDS } from "~/core/practice";
import { type Bpm, MAX_BPM, MIN_BPM } from "~/core/time";
import { MAX_ID, MAX_INSTANT, MAX_TALLY, toItemId } from "../kind";
import { MAX_NAME } from "../phrase/phrase";
import { MAX_KEPT_NOTE, MAX_MILLISECONDS, MAX_SECONDS, MAX_UNEVEN, RUN_LIMBS, type Run, type RunNumbers } from "./run";

/** Columns of a run judged by the player; a heard run also has {@link NUMBER_COLUMNS}. */
const COLUMNS = [
  "id",
  "at",
  "fillId",
  "fill",
  "step",
  "kind",
  "tempo",
  "result",
  "by",
  "seconds",
  "fault",
  "note",
] as const;
const NUMBER_COLUMNS = ["missed", "extra", "offset", "spread", "gap", "drift", "flams", "R", "L", "K", "H"] as const;
const ALL_COLUMNS = COLUMNS.length + NUMBER_COLUMNS.length;

export const DAY = 24 * 60 * 60 * 1000;

/**
 * One day's runs, as text or deflated. `day` counts UTC days from 1970, so that it doesn't depend on where the player
 * is.
 */
export type RunDay = LooseDay | { readonly day: number; readonly packed: Uint8Array };

export interface LooseDay {
  readonly day: number;
  readonly text: string;
}

export function runDayOf({ at }: Pick<Run, "at">): number {
  return Math.floor(at / DAY);
}

type RunRow = readonly (string | number | null)[];

function toRow(run: Run): RunRow {
  const { id, at, fillId, fill, step, kind, tempo, result, by, seconds, fault, note, numbers } = run;
  const row = [id, at, fillId, fill, step, kind, tempo, result, by, seconds, fault, note ?? null];
  if (!numbers) return row;
  const { missed, extra, offset, spread, gap, drift, flams, uneven } = numbers;
  return [...row, missed, extra, offset, spread, gap, drift, flams, ...RUN_LIMBS.map((limb) => uneven[limb] ?? null)];
}

const isText = (value: unknown, most: number, least = 0): value is string =>
  typeof value === "string" && value.length >= least && value.length <= most;
const isWithin = (value: unknown, least: number, most: number): value is number =>
  typeof value === "number" && value >= least && value <= most;
const isCount = (value: unknown, most: number): value is number => isWithin(value, 0, most) && Number.isInteger(value);
const isOneOf = <Choice>(value: unknown, choices: readonly Choice[]): value is Choice =>
  choices.includes(value as Choice);
const isOffset = (value: unknown): value is number | null =>
  value === null || isWithin(value, -MAX_MILLISECONDS, MAX_MILLISECONDS);

/** The run in a row; null if damaged. Accepts exactly what the run schema accepts, many times as fast. */
export function readRunRow(row: unknown): Run | null {
  if (!Array.isArray(row) || (row.length !== COLUMNS.length && row.length !== ALL_COLUMNS)) return null;
  const [id, at, fillId, fill, step, kind, tempo, result, by, seconds, fault, note] = row as unknown[];
  const isFine =
    isText(id, MAX_ID, 1) &&
    isCount(at, MAX_INSTANT) &&
    isText(fillId, MAX_ID, 1) &&
    isText(fill, MAX_NAME) &&
    isText(step, MAX_STEP_ID, 1) &&
    isOneOf(kind, RUN_KINDS) &&
    isWithin(tempo, MIN_BPM, MAX_BPM) &&
    isOneOf(result, RESULTS) &&
    isOneOf(by, ["heard", "self"] as const) &&
    isWithin(seconds, 0, MAX_SECONDS) &&
    (fault === null || isOneOf(fault, FAULT_KINDS)) &&
    (note === null || isText(note, MAX_KEPT_NOTE));
  if (!isFine) return null;
  const numbers = row.length === ALL_COLUMNS ? readNumbers(row.slice(COLUMNS.length)) : null;
  if (numbers === undefined) return null;
  const run = {
    id: toItemId(id),
    at,
    fillId: toItemId(fillId),
    fill,
    step,
    kind,
    tempo: tempo as Bpm,
    result,
    by,
    seconds,
    fault,
    numbers,
  };
  return note === null ? run : { ...run, note };
}

/** Undefined for damaged ones. */
function readNumbers(row: readonly unknown[]): RunNumbers | undefined {
  const [missed, extra, offset, spread, gap, drift, flams, ...limbs] = row;
  if (!isCount(missed, MAX_TALLY) || !isCount(extra, MAX_TALLY) || !isCount(flams, MAX_TALLY)) return undefined;
  if (!isOffset(offset) || !isOffset(spread) || !isOffset(gap) || !isOffset(drift)) return undefined;
  const uneven: { [limb in (typeof RUN_LIMBS)[number]]?: number } = {};
  for (const [index, limb] of RUN_LIMBS.entries()) {
    const value = limbs[index];
    if (value === null) continue;
    if (!isWithin(value, 0, MAX_UNEVEN)) return undefined;
    uneven[limb] = value;
  }
  return { missed, extra, offset, spread, gap, drift, flams, uneven };
}

/** A damaged row as an object, so that the run schema can say what is wrong. */
export function asRun(row: unknown): unknown {
  if (!Array.isArray(row)) return row;
  const entries = (names: readonly string[], from: number) => names.map((name, index) => [name, row[from + index]]);
  const { note, ...run } = Object.fromEntries(entries(COLUMNS, 0));
  const { R, L, K, H, ...numbers } = Object.fromEntries(entries(NUMBER_COLUMNS, COLUMNS.length));
  const uneven = Object.fromEntries(Object.entries({ R, L, K, H }).filter(([, value]) => value !== null));
  return {
    ...run,
    ...(note === null ? {} : { note }),
    numbers: row.length > COLUMNS.length ? { ...numbers, uneven } : null,
  };
}

/** No line per row is needed: days are read whole. */
export function writeRunDay(day: number, runs: readonly Run[]): LooseDay {
  return { day, text: JSON.stringify(inOrder(runs).map(toRow)) };
}

/** Whether runs are from one day, in the stored order, each once. */
export function isInOrder(runs: readonly Run[]): boolean {
  return runs.every((run, index) => {
    const before = runs[index - 1];
    if (!before) return true;
    return runDayOf(run) === runDayOf(before) && (run.at > before.at || (run.at === before.at && run.id > before.id));
  });
}

function inOrder(runs: readonly Run[]): Run[] {
  return runs.toSorted((a, b) => a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
}

export function packRunDay(runDay: RunDay): RunDay {
  return "packed" in runDay ? runDay : { day: runDay.day, packed: deflateSync(strToU8(runDay.text)) };
}

/** As JSON, a list of rows. Throws for a damaged run. */
export function textOfRunDay(runDay: RunDay): string {
  return "packed" in runDay ? strFromU8(inflateSync(runDay.packed)) : runDay.text;
}

/** Groups runs by day, in order. */
export function toRunDays(runs: readonly Run[]): LooseDay[] {
  return [...groupByDay(runs)].sort(([a], [b]) => a - b).map(([day, ofDay]) => writeRunDay(day, ofDay));
}

export function groupByDay(runs: readonly Run[]): Map<number, Run[]> {
  const days = new Map<number, Run[]>();
  for (const run of runs) {
    const day = runDayOf(run);
    const ofDay = days.get(day);
    if (ofDay) ofDay.push(run);
    else days.set(day, [run]);
  }
  return days;
}

/** A stored day's runs, earliest first, without damaged ones. Earlier versions stored runs as objects. */
export function readRunDay(runDay: RunDay | undefined): Run[] {
  if (!runDay) return [];
  try {
    const rows: unknown = JSON.parse(textOfRunDay(runDay));
    if (!Array.isArray(rows)) return [];
    return inOrder(rows.flatMap((row) => (Array.isArray(row) ? readRunRow(row) : readObject(row)) ?? []));
  } catch {
    return [];
  }
}

/** Whether the whole day is readable: damaged days stay as they are. */
export function isWhole(runDay: RunDay): boolean {
  try {
    const rows: unknown = JSON.parse(textOfRunDay(runDay));
    return Array.isArray(rows) && rows.length === readRunDay(runDay).length;
  } catch {
    return false;
  }
}

function readObject(run: Run | null): Run | null {
  const isSound =
    typeof run?.id === "string" &&
    typeof run.at === "number" &&
    typeof run.tempo === "number" &&
    typeof run.fill === "string" &&
    typeof run.kind === "string" &&
    typeof run.result === "string" &&
    (run.numbers === null || typeof run.numbers?.uneven === "object");
  return isSound ? run : null;
}
