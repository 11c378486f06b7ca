/** Links with a fill or a lesson, and errors in them. */

import type { ShareProblem } from "~/library/share";
import { formatNumber } from "./time";

/** Some chat programs cut longer ones. */
const SAFE_LENGTH = 2_000;

export function describeLinkLength(length: number): string {
  const said = `${formatNumber(length)} characters.`;
  if (length <= SAFE_LENGTH) return said;
  return `${said} Some chat programs cut links this long. A Dime Stack file (under Export) is safer.`;
}

export function describeShareProblem(problem: ShareProblem): string {
  switch (problem.kind) {
    case "not-ours":
      return "This isn't a link that Dime Stack made. Check that you copied all of it.";
    case "cut":
      return "Part of this link is missing, or was changed on the way. Chat programs sometimes cut long links: ask for the link again, or for a Dime Stack file.";
    case "too-long":
      return "This link is too long to be read. Ask for a Dime Stack file instead.";
    case "newer":
      return "This link was made by a newer version of Dime Stack. Reload the page to update, then open the link again.";
    case "unsound":
      return "This link is damaged, so nothing was taken from it. Ask for it again, or for a Dime Stack file.";
  }
}
