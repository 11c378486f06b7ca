/** The verdicts, in a few words each; press one for its details. */

import { lazy, type ReactNode, Suspense, useEffect, useRef, useState } from "react";
import { isLinear } from "~/core/timeline";
import { useWorked } from "~/editor/context";
import { ChevronDown, ChevronUp } from "~/ui/icons";
import { TONES } from "~/ui/tones";
import { AfterHydration } from "~/views/after-hydration";
import { describeFold } from "~/words/slot";
import {
  describeBarChecks,
  describeCycle,
  describeFit,
  describeLanding,
  describeLead,
  type Verdict,
} from "~/words/verdict";

// Bodies, kits and the book are large, and the sticking should appear first.
const TopTempo = lazy(() => import("./top-tempo"));
const DetailPanel = lazy(() => import("./detail"));
const WORKING_OUT: Verdict = { tone: "plain", headline: "Top tempo", detail: "working it out…" };

export type VerdictId = "length" | "repeats" | "landing" | "lead" | "tempo";

interface VerdictBarProps {
  /** What is open. */
  readonly open: VerdictId | null;
  readonly onOpen: (id: VerdictId | null) => void;
}

export function VerdictBar({ open, onOpen }: VerdictBarProps) {
  const { fit, cycle, landing, phrase, timeline, line } = useWorked();
  const lastRate = timeline.cells.at(-1)?.rate ?? (line[0]?.kind === "rate" ? line[0].rate : { slots: 4, quarters: 1 });
  const offBars = describeBarChecks(
    timeline.barChecks.filter((check) => check.offBy !== 0),
    (cell) => timeline.cells[cell]?.rate ?? lastRate,
  );
  const told: Record<Exclude<VerdictId, "tempo">, Verdict> = {
    length: describeFit(fit, phrase.meter, lastRate),
    repeats: describeCycle(cycle, fit, phrase.meter),
    landing: describeLanding(landing),
    lead: describeLead(landing),
  };
  const item = (id: VerdictId, verdict: Verdict) => (
    <VerdictItem verdict={verdict} isOpen={open === id} onPress={() => onOpen(open === id ? null : id)} />
  );
  return (
    <section aria-label="Verdict" className="panel relative">
      <ul aria-label="In short" className="relative flex gap-x-1 px-1.5 py-1 overflow-x-auto lg:flex-wrap">
        {item("length", told.length)}
        {item("repeats", told.repeats)}
        {item("landing", told.landing)}
        {item("lead", told.lead)}
        <AfterHydration fallback={item("tempo", WORKING_OUT)}>
          <TopTempo timeline={timeline}>{(verdict) => item("tempo", verdict)}</TopTempo>
        </AfterHydration>
        {isLinear(timeline) ? (
          <li
            className="shrink-0 h-9 pointer-coarse:h-11 px-2 flex items-center text-sm font-semibold"
            title="No two limbs play at once"
          >
            One limb at a time
          </li>
        ) : null}
      </ul>
      <Announcement words={`${told.length.headline}. ${told.repeats.headline}. ${told.landing.headline}.`} />
      {timeline.folds.map(({ from, to, strokes }) => (
        <p key={`${from} ${to}`} className="text-sm quiet px-3 pb-1.5">
          {describeFold(from, to, strokes)}
        </p>
      ))}
      {offBars === "" ? null : (
        <p role="status" className="text-sm quiet px-3 pb-1.5">
          {offBars}
        </p>
      )}
      {open ? (
        <Suspense fallback={null}>
          <DetailPanel key={open} id={open} told={open === "tempo" ? null : told[open].detail} />
        </Suspense>
      ) : null}
    </section>
  );
}

/** Pause after typing until a change is announced. Milliseconds. */
const SAID_AFTER = 1_200;

/** Announces lasting changes to screen readers. */
function Announcement({ words }: { readonly words: string }) {
  const [said, setSaid] = useState("");
  const first = useRef(words);
  useEffect(() => {
    // The initial state isn't announced.
    if (words === first.current && said === "") return;
    const waiting = setTimeout(() => setSaid(words), SAID_AFTER);
    return () => clearTimeout(waiting);
  }, [words, said]);
  return (
    <p className="sr-only" aria-live="polite">
      {said}
    </p>
  );
}

interface VerdictItemProps {
  readonly verdict: Verdict;
  readonly isOpen: boolean;
  readonly onPress: () => void;
}

function VerdictItem({ verdict, isOpen, onPress }: VerdictItemProps): ReactNode {
  const { icon: Icon, className, says } = TONES[verdict.tone];
  const Chevron = isOpen ? ChevronUp : ChevronDown;
  return (
    <li className="shrink-0">
      <button
        type="button"
        aria-expanded={isOpen}
        title={verdict.detail}
        className={`h-9 pointer-coarse:h-11 px-2 rounded-field flex items-center gap-1.5 cursor-pointer text-sm font-semibold ${isOpen ? "bg-base-300" : "hover:bg-base-200"} ${verdict.tone === "plain" ? "" : className}`}
        onClick={onPress}
      >
        <Icon size={16} className="shrink-0" aria-label={says || undefined} aria-hidden={says === ""} />
        {verdict.headline}
        <span className="sr-only">. {verdict.detail}</span>
        <Chevron size={14} className="shrink-0 opacity-60" aria-hidden />
      </button>
    </li>
  );
}
