/** Where the arms cross in a phrase, in one line. */

import { useMemo } from "react";
import { listCrossings } from "~/core/player";
import type { Timeline } from "~/core/timeline";
import { usePlayer } from "~/session/player";
import { Shuffle } from "~/ui/icons";
import { describeCrossing, listNotes } from "~/words/kit";

/** Longer lines aren't fills. */
const MAX_SLOTS = 512;

/** Nothing if they don't. */
export function Crossings({ timeline, className = "" }: { readonly timeline: Timeline; readonly className?: string }) {
  const { kit } = usePlayer();
  const crossings = useMemo(
    () => (timeline.slots.length > MAX_SLOTS ? [] : listCrossings(timeline, kit)),
    [timeline, kit],
  );
  if (crossings.length === 0) return null;
  const slots = [...new Set(crossings.flatMap((crossing) => crossing.slots))].sort((a, b) => a - b);
  return (
    <span className={`inline-flex items-center gap-1.5 ${className}`} title={crossings.map(describeCrossing).join(" ")}>
      <Shuffle size={15} aria-hidden className="shrink-0" />
      Arms cross: {listNotes(slots)}
      <span className="sr-only">. {crossings.map(describeCrossing).join(" ")}</span>
    </span>
  );
}
