import { Check, CircleAlert, CircleDashed, Minus } from "lucide-react";
import { FREE_HAND_SECONDS } from "~/core";
import { useRig } from "~/ui/rig";
import { wordCeiling } from "~/words/kit";
import { type Tone, type Verdict, wordBarCheck, wordCycle, wordFit, wordLanding, wordLead } from "~/words/verdict";
import { useWorked } from "./context";
import { useCeiling } from "./use-ceiling";

const TONES: Record<Tone, { icon: typeof Check; className: string; says: string }> = {
  good: { icon: Check, className: "text-accent", says: "good" },
  open: { icon: CircleDashed, className: "text-primary", says: "open" },
  bad: { icon: CircleAlert, className: "text-error", says: "take care" },
  plain: { icon: Minus, className: "quiet", says: "" },
};

/** What the sums say: fit, coming round, landing, lead. */
export function VerdictStrip() {
  const { fit, cycle, landing, phrase, timeline, line } = useWorked();
  const lastRate = timeline.cells.at(-1)?.rate ?? (line[0]?.kind === "rate" ? line[0].rate : { slots: 4, quarters: 1 });
  const { kit } = useRig();
  const { ceiling } = useCeiling(timeline);
  const wrongBars = timeline.barChecks.filter((check) => check.offBy !== 0);
  return (
    <section aria-label="Verdict">
      <ul className="panel grid grid-cols-2 lg:grid-cols-[1.05fr_0.95fr_1.55fr_0.85fr_1.5fr] lg:divide-x divide-base-300">
        <Entry verdict={wordFit(fit, phrase.meter, lastRate)} large />
        <Entry verdict={wordCycle(cycle, fit, phrase.meter)} />
        <Entry verdict={wordLanding(landing)} wide title={FREE_HAND_RULE} />
        <Entry verdict={wordLead(landing)} wide />
        <Entry
          verdict={wordCeiling(timeline, ceiling, kit)}
          wide
          title="From your kit and an estimate of your speed; both are set on the Floor"
        />
      </ul>
      {wrongBars.slice(0, 2).map((check) => (
        <p key={check.beforeCell} role="status" className="text-sm text-error mt-1 px-1">
          {wordBarCheck(check.offBy, check.beforeCell, timeline.cells[check.beforeCell - 1]?.rate ?? lastRate)}
        </p>
      ))}
    </section>
  );
}

interface EntryProps {
  readonly verdict: Verdict;
  readonly large?: boolean;
  /** Takes the whole width on a phone. */
  readonly wide?: boolean;
  readonly title?: string;
}

const FREE_HAND_RULE = `A hand counts as free with ${FREE_HAND_SECONDS * 1000} ms or more before the one: an estimate, not measured on you`;

function Entry({ verdict, large = false, wide = false, title }: EntryProps) {
  const { icon: Icon, className, says } = TONES[verdict.tone];
  return (
    <li className={`flex gap-2 px-3 py-2 min-w-0 ${wide ? "col-span-2 lg:col-span-1" : ""}`} title={title}>
      <Icon
        size={large ? 22 : 18}
        className={`${className} shrink-0 mt-0.5`}
        aria-label={says || undefined}
        aria-hidden={says === ""}
      />
      <div className="min-w-0">
        <p
          className={`font-display font-semibold leading-tight ${large ? "text-lg" : "text-base"} ${verdict.tone === "plain" ? "" : className}`}
        >
          {verdict.headline}
        </p>
        <p className="text-sm quiet leading-snug">{verdict.detail}</p>
      </div>
    </li>
  );
}
