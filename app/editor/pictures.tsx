/** Stack, rail and staff of the same timeline, and what can be done to the chosen note. */

import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { moveCell } from "~/core/line";
import { usePlayer } from "~/session/player";
import { useSay } from "~/session/session";
import { Legend } from "~/views/legend";
import { RailView } from "~/views/rail-view";
import { SECTION_SLOTS, takeSection } from "~/views/section";
import { StackView } from "~/views/stack-view";
import { FIX_LINE_FIRST } from "~/words/editing";
import type { DrawerTab } from "./cell-drawer";
import { useChoice, useChooser } from "./choice";
import { useEditor, usePhrase, useWorked } from "./context";
import { NotePalette } from "./note-palette";

const StaffView = lazy(() => import("~/views/staff-view"));
const CycleTable = lazy(() => import("./cycle-table"));

interface PicturesProps {
  /** The chosen cells are shown also when it is the cell of one note. */
  readonly showsCells: boolean;
  readonly onOpenDrawer: (tab: DrawerTab) => void;
}

export function Pictures({ showsCells, onOpenDrawer }: PicturesProps) {
  const editor = useEditor();
  const chooser = useChooser();
  const say = useSay();
  const strongHand = usePlayer().hands.leading;
  const content = usePhrase();
  const { timeline, hits } = useWorked();
  const { slot, cells, isRange } = useChoice(timeline);
  const cursor = slot?.index ?? null;
  const picked = isRange || showsCells ? cells : null;
  const [page, setPage] = useState(0);
  const [showCycle, setShowCycle] = useState(false);
  // On a phone the legend would stand between the stack and the rail.
  const [wideAtFirst] = useState(() => window.matchMedia("(min-width: 64rem)").matches);
  const section = useMemo(() => takeSection(timeline, page), [timeline, page]);
  // Engraving takes longer than the coins: it follows as soon as there is time.
  const staffSection = useDeferredValue(section);
  const staffTimeline = useDeferredValue(timeline);

  const choose = useCallback(
    (index: number | null, extend = false) => chooser.choose(editor.worked().timeline, index, extend),
    [editor, chooser],
  );
  // The part of a long line that holds the chosen note, whoever chose it.
  useEffect(() => {
    if (cursor !== null) setPage(Math.floor(cursor / SECTION_SLOTS));
  }, [cursor]);
  const onMoveCell = useCallback(
    (from: number, to: number) => {
      if (!editor.editLine((line) => moveCell(line, from, to))) say(FIX_LINE_FIRST);
    },
    [editor, say],
  );

  return (
    <>
      <div className="grid lg:grid-cols-[minmax(340px,2fr)_3fr] gap-2.5 items-start">
        <div className="flex flex-col gap-2.5 min-w-0">
          <section aria-label="Stack view" data-scope="notes" className="panel min-w-0">
            <div className="px-3 py-3 max-h-[52vh] overflow-y-auto flex flex-col-reverse">
              {timeline.slots.length > 0 ? (
                <StackView
                  timeline={timeline}
                  section={section}
                  strongHand={strongHand}
                  onPick={choose}
                  onMoveCell={onMoveCell}
                  cursor={cursor}
                  picked={picked}
                />
              ) : (
                <p className="quiet py-10 text-center">
                  Type a sticking above, such as <span className="font-line">RLRRL</span>, and it appears here as a
                  stack of coins.
                </p>
              )}
            </div>
            {section.count > 1 ? (
              <Pager section={section.number} count={section.count} slots={timeline.slots.length} onPage={setPage} />
            ) : null}
          </section>
          <details className="panel px-3 py-2" open={wideAtFirst}>
            <summary className="label-small cursor-pointer">Legend</summary>
            <Legend strongHand={strongHand} />
          </details>
        </div>
        <div className="flex flex-col gap-2.5 min-w-0">
          <section
            aria-label="Rail"
            data-scope="notes"
            className="panel px-2 py-1 min-w-0 max-h-[46vh] overflow-y-auto"
          >
            <RailView
              timeline={timeline}
              section={section}
              strongHand={strongHand}
              countStyle={content.countStyle}
              onPick={choose}
              cursor={cursor}
              picked={picked}
              hits={hits}
            />
          </section>
          <section aria-label="Staff" className="panel px-2 py-1 min-w-0 min-h-36 max-h-[46vh] overflow-y-auto">
            <Suspense fallback={<p className="quiet text-sm p-4">Engraving…</p>}>
              <StaffView
                timeline={staffTimeline}
                section={staffSection}
                countStyle={content.countStyle}
                onPick={choose}
              />
            </Suspense>
          </section>
          <section aria-label="Note" className="panel">
            <NotePalette slot={slot} cells={picked} onOpenDrawer={onOpenDrawer} />
          </section>
        </div>
      </div>
      <section aria-label="Repeats" className="panel mt-2.5">
        <button
          type="button"
          className="w-full text-left px-3 py-2 text-sm font-semibold"
          aria-expanded={showCycle}
          onClick={() => setShowCycle(!showCycle)}
        >
          {showCycle ? "▾" : "▸"} Where each repeat begins
        </button>
        {showCycle ? (
          <Suspense fallback={null}>
            <CycleTable cell={slot?.cell ?? null} />
          </Suspense>
        ) : null}
      </section>
    </>
  );
}

function Pager({
  section,
  count,
  slots,
  onPage,
}: {
  section: number;
  count: number;
  slots: number;
  onPage: (page: number) => void;
}) {
  const from = section * SECTION_SLOTS + 1;
  const to = Math.min(slots, from + SECTION_SLOTS - 1);
  return (
    <nav aria-label="Part of the line" className="flex items-center gap-2 px-3 py-2 border-t border-base-300 text-sm">
      <span className="flex-1">
        Notes {from.toLocaleString("en")} to {to.toLocaleString("en")} of {slots.toLocaleString("en")} shown
      </span>
      <button type="button" className="btn btn-sm" disabled={section === 0} onClick={() => onPage(section - 1)}>
        Previous
      </button>
      <button type="button" className="btn btn-sm" disabled={section === count - 1} onClick={() => onPage(section + 1)}>
        Next
      </button>
    </nav>
  );
}
