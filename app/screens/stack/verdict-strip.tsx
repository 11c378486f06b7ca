import { lazy, Suspense } from "react";
import { useWorked } from "~/editor/context";
import { Entry } from "~/ui/verdict-entry";
import { wordFold } from "~/words/slot";
import { type Verdict, wordBarChecks, wordCycle, wordFit, wordLanding, wordLead } from "~/words/verdict";

// Bodies and kits are much to be loaded before a sticking can be seen.
const CeilingEntry = lazy(() => import("./ceiling-entry"));
const WORKING_OUT: Verdict = { tone: "plain", headline: "Top tempo", detail: "working it out…" };

const FREE_HAND_RULE = "How long your hands take to reach a crash: an estimate from your kit and your speed.";

/** What the sums say: fit, repeats, landing, lead, top tempo. */
export function VerdictStrip() {
  const { fit, cycle, landing, phrase, timeline, line } = useWorked();
  const lastRate = timeline.cells.at(-1)?.rate ?? (line[0]?.kind === "rate" ? line[0].rate : { slots: 4, quarters: 1 });
  const offBars = wordBarChecks(
    timeline.barChecks.filter((check) => check.offBy !== 0),
    (cell) => timeline.cells[cell]?.rate ?? lastRate,
  );
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
      {offBars === "" ? null : (
        <p role="status" className="text-sm quiet mt-1 px-1">
          {offBars}
        </p>
      )}
    </section>
  );
}
