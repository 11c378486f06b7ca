/**
 * Fills in a plain text file: one stick line each, preceded by `#` and its name, and by everything else as comments of
 * the form `# key: value`. Reader and writer, described in `docs/stick-line.md`.
 */

import { type Problem, readStickLine } from "~/core/line";
import {
  bpm,
  formatFeltMeter,
  gcd,
  MAX_BPM,
  type Meter,
  MIN_BPM,
  parseMeter,
  TICKS_PER_QUARTER,
  ticks,
} from "~/core/time";
import { orchestrationSchema } from "../phrase/orchestration";
import { canonicalLine, MAX_NAME, type PhraseContent } from "../phrase/phrase";

/** Larger files are refused unread. */
export const MAX_STICK_FILE = 1_000_000;
const MAX_LINES = 1_000;

/** Missing values have a new fill's defaults. */
export type LineOfFile = Pick<PhraseContent, "name" | "text"> &
  Partial<Pick<PhraseContent, "meter" | "tempo" | "window" | "voicing">>;

export type StickFileReading =
  | { readonly ok: true; readonly lines: readonly LineOfFile[] }
  | { readonly ok: false; readonly reason: "too-large" | "empty" | "too-many" }
  | { readonly ok: false; readonly reason: "line"; readonly number: number; readonly problem: Problem }
  | {
      readonly ok: false;
      readonly reason: "comment";
      readonly number: number;
      readonly key: HeaderKey;
      readonly value: string;
    };

/** Keys of the comments that are read. Any other comment is a name. */
const KEYS = ["meter", "tempo", "space", "orchestration"] as const;
type HeaderKey = (typeof KEYS)[number];

const READ: { readonly [K in HeaderKey]: (value: string) => Partial<LineOfFile> | null } = {
  meter: (value) => {
    const meter = parseMeter(value);
    return meter && { meter };
  },
  tempo: (value) => {
    const tempo = Number(value);
    return tempo >= MIN_BPM && tempo <= MAX_BPM ? { tempo: bpm(tempo) } : null;
  },
  space: (value) => {
    const found = /^(\S+) quarters? from (\S+)$/.exec(value);
    const [length, start] = [toTicks(found?.[1] ?? ""), toTicks(found?.[2] ?? "")];
    return length && start !== null ? { window: { start: ticks(start), length: ticks(length) } } : null;
  },
  orchestration: (value) => {
    try {
      const voicing = orchestrationSchema.safeParse(JSON.parse(value));
      return voicing.success ? { voicing: voicing.data } : null;
    } catch {
      return null;
    }
  },
};

/** Quarter notes as fractions: "4", "5/2". */
function sayQuarters(span: number): string {
  const shared = gcd(span, TICKS_PER_QUARTER);
  const [over, under] = [span / shared, TICKS_PER_QUARTER / shared];
  return under === 1 ? String(over) : `${over}/${under}`;
}

/** Null for anything else, or if it isn't exact in ticks. */
function toTicks(text: string): number | null {
  const found = /^(\d{1,6})(?:\/(\d{1,5}))?$/.exec(text);
  if (!found) return null;
  const span = (Number(found[1]) * TICKS_PER_QUARTER) / Number(found[2] ?? 1);
  return Number.isSafeInteger(span) ? span : null;
}

function writeOne(content: LineOfFile & { readonly text: string }): string {
  const { name, meter, tempo, window, voicing, text } = content;
  const comments = [
    name ? name.replace(/\s+/g, " ") : null,
    meter ? `meter: ${formatFeltMeter(meter as Meter)}` : null,
    tempo === undefined ? null : `tempo: ${tempo}`,
    window ? `space: ${sayQuarters(window.length)} quarters from ${sayQuarters(window.start)}` : null,
    voicing && voicing.length > 0 ? `orchestration: ${JSON.stringify(voicing)}` : null,
  ];
  return `${comments.flatMap((comment) => (comment ? [`# ${comment}\n`] : [])).join("")}${text}\n`;
}

export function writeStickFile(lines: readonly LineOfFile[]): string {
  return lines.map(writeOne).join("\n");
}

/** Fills as such a file, with canonical lines. */
export function stickFileOf(contents: readonly PhraseContent[]): string {
  return writeStickFile(
    contents.map(({ name, meter, tempo, window, voicing, ...content }) => ({
      name,
      meter,
      tempo,
      window,
      ...(voicing ? { voicing } : {}),
      text: canonicalLine(content),
    })),
  );
}

/** Never throws; a file is imported completely or not at all. */
export function readStickFile(text: string, onProgress: (share: number) => void = () => {}): StickFileReading {
  if (text.length > MAX_STICK_FILE) return { ok: false, reason: "too-large" };
  const lines: LineOfFile[] = [];
  let said: Partial<LineOfFile> = {};
  const all = text.split(/\r\n|\n|\r/);
  for (const [index, raw] of all.entries()) {
    onProgress(index / all.length);
    const line = raw.trim();
    if (line.startsWith("#")) {
      const comment = line.slice(1).trim();
      const [, key, value = ""] = /^(\w+):\s*(.*)$/.exec(comment) ?? [];
      const known = KEYS.find((one) => one === key);
      const read = known ? READ[known](value) : { name: comment.slice(0, MAX_NAME) };
      if (!read) return { ok: false, reason: "comment", number: index + 1, key: known as HeaderKey, value };
      said = { ...said, ...read };
      continue;
    }
    if (line === "") continue;
    const problem = readStickLine(line).problems[0];
    if (problem) return { ok: false, reason: "line", number: index + 1, problem };
    if (lines.length === MAX_LINES) return { ok: false, reason: "too-many" };
    lines.push({ name: "", ...said, text: line });
    said = {};
  }
  return lines.length > 0 ? { ok: true, lines } : { ok: false, reason: "empty" };
}
