import { CircleHelp, Redo2, Undo2 } from "lucide-react";
import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { useSubmit } from "react-router";
import { bpm, mirrorLine, moveCell, type TimelineSlot } from "~/core";
import { Autosave, type SaveState } from "~/data/autosave";
import { currentBook } from "~/data/current";
import type { FillRow } from "~/data/database";
import type { FillContent } from "~/formats/fill";
import { strongHandOf, usePreferences } from "~/ui/preferences";
import { light, useLightingStore } from "~/views/lighting";
import { RailView } from "~/views/rail-view";
import { SECTION_SLOTS, takeSection } from "~/views/section";
import { StackView } from "~/views/stack-view";
import { openBench, workOut } from "./bench";
import { BenchContext, useBench, useContent, useHistory, useWorked } from "./context";
import { CycleTable } from "./cycle-table";
import { ExportMenu } from "./export-menu";
import { FrameControls } from "./frame-controls";
import { KeyList } from "./key-list";
import { findNoteKey, type KeyScene, NOTE_KEYS, type NoteKey } from "./keys";
import { LineEditor } from "./line-editor";
import { NameAndTags } from "./name-and-tags";
import { NotePalette } from "./note-palette";
import { type ShippedGroove, usePlayback } from "./playback";
import { SaveMark, SaveNotice } from "./save-state";
import { Transport } from "./transport";
import { VerdictStrip } from "./verdict-strip";

const StaffView = lazy(() => import("~/views/staff-view"));

export interface StackScreenProps {
  readonly row: FillRow;
  /** Unsaved content from before, to go on with. */
  readonly draft: { readonly baseRevision: number; readonly content: FillContent } | null;
  readonly grooves: readonly ShippedGroove[];
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
  const submit = useSubmit();
  const [preferences, changePreferences] = usePreferences();
  const [saveState, setSaveState] = useState<SaveState>({ kind: "saved" });
  const [notice, setNotice] = useState("");
  const saver = useRef<Autosave | null>(null);
  const input = useRef<HTMLTextAreaElement>(null);
  const notes = useRef<HTMLDivElement>(null);
  const keyList = useRef<HTMLDialogElement>(null);
  const playback = usePlayback(bench, grooves, preferences);
  const history = useHistory();
  const say = useCallback((words: string) => setNotice(words), []);

