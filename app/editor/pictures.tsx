/** Stack, rail and staff of one timeline, and the tools for the chosen note. */

import { lazy, type ReactNode, useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { moveCell } from "~/core/line";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { AfterHydration } from "~/views/after-hydration";
import { useCursor } from "~/views/lighting";
import { RailView } from "~/views/rail-view";
import { countSections, SECTION_SLOTS, takeSection } from "~/views/section";
import { StackView } from "~/views/stack-view";
import { useLater } from "~/views/use-followed";
import { type Room, useRoom } from "~/views/use-room";
import { FIX_LINE_FIRST } from "~/words/editing";
import type { DrawerTab } from "./cell-drawer";
import { type CellRange, type NoteSelection, useChoice, useChoiceNow, useChooser } from "./choice";
import { countStyleOf, useEditor, useNow, usePhrase, useWorked } from "./context";
import type { PhraseEditor } from "./editor";
import type { LinePagerProps } from "./line-pager";

// Toolbars are large, and the notes should appear first.
const NotePalette = lazy(async () => ({ default: (await import("./note-palette")).NotePalette }));
const LineTools = lazy(async () => ({ default: (await import("./note-palette")).LineTools }));
const EditNews = lazy(() => import("./edit-news"));
const LinePager = lazy(() => import("./line-pager"));
const StaffView = lazy(() => import("~/views/staff-view"));

interface PicturesProps {
  /** Also shows a choice that is the cell of a single note. */
  readonly showsCells: boolean;
  readonly onOpenDrawer: (tab: DrawerTab) => void;
  /** Shown instead of the note tools while no note is chosen. */
  readonly unchosen?: ReactNode;
  /** On a phone, that comes before the pictures. */
  readonly isUnchosenFirst?: boolean;
  /** Under the pictures. */
  readonly verdict?: ReactNode;
}

/** Stack, rail and staff, the tools for the chosen note, and messages. The stack shows a press first. */
export function Pictures({ showsCells, onOpenDrawer, unchosen, isUnchosenFirst = false, verdict }: PicturesProps) {
  const editor = useEditor();
  const chooser = useChooser();
  const cursor = useCursor();
  const [page, setPage] = useState(0);
  const room = useRoom();
  const choose = useCallback<Choose>(
    (index, extend = false) => chooser.choose(editor.worked().timeline, index, extend),
    [editor, chooser],
  );
  // The part of a long line with the chosen note, whoever chose it.
  useEffect(() => {
    if (cursor !== null) setPage(Math.floor(cursor / SECTION_SLOTS));
  }, [cursor]);

  return (
    // One column on a phone, the stack first; at a desk, the rail spans both columns.
    <div className="contents lg:grid lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)] lg:grid-rows-[auto_minmax(0,1fr)_auto] gap-2.5">
      <section
        aria-label="Rail"
        data-scope="notes"
        className="panel px-2 py-1 min-w-0 min-h-[8.1rem] max-h-[40vh] overflow-y-auto max-md:order-5 lg:col-span-2"
      >
        <Rail page={page} showsCells={showsCells} guess={room.railWidth} onPick={choose} />
      </section>
      <section
        aria-label="Stack view"
        data-scope="notes"
        className="panel min-w-0 flex flex-col max-md:order-1 lg:row-span-2 lg:min-h-[calc(clamp(260px,100dvh-496px-var(--hint,0px),520px)+26px)]"
      >
        <Stack page={page} showsCells={showsCells} room={room} onPick={choose} />
        <Pager page={page} onPage={setPage} />
      </section>
      <section
        aria-label="Staff"
        data-scope="notes"
        className="panel px-2 py-1 min-w-0 min-h-[10.5rem] max-lg:max-h-[46vh] max-md:order-4 overflow-y-auto flex flex-col justify-center"
      >
        <AfterHydration fallback={<EmptyStaff />}>
          <Staff page={page} onPick={choose} />
        </AfterHydration>
      </section>
      <NotePanel
        showsCells={showsCells}
        onOpenDrawer={onOpenDrawer}
        unchosen={unchosen}
        isUnchosenFirst={isUnchosenFirst}
      />
      {verdict ? <div className="min-w-0 max-md:order-2 lg:col-span-2">{verdict}</div> : null}
    </div>
  );
}

type Choose = (index: number | null, extend?: boolean) => void;

interface PictureProps {
  /** The shown part of a long line. */
  readonly page: number;
  readonly onPick: Choose;
}

/** The chosen cells, if they are to be shown as chosen. */
function pickedOf({ cells, isRange }: NoteSelection, showsCells: boolean): CellRange | null {
  return isRange || showsCells ? cells : null;
}

const timelineOf = ({ worked }: PhraseEditor) => worked().timeline;

/** Shown at once: a pressed note changes in the first frame. */
function Stack({
  page,
  showsCells,
  room,
  onPick,
}: PictureProps & { readonly showsCells: boolean; readonly room: Room }) {
  const editor = useEditor();
  const say = useSay();
  const strongHand = usePlayer().hands.leading;
  const timeline = useNow(timelineOf);
  const countStyle = useNow(countStyleOf);
  const choice = useChoiceNow(timeline);
  const section = useMemo(() => takeSection(timeline, page), [timeline, page]);
  const onMoveCell = useCallback(
    (from: number, to: number) => {
      if (!editor.editLine((line) => moveCell(line, from, to))) say(FIX_LINE_FIRST);
    },
    [editor, say],
  );
  return (
    <div className="flex-1 min-h-0 px-3 py-3 max-lg:max-h-[52vh] overflow-y-auto flex flex-col-reverse">
      {timeline.slots.length > 0 ? (
        <StackView
          timeline={timeline}
          section={section}
          strongHand={strongHand}
          countStyle={countStyle}
          onPick={onPick}
          onMoveCell={onMoveCell}
          cursor={choice.slot?.index ?? null}
          picked={pickedOf(choice, showsCells)}
          room={room}
        />
      ) : (
        <p className="quiet py-10 my-auto text-center">
          Type a sticking above, such as <span className="font-line">RLRRL</span>, and it appears here as a stack of
          coins.
        </p>
      )}
    </div>
  );
}

function Rail({
  page,
  showsCells,
  guess,
  onPick,
}: PictureProps & { readonly showsCells: boolean; readonly guess: number }) {
  const strongHand = usePlayer().hands.leading;
  const { countStyle } = usePhrase();
  const { timeline, hits } = useWorked();
  const choice = useChoice(timeline);
  const section = useMemo(() => takeSection(timeline, page), [timeline, page]);
  return (
    <RailView
      timeline={timeline}
      section={section}
      strongHand={strongHand}
      countStyle={countStyle}
      onPick={onPick}
      cursor={choice.slot?.index ?? null}
      picked={pickedOf(choice, showsCells)}
      hits={hits}
      guess={guess}
    />
  );
}

/** Engraving takes longer than the coins, so it follows when there is time. */
function Staff({ page, onPick }: PictureProps) {
  const { countStyle } = usePhrase();
  const [{ sixes }] = usePreferences();
  const timeline = useLater(useWorked().timeline);
  const isStaffTime = useDeferredValue(true, false);
  const section = useMemo(() => takeSection(timeline, page), [timeline, page]);
  if (!isStaffTime) return <EmptyStaff />;
  return <StaffView timeline={timeline} section={section} countStyle={countStyle} sixes={sixes} onPick={onPick} />;
}

type NotePanelProps = Pick<PicturesProps, "showsCells" | "onOpenDrawer" | "unchosen" | "isUnchosenFirst">;

function NotePanel({ showsCells, onOpenDrawer, unchosen, isUnchosenFirst }: NotePanelProps) {
  const { timeline } = useWorked();
  const choice = useChoice(timeline);
  const isUnchosen = choice.slot === null && !!unchosen;
  return (
    // On a phone, the pad replaces the note tools.
    <section
      aria-label="Note"
      className={`panel md:min-h-[7.5rem] lg:h-[9rem] flex flex-col ${isUnchosen ? (isUnchosenFirst ? "max-md:order-0" : "max-md:order-3") : "max-md:hidden"}`}
    >
      <div className="flex-1 min-h-0 overflow-y-auto">
        {isUnchosen ? (
          unchosen
        ) : (
          <AfterHydration>
            <NotePalette slot={choice.slot} cells={pickedOf(choice, showsCells)} onOpenDrawer={onOpenDrawer} />
          </AfterHydration>
        )}
      </div>
      <AfterHydration>
        {isUnchosen ? <LineTools onOpenDrawer={onOpenDrawer} /> : null}
        <EditNews timeline={timeline} />
      </AfterHydration>
    </section>
  );
}

/** Five lines as a placeholder for the staff. */
function EmptyStaff() {
  return (
    <svg aria-hidden="true" className="w-full h-28 text-base-300" preserveAspectRatio="none" viewBox="0 0 100 112">
      {[40, 50, 60, 70, 80].map((y) => (
        <path key={y} d={`M1 ${y}H99`} stroke="currentColor" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      ))}
    </svg>
  );
}

/** Turns the parts of a long line; nothing for a short one. */
function Pager({ page, onPage }: Pick<LinePagerProps, "page" | "onPage">) {
  const { timeline } = useWorked();
  if (countSections(timeline) === 1) return null;
  return (
    <AfterHydration>
      <LinePager page={page} onPage={onPage} timeline={timeline} />
    </AfterHydration>
  );
}
