/** The log as a table for spreadsheets, and as JSON, both described in `docs/log-file.md`. */

import Papa from "papaparse";
import type { Run } from "~/library/practice/run";

export const LOG_FORMAT = "dime-stack-log";
export const LOG_VERSION = 1;

const COLUMNS = [
  "time",
  "fill",
  "step",
  "tempo",
  "result",
  "judged by",
  "seconds",
  "fault",
  "missed",
  "extra",
  "offset ms",
  "spread ms",
  "feet behind hands ms",
  "drift ms",
  "flams",
  "uneven R %",
  "uneven L %",
  "uneven K %",
  "uneven H %",
  "note",
] as const;

function rowOf({ at, fill, step, tempo, result, by, seconds, fault, numbers, note }: Run): (string | number)[] {
  const uneven = (["R", "L", "K", "H"] as const).map((limb) => numbers?.uneven[limb] ?? "");
  const told = [numbers?.missed, numbers?.extra, numbers?.offset, numbers?.spread, numbers?.gap, numbers?.drift];
  return [
    new Date(at).toISOString(),
    fill,
    step,
    tempo,
    result,
    by,
    seconds,
    fault ?? "",
    ...told.map((number) => number ?? ""),
    numbers?.flams ?? "",
    ...uneven,
    note ?? "",
  ];
}

/**
 * Cell starts that a spreadsheet may take for a formula: a sign, including full-width ones, after invisible or trimmed
 * characters; or a character that may start another cell.
 */
const FORMULA = /^[\s\p{C}\p{Z}\p{M}]*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]|^[\t\r\n]/u;

/**
 * Comma-separated values with a heading line (RFC 4180). Text that a spreadsheet would take for a formula is quoted.
 */
export function writeLogTable(runs: readonly Run[]): string {
  return `${Papa.unparse({ fields: [...COLUMNS], data: runs.map(rowOf) }, { escapeFormulae: FORMULA })}\r\n`;
}

export function writeLogJson(runs: readonly Run[]): string {
  return `${JSON.stringify({ format: LOG_FORMAT, version: LOG_VERSION, runs })}\n`;
}