  useEffect(() => {
    if (!notice) return;
    const fade = setTimeout(() => setNotice(""), 5_000);
    return () => clearTimeout(fade);
  }, [notice]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: one saver for each fill that is opened
  useEffect(() => {
    let closed = false;
    let stop = () => {};
    void currentBook().then((book) => {
      if (closed) return;
      const made = new Autosave(book, row.id, draft?.baseRevision ?? row.revision, {
        onState: setSaveState,
        onTheirs: (theirs) => {
          adopting = true;
          bench.replace(theirs.content);
          adopting = false;
          say("Another tab changed this fill; this is its version now.");
        },
      });
      let adopting = false;
      saver.current = made;
      if (draft) made.queue(draft.content);
      const unsubscribe = bench.store.subscribe((state) => {
        if (!adopting) made.queue(state.content);
      });
      const leave = () => void made.flush();
      window.addEventListener("pagehide", leave);
      stop = () => {
        unsubscribe();
        window.removeEventListener("pagehide", leave);
        void made.close();
      };
    });
    if (draft) say("What you typed last had not been saved; here it is.");
    return () => {
      closed = true;
      stop();
      saver.current = null;
    };
  }, [bench, row.id]);

  useEffect(() => {
    // On an empty bench the next thing is to type.
    if (workOut(bench.store.getState().content).timeline.slots.length === 0) input.current?.focus();
    return () => light({ cursor: null, hover: null, playing: null });
  }, [bench]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: handlers reach the state of the moment through the stores
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : document.body;
      const typing = target.matches(
        "input:not([type=range]):not([type=checkbox]), textarea, select, [contenteditable]",
      );
      const mod = event.ctrlKey || event.metaKey;
      if (keyList.current?.open) return;
      if (mod && /^[zy]$/i.test(event.key)) {
        event.preventDefault();
        if (event.key.toLowerCase() === "y" || event.shiftKey) history.redo();
        else history.undo();
        return;
      }
      if (
        event.key === " " &&
        (event.shiftKey ? true : !typing && !target.closest("button, a, [role=menuitem], input"))
      ) {
        event.preventDefault();
        playback.toggle();
        return;
      }
      if (typing || mod || event.altKey) return;
      const { tempo } = bench.store.getState().content;
      const steps: Record<string, number> = { "[": -1, "]": 1, "{": -5, "}": 5 };
      const step = steps[event.key];
      if (event.key === "/") input.current?.focus();
      else if (event.key === "?") keyList.current?.showModal();
      else if (event.key === "m") {
        if (!bench.editLine(mirrorLine)) say("Mend the line first, then mirror it.");
      } else if (step !== undefined) bench.setContent({ tempo: bpm(tempo + step) }, "tempo");
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [bench, playback.toggle, history.undo, history.redo]);

  const copyMine = () =>
    void submit(JSON.stringify({ content: bench.store.getState().content }), {
      method: "post",
      encType: "application/json",
    });
  const focusNotes = () => notes.current?.querySelector<HTMLElement>("[role=grid]")?.focus();

  return (
    <main className="flex-1 flex flex-col">
      <h1 className="sr-only">Stack</h1>
      <div className="flex-1 w-full max-w-[1500px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <NameAndTags />
          <div className="ml-auto flex items-center gap-2">
            <SaveMark state={saveState} />
            <div className="join">
              <button
                type="button"
                className="btn btn-sm join-item"
                disabled={!history.canUndo}
                onClick={history.undo}
                aria-label="Undo"
                title="Undo (Ctrl+Z)"
              >
                <Undo2 size={15} aria-hidden />
              </button>
              <button
                type="button"
                className="btn btn-sm join-item"
                disabled={!history.canRedo}
                onClick={history.redo}
                aria-label="Redo"
                title="Redo (Ctrl+Shift+Z)"
              >
                <Redo2 size={15} aria-hidden />
              </button>
            </div>
            <ExportMenu
              identity={row}
              getContent={() => bench.store.getState().content}
              grooves={grooves}
              preferences={preferences}
              say={say}
            />
            <button type="button" className="btn btn-sm" onClick={() => keyList.current?.showModal()} title="Keys (?)">
              <CircleHelp size={15} aria-hidden /> Keys
            </button>
          </div>
        </div>
        <SaveNotice
          state={saveState}
          onTakeTheirs={(theirs) => {
            bench.replace(theirs.content);
            saver.current?.takeTheirs(theirs);
          }}
          onKeepMine={(theirs) => void saver.current?.keepMine(theirs)}
          onCopyMine={copyMine}
        />
        <LineEditor input={input} onLeave={focusNotes} />
        <FrameControls say={say} />
        <VerdictStrip />
        <div ref={notes}>
          <Pictures strongHand={strongHandOf(preferences.hands)} say={say} />
        </div>
      </div>
      <Transport playback={playback} grooves={grooves} preferences={preferences} onPreferences={changePreferences} />
      <KeyList dialog={keyList} />
      <div role="status" aria-live="polite" className="toast toast-center bottom-20 z-40 pointer-events-none">
        {notice ? (
          <div className="alert bg-neutral text-neutral-content py-2 text-sm whitespace-normal">{notice}</div>
        ) : null}
      </div>
    </main>
  );
}

interface PicturesProps {
  readonly strongHand: "R" | "L";
  readonly say: (words: string) => void;
}

/** Stack, rail and staff of the same timeline, and what can be done to the chosen note. */
function Pictures({ strongHand, say }: PicturesProps) {
  const bench = useBench();
  const content = useContent();
  const { timeline } = useWorked();
  const cursor = useLightingStore((lights) => lights.cursor);
  const [page, setPage] = useState(0);
  const [showCycle, setShowCycle] = useState(false);
  const slot: TimelineSlot | null = (cursor === null ? null : timeline.slots[cursor]) ?? null;
  const section = useMemo(() => takeSection(timeline, page), [timeline, page]);
  // Engraving takes longer than the coins: it follows as soon as there is time.
  const staffSection = useDeferredValue(section);
  const staffTimeline = useDeferredValue(timeline);

  const choose = useCallback((index: number | null) => {
    light({ cursor: index });
    if (index !== null) setPage(Math.floor(index / SECTION_SLOTS));
  }, []);
  const runKey = useCallback(
    (key: NoteKey) => {
      // What the store holds now: a key may follow another before the screen has been drawn again.
      const now = workOut(bench.store.getState().content).timeline;
      const at = useLightingStore.getState().cursor;
      const scene: KeyScene = {
        timeline: now,
        slot: (at === null ? null : now.slots[at]) ?? null,
        editLine: (change) => {
          const done = bench.editLine(change);
          if (!done) say("Mend the line first: your text is kept as it is.");
          return done;
        },
        choose,
        say,
      };
      key.run(scene);
      const left = workOut(bench.store.getState().content).timeline.slots.length;
      const chosen = useLightingStore.getState().cursor;
      if (chosen !== null && chosen >= left) choose(left > 0 ? left - 1 : null);
    },
    [bench, choose, say],
  );
  const onKeyDown = useCallback(
    (event: React.KeyboardEvent) => {
      if ((event.target as HTMLElement).closest("button")) return;
      const key = findNoteKey(event);
      if (!key) return;
      event.preventDefault();
      event.stopPropagation();
      runKey(key);
    },
    [runKey],
  );
  const onMoveCell = useCallback(
    (from: number, to: number) => {
      if (!bench.editLine((line) => moveCell(line, from, to))) say("Mend the line first, then move its cells.");
    },
    [bench, say],
  );

  return (
    <>
      <div className="grid lg:grid-cols-[minmax(340px,2fr)_3fr] gap-2.5 items-start">
        <section aria-label="Stack view" className="panel min-w-0">
          <div className="px-3 py-3 max-h-[52vh] overflow-y-auto flex flex-col-reverse">
            {timeline.slots.length > 0 ? (
              <StackView
                timeline={timeline}
                section={section}
                strongHand={strongHand}
                onPick={choose}
                onMoveCell={onMoveCell}
                onKeyDown={onKeyDown}
                cursor={cursor}
              />
            ) : (
              <p className="quiet py-10 text-center">
                Type a sticking above, such as <span className="font-line">RLRRL</span>, and it stands here as a stack
                of coins.
              </p>
            )}
          </div>
          {section.count > 1 ? (
            <Pager section={section.number} count={section.count} slots={timeline.slots.length} onPage={setPage} />
          ) : null}
        </section>
        <div className="flex flex-col gap-2.5 min-w-0">
          <section aria-label="Rail" className="panel px-2 py-1 min-w-0 max-h-[46vh] overflow-y-auto">
            <RailView
              timeline={timeline}
              section={section}
              strongHand={strongHand}
              countStyle={content.countStyle}
              onPick={choose}
              onKeyDown={onKeyDown}
              cursor={cursor}
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
            <NotePalette
              slot={slot}
              onKey={(id) => {
                const key = NOTE_KEYS.find((entry) => entry.id === id);
                if (key) runKey(key);
              }}
            />
          </section>
        </div>
      </div>
      <section aria-label="Where it comes round" className="panel mt-2.5">
        <button
          type="button"
          className="w-full text-left px-3 py-2 text-sm font-semibold"
          aria-expanded={showCycle}
          onClick={() => setShowCycle(!showCycle)}
        >
          {showCycle ? "▾" : "▸"} Where each repeat begins, and when it comes round
        </button>
        {showCycle ? <CycleTable cell={slot?.cell ?? null} /> : null}
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
        Slots {from.toLocaleString("en")} to {to.toLocaleString("en")} of {slots.toLocaleString("en")} are drawn
      </span>
      <button type="button" className="btn btn-sm" disabled={section === 0} onClick={() => onPage(section - 1)}>
        Before
      </button>
      <button type="button" className="btn btn-sm" disabled={section === count - 1} onClick={() => onPage(section + 1)}>
        Next
      </button>
    </nav>
  );
}
