/** What can be wrong with a file, in words. */

import type { BookItemKind, BookProblem, ImportCount } from "~/formats/book";
import type { StickFileReading } from "~/formats/stick-file";
import { wordProblem } from "./problem";

const MEGABYTE = 1024 * 1024;
const ITEM_NAMES: Record<BookItemKind, string> = {
  fill: "Fill",
  cell: "Cell",
  rudiment: "Rudiment",
  search: "Search",
  kit: "Kit",
  groove: "Groove",
  plan: "Plan",
  run: "Run",
};

/** What, where, and how to mend it; nothing was changed in any case. */
export function wordBookProblem(problem: BookProblem): string {
  switch (problem.kind) {
    case "too-large":
      return `The file has ${(problem.bytes / MEGABYTE).toFixed(1)} MB; ${problem.most / MEGABYTE} MB is the limit. Export fewer fills at a time.`;
    case "not-json":
      return `The file is not JSON${problem.detail ? ` (${problem.detail})` : ""}. Choose a file that Dime Stack exported, ending in .dimestack.json.`;
    case "not-a-book":
      return "The file is JSON, but not a Dime Stack book. Choose one that Dime Stack exported, ending in .dimestack.json.";
    case "version":
      return `The file is of version ${problem.found}; this Dime Stack reads versions up to ${problem.known}. Open it with the Dime Stack that wrote it, or a newer one.`;
    case "twice":
      return `Two ${problem.what}s in the file have the same identity (“${problem.id}”). Take one of them out.`;
    case "field":
      return `${problem.item ? `${ITEM_NAMES[problem.item.what]} ${problem.item.index + 1} of the file` : "The file"} is not sound at “${problem.path || "its top"}”: ${problem.detail}. Mend it there, or export it anew.`;
  }
}

/** What an import did. */
export function wordImport({ fills, cells, searches, kits, grooves, runs }: ImportCount): string {
  const parts = [count(fills.added, "new fill")];
  if (cells.added > 0) parts.push(count(cells.added, "new cell"));
  if (searches.added > 0) parts.push(searches.added === 1 ? "1 new search" : `${searches.added} new searches`);
  if (kits.added > 0) parts.push(count(kits.added, "new kit"));
  if (grooves.added > 0) parts.push(count(grooves.added, "new groove"));
  if (runs.added > 0) parts.push(count(runs.added, "new run"));
  const same = fills.same + cells.same + searches.same + kits.same + grooves.same;
  const beside = fills.beside + cells.beside + searches.beside + kits.beside + grooves.beside;
  if (same > 0) parts.push(`${same} that you have already`);
  if (beside > 0) parts.push(`${beside} beside a different version of yours`);
  return `Imported: ${parts.join(", ")}.`;
}

function count(number: number, one: string): string {
  return `${number} ${one}${number === 1 ? "" : "s"}`;
}

/** The same for a text file of stick lines. */
export function wordStickFileProblem(reading: Extract<StickFileReading, { ok: false }>): string {
  if (reading.reason === "line") {
    const { column, what, remedy } = wordProblem(reading.problem);
    return `Line ${reading.number}, column ${column} of the file: ${what} ${remedy}`;
  }
  return {
    "too-large": "The text file is larger than 1 MB. Split it.",
    "too-many": "The text file has more than 1,000 stick lines. Split it.",
    empty: "The text file holds no stick line. Write one a line, such as @4 RLRRL RLK.",
  }[reading.reason];
}
