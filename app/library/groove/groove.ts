/** A stored groove as played. */

import type { Groove } from "~/core/groove";
import type { Meter } from "~/core/time";
import { layOut } from "~/core/timeline";
import { lastValidLine, toPhrase } from "../phrase/phrase";
import { toFeel } from "../phrase/setting";
import type { GrooveContent } from "./content";

/** The groove to play. A line that doesn't fill its bars loops as it is; the groove's editor reports that. */
export function toGroove(content: GrooveContent): Groove {
  return {
    meter: content.meter as Meter,
    line: lastValidLine(content),
    feel: toFeel(content.feel),
  };
}

/** Ticks by which a groove's line exceeds its bars; negative if it is too short. */
export function grooveOver(content: GrooveContent): number {
  return layOut(toPhrase(content)).end - content.window.length;
}
