import { lazy, Suspense } from "react";
import { FREE_HAND_SECONDS } from "~/core";
import { wordFold } from "~/words/slot";
import { type Verdict, wordBarCheck, wordCycle, wordFit, wordLanding, wordLead } from "~/words/verdict";
import { useWorked } from "./context";
import { Entry } from "./verdict-entry";

// Bodies and kits are much to be loaded before a sticking can be seen.
const CeilingEntry = lazy(() => import("./ceiling-entry"));
const WORKING_OUT: Verdict = { tone: "plain", headline: "Ceiling", detail: "working it out…" };

const FREE_HAND_RULE = `A hand counts as free with ${FREE_HAND_SECONDS * 1000} ms or more before the one: an estimate, not measured on you`;

/** What the sums say: fit, coming round, landing, lead. */
export function VerdictStrip() {
  const { fit, cycle, landing, phrase, timeline, line } = useWorked();
  const lastRate = timeline.cells.at(-1)?.rate ?? (line[0]?.kind === "rate" ? line[0].rate : { slots: 4, quarters: 1 });
  const wrongBars = timeline.barChecks.filter((check) => check.offBy !== 0);
  return (
    <section aria-label="Verdict">
      <ul className="panel grid grid-cols-2 lg:grid-cols-[1.05fr_0.95fr_1.55fr_0.85fr_1.5fr] lg:divide-x divide-base-300">
        <Entry verdict={wordFit(fit, phrase.meter, lastRate)} large />
        <Entry verdict={wordCycle(cycle, fit, phrase.meter)} />
        <Entry verdict={wordLanding(landing)} wide title={FREE_HAND_RULE} />
        <Entry verdict={wordLead(landing)} wide />
        <Suspense fallback={<Entry verdict={WORKING_OUT} wide />}>
          <CeilingEntry timeline={timeline} />
        </Suspense>
      </ul>
      {timeline.folds.map(({ from, to, strokes }) => (
        <p key={`${from} ${to}`} className="text-sm quiet mt-1 px-1">
          {wordFold(from, to, strokes)}
        </p>
      ))}
      {wrongBars.slice(0, 2).map((check) => (
        <p key={check.beforeCell} role="status" className="text-sm text-error mt-1 px-1">
          {wordBarCheck(check.offBy, check.beforeCell, timeline.cells[check.beforeCell - 1]?.rate ?? lastRate)}
        </p>
      ))}
    </section>
  );
}
