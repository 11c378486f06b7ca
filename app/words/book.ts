/** Errors in files, in words. */

import type { StorageTrouble } from "~/data/trouble";
import type { BookProblem, FieldFault } from "~/library/book-file";
import type { StickFileReading } from "~/library/fill/stick-file";
import type { FileProblem } from "~/library/incoming";
import { KINDS, type KindKey } from "~/library/kinds";
import type { ImportCount } from "~/library/transfer";
import { describeProblem } from "./problem";
import { describeStorageTrouble } from "./saving";
import { capital } from "./slot";
import { formatNumber, plural } from "./time";

const MEGABYTE = 1024 * 1024;
/** What is wrong, where, and how to fix it. Nothing was imported. */
export function describeBookProblem(problem: BookProblem): string {
  switch (problem.kind) {
    case "too-large":
      return `The file is ${(problem.bytes / MEGABYTE).toFixed(1)} MB. The limit is ${problem.most / MEGABYTE} MB. Choose a smaller file.`;
    case "cut-off":
      return `The file ends early, after line ${formatNumber(problem.line)}: only part of it was copied or downloaded. Copy or download it again.`;
    case "damaged":
      return "The file is damaged, or only part of it was copied. Copy or download it again.";
    case "too-deep":
      return `The file has lists inside lists, more than ${problem.most} deep. Dime Stack doesn't write such files: choose another one.`;
    case "not-json":
      return `This isn't a JSON file, or part of it is missing${problem.line === null ? "" : `: line ${problem.line} can't be read`}. Choose a file exported by Dime Stack. Its name ends in .dimestack.`;
    case "not-a-book":
      return "This JSON file isn't a Dime Stack book. Choose a file exported by Dime Stack. Its name ends in .dimestack.";
    case "version":
      return `The file has version ${problem.found}, and this Dime Stack reads up to version ${problem.known}. Open it in a newer Dime Stack.`;
    case "twice":
      return `Two ${problem.what}s in the file have the same id (“${problem.id}”). Delete one of them.`;
    case "field":
      return `${problem.item ? `${capital(problem.item.what)} ${problem.item.index + 1} of the file` : "The file"} has an error: “${problem.path || "the top"}” ${describeFault(problem.fault)}. Fix it there, or export the file again.`;
  }
}

const WANTED: Readonly<Record<string, string>> = {
  string: "a text in quotation marks",
  number: "a number",
  int: "a whole number",
  boolean: "true or false",
  array: "a list",
  object: "a group in curly brackets",
  record: "a group in curly brackets",
};
/** Longer lists of choices aren't read out. */
const FEW = 8;

/** What is wrong with a field; follows the field's name. */
function describeFault(fault: FieldFault): string {
  switch (fault.kind) {
    case "missing":
      return "is missing";
    case "type":
      return `must be ${WANTED[fault.wanted] ?? "something else"}`;
    case "less":
    case "more": {
      const bound = fault.kind === "less" ? "at least" : "at most";
      const limit = formatNumber(fault.limit);
      if (fault.of === "text") return `must have ${bound} ${limit} characters`;
      return fault.of === "list" ? `must have ${bound} ${limit} entries` : `must be ${bound} ${limit}`;
    }
    case "unknown":
      return `has something that doesn't belong there: ${fault.names
        .slice(0, FEW)
        .map((name) => `“${name.slice(0, 40)}”`)
        .join(", ")}`;
    case "choice":
      return fault.from.length <= FEW
        ? `must be one of ${fault.from.join(", ")}`
        : "isn't one of the choices there are";
    case "told":
      return fault.words;
    case "other":
      return "can't be read";
  }
}

function sayAdded(key: KindKey, count: number): string {
  if (key === "rudiments") return plural(count, "new note on a rudiment", "new notes on rudiments");
  return plural(count, `new ${KINDS[key].one}`, `new ${key}`);
}

/** The result of an import. */
export function describeImport(counts: ImportCount): string {
  const parts = wordCounts(counts);
  return parts.length > 0 ? `Imported: ${parts.join(", ")}.` : "The file is empty. Nothing was imported.";
}

/** What an import would do. */
export function describePreview(counts: ImportCount): string {
  const parts = wordCounts(counts);
  return parts.length > 0 ? `In this file: ${parts.join(", ")}. Nothing you have is lost.` : "The file is empty.";
}

function wordCounts(counts: ImportCount): string[] {
  const entries = Object.entries(counts) as [KindKey, ImportCount[KindKey]][];
  const added = entries.filter(([, { added }]) => added > 0);
  const total = (taken: "same" | "beside" | "merged") => entries.reduce((sum, [, count]) => sum + count[taken], 0);
  const parts = added.map(([key, count]) => sayAdded(key, count.added));
  if (total("same") > 0) parts.push(`${total("same")} you already have`);
  if (total("merged") > 0) parts.push(`${total("merged")} merged with yours`);
  if (total("beside") > 0) {
    parts.push(`${total("beside")} kept next to a different version of yours`);
  }
  return parts;
}

/** An unfinished import. */
export function describeFailedImport(trouble: StorageTrouble | "worker"): string {
  return trouble === "worker"
    ? "The import stopped: this file is too much for this device, or the browser is short of memory. Close other tabs, then import it again: nothing is added twice."
    : `${describeStorageTrouble(trouble)} Nothing was imported.`;
}

export function describeIncomingProblem(problem: FileProblem): string {
  return problem.of === "book" ? describeBookProblem(problem.problem) : describeStickFileProblem(problem.reading);
}

const COMMENT_REMEDIES = {
  meter: "Write a meter such as 7/8.",
  tempo: "Write beats per minute from 20 to 400.",
  space: "Write it like “4 quarters from 0”.",
  orchestration: "Delete the line, or export the fill again.",
} as const;

/** The same for a text file of stick lines. */
export function describeStickFileProblem(reading: Extract<StickFileReading, { ok: false }>): string {
  if (reading.reason === "line") {
    const { column, what, remedy } = describeProblem(reading.problem);
    return `Line ${reading.number}, column ${column} of the file: ${what} ${remedy}`;
  }
  if (reading.reason === "comment") {
    return `Line ${reading.number} of the file: “${reading.key}: ${reading.value.slice(0, 40)}” can't be read. ${COMMENT_REMEDIES[reading.key]} Nothing was imported.`;
  }
  return {
    "too-large": "The text file is larger than 1 MB. Split it into smaller files.",
    "too-many": "The text file has more than 1,000 stick lines. Split it into smaller files.",
    empty: "There are no stick lines in this file. Write one per line, such as @4 RLRRL RLK.",
  }[reading.reason];
}
