/** Editing an own groove: its line, bars, tempos and feel, with the same pictures and keys as a fill. */

import { useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { useStore } from "zustand";
import { plainScore } from "~/audio/score";
import { useCommands } from "~/commands/commands";
import { KeysButton } from "~/commands/keys-button";
import { arrangeRange } from "~/core/groove";
import { EVERY_BEAT, type Pulse, pulseOf } from "~/core/pulse";
import { barTicks, bpm, formatMeter, MAX_BPM, type Meter, MIN_BPM, TICKS_PER_QUARTER, ticks } from "~/core/time";
import { useChooser } from "~/editor/choice";
import { PHRASE_COMMANDS, PLAY_COMMANDS, UNDO_COMMANDS } from "~/editor/commands";
import { EditorContext, useHistory, useWorked } from "~/editor/context";
import { type Editor, openEditor } from "~/editor/editor";
import { FeelFields } from "~/editor/feel-fields";
import { MeterControl, OrchestrationControl, RateControl } from "~/editor/frame-controls";
import { LineDrawer, useLineDesk } from "~/editor/line-desk";
import { LineEditor } from "~/editor/line-editor";
import { NameAndTags } from "~/editor/name-and-tags";
import { Pictures } from "~/editor/pictures";
import { UndoButtons } from "~/editor/undo-buttons";
import type { GrooveRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import { type GrooveContent, MAX_GROOVE_LENGTH } from "~/library/groove/content";
import { grooveOver } from "~/library/groove/groove";
import type { Opened } from "~/library/open-row";
import { keepFeel, toFeel } from "~/library/phrase/setting";
import { type Saving, useSaving } from "~/library/use-saving";
import { GROOVE_ACTS } from "~/messages/acts";
import type { GrooveMessages } from "~/messages/grooves";
import { useMessages } from "~/messages/use-messages";
import { usePlayback } from "~/session/playback";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay, useSession } from "~/session/session";
import { BigPlay } from "~/ui/big-play";
import { Trash2 } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { NumberField } from "~/ui/number-field";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { describeNumber, plural } from "~/words/time";

export interface OwnGrooveScreenProps extends Opened<GrooveContent> {
  /** The fill to return to; null for the last one. */
  readonly fillId: string | null;
}

export function OwnGrooveScreen(props: OwnGrooveScreenProps) {
  const { row, unsaved, fillId } = props;
  const player = usePlayer();
  const playerNow = useRef(player);
  playerNow.current = player;
  const [editor] = useState(() =>
    openEditor<GrooveContent>(unsaved?.content ?? row.content, ({ meter }) => ({
      player: playerNow.current,
      pulse: meterPulse(meter),
    })),
  );
  const saving = useSaving(props, editor, useSay());
  return (
    <EditorContext value={editor}>
      <Desk editor={editor} row={row} saving={saving} fillId={fillId} />
    </EditorContext>
  );
}

const pulses = new Map<string, Pulse>();

/** Backbeats come from the groove, so while you edit it, the meter's defaults count. */
function meterPulse(meter: Meter): Pulse {
  const key = formatMeter(meter);
  const found = pulses.get(key) ?? pulseOf(meter);
  pulses.set(key, found);
  return found;
}

interface GrooveDeskProps {
  readonly editor: Editor<GrooveContent>;
  readonly row: GrooveRow;
  readonly saving: Saving<GrooveContent>;
  readonly fillId: string | null;
}

function Desk({ editor, row, saving, fillId }: GrooveDeskProps) {
  const content = useStore(editor.store, (state) => state.content);
  const history = useHistory();
  const { send } = useMessages<GrooveMessages>("/grooves/own", GROOVE_ACTS);
  const session = useSession();
  const chooser = useChooser();
  const [preferences] = usePreferences();
  const { timeline } = useWorked();
  const { lights, sound, say } = session;
  const source = useMemo(() => {
    const arrangement = arrangeRange(timeline, { feel: toFeel(content.feel) });
    const score = plainScore(arrangement, content.tempo, preferences.click ? EVERY_BEAT : null);
    return () => score;
  }, [timeline, content.feel, content.tempo, preferences.click]);
  const playback = usePlayback({ id: "groove", makeScore: source });
  useEffect(
    () => () => {
      chooser.choose(editor.worked().timeline, null);
      lights.light({ hover: null, playing: null });
    },
    [editor, chooser, lights],
  );
  const desk = useLineDesk();
  useCommands(UNDO_COMMANDS, { history });
  useCommands(PLAY_COMMANDS, { togglePlay: playback.toggle });
  useCommands(PHRASE_COMMANDS, { editor, chooser, sound, say });
  const back = fillId ? addressOf(fillId, "groove") : "/fills";
  return (
    <main className={`flex-1 flex flex-col ${desk.drawer ? "pb-[62dvh] md:pb-0 lg:pr-[25rem]" : ""}`}>
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
              onClick={() => send("delete", { id: row.id, fillId, leaves: true })}
            >
              <Trash2 size={15} aria-hidden /> Delete
            </button>
            <KeysButton />
          </div>
        </div>
        <SaveNotice saving={saving} onCopy={(mine) => send("create", { content: mine, fillId })} />
        <LineEditor input={desk.input} onLeave={desk.focusNotes} />
        <section aria-label="Bars and tempos" className="panel px-3 py-2 flex flex-wrap items-end gap-x-3.5 gap-y-2">
          <MeterControl />
          <RateControl />
          <BarsControl editor={editor} content={content} />
          <TempoField
            label="Slowest"
            value={content.slowest}
            onValue={(slowest) => editor.setContent({ slowest: bpm(Math.min(slowest, content.fastest)) }, "slowest")}
          />
          <TempoField
            label="Fastest"
            value={content.fastest}
            onValue={(fastest) => editor.setContent({ fastest: bpm(Math.max(fastest, content.slowest)) }, "fastest")}
          />
          <OrchestrationControl />
          <LengthNote content={content} />
        </section>
        <div className="grid gap-2.5 items-start xl:grid-cols-[minmax(0,1fr)_20rem]">
          <div ref={desk.notes} className="min-w-0">
            <Pictures showsCells={desk.drawer !== null} onOpenDrawer={desk.openDrawer} />
          </div>
          <section aria-label="Feel" className="panel px-3 py-2.5">
            <FeelFields
              feel={toFeel(content.feel)}
              onFeel={(feel, kind) => editor.setContent({ feel: keepFeel(feel) }, kind)}
            />
          </section>
        </div>
      </div>
      <section
        aria-label="Sound"
        className="foot border-t border-base-300 bg-base-100 px-3 sm:px-5 py-2 flex flex-wrap items-center gap-x-4 gap-y-2"
      >
        <BigPlay playing={playback.playing} onToggle={playback.toggle} />
        <TempoField
          label="Tempo"
          value={content.tempo}
          onValue={(tempo) => editor.setContent({ tempo: bpm(tempo) }, "tempo")}
        />
        <InlineError words={playback.trouble} />
      </section>
      <LineDrawer desk={desk} />
    </main>
  );
}

function TempoField({ label, value, onValue }: { label: string; value: number; onValue: (value: number) => void }) {
  return (
    <div>
      <NumberField label={`${label}, bpm`} value={Math.round(value)} least={MIN_BPM} most={MAX_BPM} onValue={onValue} />
    </div>
  );
}

const BARS = Array.from({ length: MAX_GROOVE_LENGTH }, (_, index) => index + 1);

interface GrooveFieldProps {
  readonly editor: Editor<GrooveContent>;
  readonly content: GrooveContent;
}

function BarsControl({ editor, content }: GrooveFieldProps) {
  const bar = barTicks(content.meter);
  return (
    <label>
      <span className="label-small block mb-0.5">Bars</span>
      <select
        className="select select-sm w-20"
        value={content.window.length / bar}
        onChange={(event) => {
          const length = ticks(Number(event.target.value) * bar);
          editor.setContent({ window: { ...content.window, length } }, "bars");
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
  const quarters = Math.abs(over) / TICKS_PER_QUARTER;
  return (
    <p role="status" className="basis-full text-sm text-error leading-snug">
      The line is {quarters === 1 ? "a quarter" : `${describeNumber(quarters)} quarters`} too{" "}
      {over > 0 ? "long" : "short"} for {plural(content.window.length / barTicks(content.meter), "bar")}. It loops as it
      is, so it drifts against the bar. To fix that, {over > 0 ? "remove notes or add a bar" : "add notes or rests"}.
    </p>
  );
}
