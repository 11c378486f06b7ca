import type { ReactNode } from "react";
import type { Timeline } from "~/core/timeline";
import { Crossings } from "~/editor/crossings";
import { useLitCeiling } from "~/editor/fill/use-ceiling";
import { usePlayer } from "~/session/player";
import { describeCeiling } from "~/words/ceiling";
import type { Verdict } from "~/words/verdict";

interface TopTempoProps {
  readonly timeline: Timeline;
  readonly children: (verdict: Verdict) => ReactNode;
}

/** How fast the fill can be played, and what limits it. */
export default function TopTempo({ timeline, children }: TopTempoProps) {
  const { kit } = usePlayer();
  const ceiling = useLitCeiling(timeline);
  return (
    <>
      {children(describeCeiling(timeline, ceiling, kit))}
      <li className="shrink-0 h-9 px-2 flex items-center text-sm font-semibold empty:hidden">
        <Crossings timeline={timeline} />
      </li>
    </>
  );
}
