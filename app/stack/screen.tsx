import { AudioWaveform, Drum } from "lucide-react";
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { readCell } from "~/core";
import type { FillRow } from "~/data/database";
import type { GrooveChoice } from "~/data/grooves";
import type { FillContent } from "~/formats/fill";
import { notePlace, takeCell } from "~/ui/hand-over";
import { KeyList, KeysButton } from "~/ui/key-list";
import { Notice, useNotice } from "~/ui/notice";
import { strongHandOf, usePreferences } from "~/ui/preferences";
import { SaveMark } from "~/ui/save-state";
import { UndoButtons } from "~/ui/undo-buttons";
import type { UnsavedDraft } from "~/ui/use-saving";
import { light } from "~/views/lighting";
import { openBench, workOut } from "./bench";
import type { DrawerTab } from "./cell-drawer";
import { chooseSlot, chosenCells, chosenSlot } from "./choice";
import { BenchContext, useBench, useHistory } from "./context";
import { ExportMenu } from "./export-menu";
import { FillSaveNotice } from "./fill-save-notice";
import { FrameControls } from "./frame-controls";
import { KEY_GROUPS } from "./keys";
import { LineEditor } from "./line-editor";
import { NameAndTags } from "./name-and-tags";
import { Pictures } from "./pictures";
import { useStackPlayback } from "./playback";
import { toggleCellLoop } from "./practice-loop";
import { putInCell } from "./put-in";
import { Transport } from "./transport";
import { useFillSaving } from "./use-fill-saving";
import { useScreenKeys } from "./use-screen-keys";
import { VerdictStrip } from "./verdict-strip";

const CellDrawer = lazy(() => import("./cell-drawer"));
// What is worked out of the book comes after what is typed can be seen.
const WaysToClose = lazy(async () => ({ default: (await import("./sums")).WaysToClose }));
const HowItMayEnd = lazy(async () => ({ default: (await import("./sums")).HowItMayEnd }));

export interface StackScreenProps {
  readonly row: FillRow;
  /** To go on with. */
  readonly draft: UnsavedDraft<FillContent> | null;
  readonly grooves: readonly GrooveChoice[];
}

/** The bench: one fill, typed, seen three ways, judged, heard. */
export function StackScreen({ row, draft, grooves }: StackScreenProps) {
  // The route gives each fill a screen of its own, so this runs once for each.
  const [bench] = useState(() => openBench(draft?.content ?? row.content));
  return (
    <BenchContext value={bench}>
      <Desk row={row} draft={draft} grooves={grooves} />
    </BenchContext>
  );
}

function Desk({ row, draft, grooves }: StackScreenProps) {
  const bench = useBench();
  const [preferences, changePreferences] = usePreferences();
  const [notice, say] = useNotice();
  const input = useRef<HTMLTextAreaElement>(null);
  const notes = useRef<HTMLDivElement>(null);
  const keyList = useRef<HTMLDialogElement>(null);
  const playback = useStackPlayback(grooves, preferences, { fillId: row.id });
  const history = useHistory();

  const saving = useFillSaving(bench, row, draft, say);

  useEffect(() => {
    // On an empty bench the next thing is to type.
    if (workOut(bench.store.getState().content).timeline.slots.length === 0) input.current?.focus();
    const handed = takeCell(row.id);
    if (handed) putInCell(bench, { name: handed.name, cell: readCell(handed.text) ?? [] }, handed.after, say);
    return () => {
      const { timeline } = workOut(bench.store.getState().content);
      notePlace({ fillId: row.id, cell: chosenCells(timeline)?.to ?? null });
      chooseSlot(timeline, null);
      light({ hover: null, playing: null });
    };
  }, [bench, row.id, say]);

  const [drawer, setDrawer] = useState<DrawerTab | null>(null);
  const openDrawer = useCallback(
    (tab: DrawerTab) => {
      // The first cell is a fair guess of what is meant.
      const { timeline } = workOut(bench.store.getState().content);
      if (tab === "moves" && !chosenSlot(timeline) && timeline.slots.length > 0) chooseSlot(timeline, 0);
      setDrawer(tab);
    },
    [bench],
  );
  const [isPracticeOpen, setPracticeOpen] = useState(false);
  const togglePractice = useCallback(() => setPracticeOpen((isOpen) => !isOpen), []);
  const toggleLoop = useCallback(() => toggleCellLoop(bench, row.id), [bench, row.id]);
  useScreenKeys({ input, keyList, togglePlay: playback.toggle, openDrawer, togglePractice, toggleLoop, say });

  const focusNotes = () => notes.current?.querySelector<HTMLElement>("[role=grid]")?.focus();
  const closeDrawer = () => {
    setDrawer(null);
    focusNotes();
  };
  const strongHand = strongHandOf(preferences.hands);

  return (
    <main className={`flex-1 flex flex-col ${drawer ? "pb-[62dvh] md:pb-0 lg:pr-[25rem]" : ""}`}>
      <h1 className="sr-only">Stack</h1>
      <div className="flex-1 w-full max-w-[1500px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <NameAndTags />
          <div className="ml-auto flex flex-wrap justify-end items-center gap-2">
            <SaveMark state={saving.state} />
            <Link to={`/floor/${row.id}`} className="btn btn-sm" title="Round the kit">
              <Drum size={15} aria-hidden /> <span className="sr-only sm:not-sr-only">Floor</span>
            </Link>
            <Link to={`/grooves/${row.id}`} className="btn btn-sm" title="In its groove">
              <AudioWaveform size={15} aria-hidden /> <span className="sr-only sm:not-sr-only">Grooves</span>
            </Link>
            <UndoButtons history={history} />
            <ExportMenu
              identity={row}
              getContent={() => bench.store.getState().content}
              grooves={grooves}
              preferences={preferences}
              say={say}
            />
            <KeysButton dialog={keyList} />
          </div>
        </div>
        <FillSaveNotice saving={saving} />
        <LineEditor input={input} onLeave={focusNotes} />
        <FrameControls say={say} />
        <VerdictStrip />
        <Suspense fallback={null}>
          <WaysToClose say={say} />
        </Suspense>
        <div ref={notes}>
          <Pictures strongHand={strongHand} say={say} showsCells={drawer !== null} onOpenDrawer={openDrawer} />
        </div>
        <Suspense fallback={null}>
          <HowItMayEnd say={say} />
        </Suspense>
      </div>
      <Transport
        fillId={row.id}
        playback={playback}
        grooves={grooves}
        preferences={preferences}
        onPreferences={changePreferences}
        isPracticeOpen={isPracticeOpen}
        onPractice={togglePractice}
      />
      {drawer ? (
        <Suspense fallback={null}>
          <CellDrawer
            tab={drawer}
            onTab={openDrawer}
            onClose={closeDrawer}
            strongHand={strongHand}
            click={preferences.click}
            say={say}
          />
        </Suspense>
      ) : null}
      <KeyList dialog={keyList} groups={KEY_GROUPS} />
      <Notice words={notice} isRaised />
    </main>
  );
}
