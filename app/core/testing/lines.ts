/** Lines for tests. */

import { readStickLine } from "../line/read";
import type { Line } from "../phrase/phrase";

/** The line of a valid text. */
export function lineOf(text: string): Line {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return line;
}
