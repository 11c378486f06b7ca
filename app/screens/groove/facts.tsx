/** What decides whether a fill belongs in its groove, in a line or two: fit, landing, top tempo. */

import { useWorked } from "~/editor/context";
import { useLitCeiling } from "~/editor/fill/use-ceiling";
import { usePlayer } from "~/session/player";
import { TONES } from "~/ui/tones";
import { describeCeiling } from "~/words/ceiling";
import { describeFit, describeLanding, type Verdict } from "~/words/verdict";

export function Facts() {
  const { kit } = usePlayer();
  const { fit, landing, phrase, timeline, line } = useWorked();
  const ceiling = useLitCeiling(timeline);
  const lastRate = timeline.cells.at(-1)?.rate ?? (line[0]?.kind === "rate" ? line[0].rate : { slots: 4, quarters: 1 });
  return (
    <ul aria-label="Verdict" className="flex flex-wrap gap-x-6 gap-y-0.5 text-sm">
      <Fact verdict={describeFit(fit, phrase.meter, lastRate)} />
      <Fact verdict={describeLanding(landing)} />
      <Fact verdict={describeCeiling(timeline, ceiling, kit)} />
    </ul>
  );
}

function Fact({ verdict: { tone, headline, detail } }: { readonly verdict: Verdict }) {
  const { icon: Icon, className, says } = TONES[tone];
  return (
    <li className="flex items-baseline gap-1.5" title={detail}>
      <Icon
        size={14}
        aria-label={says || undefined}
        aria-hidden={says === ""}
        className={`translate-y-0.5 shrink-0 ${className}`}
      />
      <span className={`font-display font-semibold ${tone === "plain" ? "" : className}`}>{headline}</span>
    </li>
  );
}
