import type { Timeline } from "~/core";
import { useRig } from "~/ui/rig";
import { wordCeiling } from "~/words/ceiling";
import { useCeiling } from "./use-ceiling";
import { Entry } from "./verdict-entry";

/** How fast the fill can be played, and what stops it. */
export default function CeilingEntry({ timeline }: { readonly timeline: Timeline }) {
  const { kit } = useRig();
  const ceiling = useCeiling(timeline);
  return (
    <Entry
      verdict={wordCeiling(timeline, ceiling, kit)}
      wide
      title="From your kit and an estimate of your speed; both are set on the Floor"
    />
  );
}
