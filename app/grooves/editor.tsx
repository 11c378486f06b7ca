/** An own groove under the hands: its line, bars, tempos and feel, with the same pictures and keys as a fill. */

import { Trash2 } from "lucide-react";
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useFetcher } from "react-router";
import { useStore } from "zustand";
import { plainScore } from "~/audio/score";
import { arrangeRange, barTicks, bpm, EVERY_BEAT, MAX_BPM, type Meter, MIN_BPM } from "~/core";
import type { BookDatabase, GrooveRow } from "~/data/database";
import { grooveDrafts } from "~/data/groove-drafts";
import { type GrooveContent, grooveOver, MAX_GROOVE_LENGTH } from "~/formats/groove";
import { keepFeel, toFeel } from "~/formats/setting";
import { type BenchHandle, openBench, workOut } from "~/stack/bench";
import type { DrawerTab } from "~/stack/cell-drawer";
import { chooseSlot } from "~/stack/choice";
import { BenchContext, useHistory } from "~/stack/context";
import { MeterControl, RateControl, VoicingControl } from "~/stack/frame-controls";
import { KEY_GROUPS, PRACTICE_KEYS } from "~/stack/keys";
import { LineEditor } from "~/stack/line-editor";
import { NameAndTags } from "~/stack/name-and-tags";
import { Pictures } from "~/stack/pictures";
import { useScreenKeys } from "~/stack/use-screen-keys";
import { BigPlay } from "~/ui/big-play";
import { KeyList, KeysButton } from "~/ui/key-list";
import { Notice, useNotice } from "~/ui/notice";
import { usePlayback, useSound } from "~/ui/playback";
import { strongHandOf, usePreferences } from "~/ui/preferences";
import { useRig } from "~/ui/rig";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { UndoButtons } from "~/ui/undo-buttons";
import { type Saving, type UnsavedDraft, useSaving } from "~/ui/use-saving";
import { light } from "~/views/lighting";
import { plural, sayNumber } from "~/words/time";
import { FeelFields } from "./feel-fields";

const CellDrawer = lazy(() => import("~/stack/cell-drawer"));
/** What a groove has no use for is not listed. */
const GROOVE_KEYS = KEY_GROUPS.map(({ name, entries }) => ({
  name: name.replace("the Stack", "the groove"),
  entries: entries.filter(({ does }) => !PRACTICE_KEYS.includes(does)),
}));

export interface GrooveEditorProps {
  readonly row: GrooveRow;
  readonly draft: UnsavedDraft<GrooveContent> | null;
  /** The fill to go back to; null for the last one. */
  readonly fillId: string | null;
}

export function GrooveEditor({ row, draft, fillId }: GrooveEditorProps) {
  const [bench] = useState(() => openBench<GrooveContent>(draft?.content ?? row.content));
  const [notice, say] = useNotice();
  const [where] = useState(() => ({
    store: bench.store,
    replace: bench.replace,
    table: (book: BookDatabase) => book.grooves,
    drafts: grooveDrafts,
    what: "groove",
  }));
  const saving = useSaving(where, row, draft, say);
  return (
    // The parts that edit a phrase ask nothing of it that only a fill has.
    <BenchContext value={bench as unknown as BenchHandle}>
      <Desk bench={bench} row={row} saving={saving} fillId={fillId} say={say} />
      <Notice words={notice} isRaised />
    </BenchContext>
  );
}

interface DeskProps {
  readonly bench: BenchHandle<GrooveContent>;
  readonly row: GrooveRow;
  readonly saving: Saving<GrooveContent>;
  readonly fillId: string | null;
  readonly say: (words: string) => void;
}

