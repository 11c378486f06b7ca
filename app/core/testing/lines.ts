/** Lines for tests. */

import type { Line } from "../phrase";
import { readStickLine } from "../stick-line/read";

/** The line of a text that must be readable. */
export function lineOf(text: string): Line {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return line;
}
