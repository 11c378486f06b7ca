/**
 * Stick lines in a plain text file: one a line, a name before it after `#`. Reader and writer; `docs/stick-line.md`
 * describes it.
 */

import { type Problem, readStickLine } from "~/core";

/** Files over this are refused unread. */
export const MAX_STICK_FILE = 1_000_000;
const MAX_LINES = 1_000;

export interface NamedLine {
  readonly name: string;
  readonly text: string;
}

export type StickFileReading =
  | { readonly ok: true; readonly lines: readonly NamedLine[] }
  | { readonly ok: false; readonly reason: "too-large" | "empty" | "too-many" }
  | { readonly ok: false; readonly reason: "line"; readonly number: number; readonly problem: Problem };

export function writeStickFile(lines: readonly NamedLine[]): string {
  return lines.map(({ name, text }) => `${name ? `# ${name.replace(/\s+/g, " ")}\n` : ""}${text}\n`).join("\n");
}

/** Never throws; a file is taken whole or not at all. */
export function readStickFile(text: string): StickFileReading {
  if (text.length > MAX_STICK_FILE) return { ok: false, reason: "too-large" };
  const lines: NamedLine[] = [];
  let name = "";
  for (const [index, raw] of text.split(/\r\n|\n|\r/).entries()) {
    const line = raw.trim();
    if (line.startsWith("#")) {
      name = line.slice(1).trim().slice(0, 120);
      continue;
    }
    if (line === "") continue;
    const problem = readStickLine(line).problems[0];
    if (problem) return { ok: false, reason: "line", number: index + 1, problem };
    if (lines.length === MAX_LINES) return { ok: false, reason: "too-many" };
    lines.push({ name, text: line });
    name = "";
  }
  return lines.length > 0 ? { ok: true, lines } : { ok: false, reason: "empty" };
}