function Desk({ bench, row, saving, fillId, say }: DeskProps) {
  const content = useStore(bench.store, (state) => state.content);
  const history = useHistory();
  const fetcher = useFetcher();
  const { layout } = useRig();
  const [preferences] = usePreferences();
  const input = useRef<HTMLTextAreaElement>(null);
  const keyList = useRef<HTMLDialogElement>(null);
  const notes = useRef<HTMLDivElement>(null);
  const strongHand = strongHandOf(preferences.hands);
  useSound(preferences);
  // biome-ignore lint/correctness/useExhaustiveDependencies: on another kit it sounds otherwise
  const source = useMemo(() => {
    const arrangement = arrangeRange(workOut(content).timeline, { feel: toFeel(content.feel) });
    const score = plainScore(arrangement, content.tempo, preferences.click ? EVERY_BEAT : null);
    return () => score;
  }, [content, preferences.click, layout]);
  const playback = usePlayback({ id: "groove", makeScore: source });
  useEffect(
    () => () => {
      chooseSlot(workOut(bench.store.getState().content).timeline, null);
      light({ hover: null, playing: null });
    },
    [bench],
  );
  const [drawer, setDrawer] = useState<DrawerTab | null>(null);
  useScreenKeys({ input, keyList, togglePlay: playback.toggle, openDrawer: setDrawer, say });
  const focusNotes = useCallback(() => notes.current?.querySelector<HTMLElement>("[role=grid]")?.focus(), []);
  const closeDrawer = () => {
    setDrawer(null);
    focusNotes();
  };
  const back = fillId ? `/grooves/${fillId}` : "/grooves";
  return (
    <main className="flex-1 flex flex-col">
      <h1 className="sr-only">Groove</h1>
      <div className="flex-1 w-full max-w-[1500px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <NameAndTags what="groove" />
          <Link to={back} className="text-sm underline">
            back to the fill
          </Link>
          <div className="ml-auto flex flex-wrap items-center gap-2">
            <SaveMark state={saving.state} />
            <UndoButtons history={history} />
            <button
              type="button"
              className="btn btn-sm"
              onClick={() =>
                void fetcher.submit(JSON.stringify({ intent: "delete", id: row.id, fillId, leaves: true }), {
                  method: "post",
                  action: "/grooves/own",
                  encType: "application/json",
                })
              }
            >
              <Trash2 size={15} aria-hidden /> Delete
            </button>
            <KeysButton dialog={keyList} />
          </div>
        </div>
        <SaveNotice
          state={saving.state}
          what="groove"
          onTakeTheirs={saving.takeTheirs}
          onKeepMine={saving.keepMine}
          onCopyMine={() =>
            void fetcher.submit(JSON.stringify({ intent: "make", content: bench.store.getState().content, fillId }), {
              method: "post",
              action: "/grooves/own",
              encType: "application/json",
            })
          }
        />
        <LineEditor input={input} onLeave={focusNotes} />
        <section aria-label="Bars and tempos" className="panel px-3 py-2 flex flex-wrap items-end gap-x-3.5 gap-y-2">
          <MeterControl />
          <RateControl say={say} />
          <BarsControl bench={bench} content={content} />
          <TempoField
            label="Slowest"
            value={content.slowest}
            onValue={(slowest) => bench.setContent({ slowest: bpm(Math.min(slowest, content.fastest)) }, "slowest")}
          />
          <TempoField
            label="Fastest"
            value={content.fastest}
            onValue={(fastest) => bench.setContent({ fastest: bpm(Math.max(fastest, content.slowest)) }, "fastest")}
          />
          <VoicingControl />
          <LengthNote content={content} />
        </section>
        <div className="grid gap-2.5 items-start xl:grid-cols-[minmax(0,1fr)_20rem]">
          <div ref={notes} className="min-w-0">
            <Pictures strongHand={strongHand} say={say} showsCells={drawer !== null} onOpenDrawer={setDrawer} />
          </div>
          <section aria-label="Feel" className="panel px-3 py-2.5">
            <FeelFields
              feel={toFeel(content.feel)}
              onFeel={(feel, kind) => bench.setContent({ feel: keepFeel(feel) }, kind)}
            />
          </section>
        </div>
      </div>
      <section
        aria-label="Sound"
        className="sticky bottom-0 z-20 border-t border-base-300 bg-base-100 px-3 sm:px-5 py-2 flex flex-wrap items-center gap-x-4 gap-y-2"
      >
        <BigPlay playing={playback.playing} onToggle={playback.toggle} />
        <TempoField
          label="Tempo"
          value={content.tempo}
          onValue={(tempo) => bench.setContent({ tempo: bpm(tempo) }, "tempo")}
        />
        {playback.trouble ? (
          <p role="alert" className="text-sm text-error">
            {playback.trouble}
          </p>
        ) : null}
      </section>
      {drawer ? (
        <Suspense fallback={null}>
          <CellDrawer
            tab={drawer}
            onTab={setDrawer}
            onClose={closeDrawer}
            strongHand={strongHand}
            click={preferences.click}
            say={say}
          />
        </Suspense>
      ) : null}
      <KeyList dialog={keyList} groups={GROOVE_KEYS} />
    </main>
  );
}

function TempoField({ label, value, onValue }: { label: string; value: number; onValue: (value: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <label>
      <span className="label-small block mb-0.5">{label}, bpm</span>
      <input
        type="number"
        className="input input-sm w-20"
        min={MIN_BPM}
        max={MAX_BPM}
        value={typed ?? Math.round(value)}
        onChange={(event) => {
          setTyped(event.target.value);
          const next = Number(event.target.value);
          // A tempo half typed is not one yet.
          if (next >= MIN_BPM && next <= MAX_BPM) onValue(next);
        }}
        onBlur={() => setTyped(null)}
      />
    </label>
  );
}

const BARS = Array.from({ length: MAX_GROOVE_LENGTH }, (_, index) => index + 1);

interface GrooveFieldProps {
  readonly bench: BenchHandle<GrooveContent>;
  readonly content: GrooveContent;
}

function BarsControl({ bench, content }: GrooveFieldProps) {
  const bar = barTicks(content.meter as Meter);
  return (
    <label>
      <span className="label-small block mb-0.5">Bars</span>
      <select
        className="select select-sm w-20"
        value={content.window.length / bar}
        onChange={(event) => {
          const length = (Number(event.target.value) * bar) as GrooveContent["window"]["length"];
          bench.setContent({ window: { ...content.window, length } }, "bars");
        }}
      >
        {BARS.map((bars) => (
          <option key={bars} value={bars}>
            {bars}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Whether the line fills its bars; if not, by how much, and what happens then. */
function LengthNote({ content }: Pick<GrooveFieldProps, "content">) {
  const over = grooveOver(content);
  if (over === 0) return null;
  const quarters = Math.abs(over) / 10_080;
  return (
    <p role="status" className="basis-full text-sm text-error leading-snug">
      The line is {quarters === 1 ? "a quarter" : `${sayNumber(quarters)} quarters`} too {over > 0 ? "long" : "short"}{" "}
      for {plural(content.window.length / barTicks(content.meter as Meter), "bar")}. It goes round as it is, and so
      drifts against the bar; {over > 0 ? "take notes out or add a bar" : "add notes or silences"} to mend that.
    </p>
  );
}
