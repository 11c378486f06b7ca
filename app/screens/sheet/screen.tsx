/** The Sheet: the fill on one page of paper. */

import { Printer } from "lucide-react";
import { lazy, Suspense, useMemo } from "react";
import { openingRate } from "~/core/phrase";
import { formatMeter } from "~/core/time";
import { useWorked } from "~/editor/context";
import { useFill } from "~/editor/fill/place";
import { plainLine } from "~/library/phrase/phrase";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { takeSection } from "~/views/section";
import { StackView } from "~/views/stack-view";
import { nameRate } from "~/words/time";
import { wordFit, wordLanding } from "~/words/verdict";

const StaffView = lazy(() => import("~/views/staff-view"));
const pickNothing = () => {};

export function SheetScreen() {
  const content = useFill();
  const { timeline, line, fit, landing, phrase } = useWorked();
  const { hands } = usePlayer();
  const [{ sixes }] = usePreferences();
  const section = useMemo(() => takeSection(timeline, 0), [timeline]);
  const rate = openingRate(line);
  const shared = { timeline, section, strongHand: hands.leading, onPick: pickNothing, cursor: null };
  if (timeline.slots.length === 0) {
    return <p className="panel p-6">This fill has no notes yet. Type a sticking on the Stack tab to print it.</p>;
  }
  return (
    <article className="sheet panel px-6 py-5 w-full max-w-[1000px] mx-auto">
      <header className="flex flex-wrap items-baseline gap-x-4 mb-3">
        <h1 className="text-3xl">{content.name || "Untitled fill"}</h1>
        <p className="quiet">
          {formatMeter(phrase.meter)} · {nameRate(rate)} · {Math.round(content.tempo)} bpm
        </p>
        <button type="button" className="btn btn-primary btn-sm ml-auto print:hidden" onClick={() => window.print()}>
          <Printer size={16} aria-hidden /> Print
        </button>
      </header>
      <section aria-label="Staff" className="min-h-44">
        <Suspense fallback={<p className="quiet text-sm p-4">Drawing the staff…</p>}>
          <StaffView
            timeline={timeline}
            section={section}
            countStyle={content.countStyle}
            sixes={sixes}
            onPick={pickNothing}
          />
        </Suspense>
      </section>
      <section aria-label="Sticking" className="mt-4">
        <StackView {...shared} label="Sticking by cells" />
        <p className="font-line text-sm mt-2">{plainLine(content)}</p>
      </section>
      <section aria-label="Notes" className="mt-4 text-sm">
        <p>
          {wordFit(fit, phrase.meter, rate).headline}. {wordLanding(landing).headline}. {wordLanding(landing).detail}.
        </p>
      </section>
    </article>
  );
}
