import { useDeferredValue } from "react";
import type { Timeline } from "~/core/timeline";
import { useCeiling } from "~/editor/use-ceiling";
import { usePlayer } from "~/session/player";
import { Entry } from "~/ui/verdict-entry";
import { wordCeiling } from "~/words/ceiling";

/** How fast the fill can be played, and what stops it. */
export default function CeilingEntry({ timeline }: { readonly timeline: Timeline }) {
  const { kit } = usePlayer();
  // What is typed is seen first.
  const settled = useDeferredValue(timeline);
  const ceiling = useCeiling(settled);
  return (
    <Entry
      verdict={wordCeiling(settled, ceiling, kit)}
      wide
      title="Worked out from your kit and your speed. You can change both on the Floor tab."
    />
  );
}
