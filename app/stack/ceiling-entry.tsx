import { useDeferredValue } from "react";
import type { Timeline } from "~/core";
import { useRig } from "~/ui/rig";
import { wordCeiling } from "~/words/ceiling";
import { useCeiling } from "./use-ceiling";
import { Entry } from "./verdict-entry";

/** How fast the fill can be played, and what stops it. */
export default function CeilingEntry({ timeline }: { readonly timeline: Timeline }) {
  const { kit } = useRig();
  // What is typed is seen first.
  const settled = useDeferredValue(timeline);
  const ceiling = useCeiling(settled);
  return (
    <Entry
      verdict={wordCeiling(settled, ceiling, kit)}
      wide
      title="From your kit and an estimate of your speed; both are set on the Floor"
    />
  );
}
