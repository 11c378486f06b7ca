/** A kept groove as it is played. */

import type { Groove } from "~/core/groove";
import type { Meter } from "~/core/time";
import { layOut } from "~/core/timeline";
import { lastValidLine, toPhrase } from "../phrase/phrase";
import { toFeel } from "../phrase/setting";
import type { GrooveContent } from "./content";

/**
 * The groove to be played. A line that is shorter or longer than its bars goes round as it is: what does not fill its
 * bars is told where it is edited.
 */
export function toGroove(content: GrooveContent): Groove {
  return {
    meter: content.meter as Meter,
    line: lastValidLine(content),
    feel: toFeel(content.feel),
  };
}

/** Slots' ticks that a groove's line has too many, or too few where negative, for its bars. */
export function grooveOver(content: GrooveContent): number {
  return layOut(toPhrase(content)).end - content.window.length;
}
