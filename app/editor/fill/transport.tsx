import { lazy, memo, Suspense, useState } from "react";
import { useKey } from "~/commands/commands";
import { nameKeyCap } from "~/commands/keys";
import { bpm, MAX_BPM, MIN_BPM } from "~/core/time";
import type { Preferences } from "~/library/preferences";
import { isPractised } from "~/session/practice";
import { usePractice } from "~/session/session";
import { BigPlay } from "~/ui/big-play";
import { Repeat, SlidersHorizontal } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { NumberField } from "~/ui/number-field";
import { VolumeControl } from "~/ui/volume-control";
import { describeBpmUnit, describeCountIn } from "~/words/time";
import { useFill, useFillNow, useOpenFill } from "./place";
import { groovesFor } from "./score";

const PracticePanel = lazy(() => import("./playback/panel"));

interface TransportProps {
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
  readonly isPracticeOpen: boolean;
  readonly onPractice: () => void;
}

/** Play and stop, tempo, groove, metronome and volume: at the bottom of the screen, within reach. */
export const Transport = memo(function Transport({
  preferences,
  onPreferences,
  isPracticeOpen,
  onPractice,
}: TransportProps) {
  const { row, playback } = useOpenFill();
  const practiseKey = useKey("practise", "p");
  const isOtherwise = isPractised(usePractice(), row.id);
  // On a phone, the other settings are behind a button.
  const [more, setMore] = useState(false);
  return (
    <section
      aria-label="Sound"
      className="relative border-t border-base-300 bg-base-100 px-3 sm:px-5 py-2 flex flex-wrap items-center gap-x-2 sm:gap-x-4 gap-y-2"
    >
      <BigPlay playing={playback.playing} onToggle={playback.toggle} />
      <TempoControl />
      <button
        type="button"
        className={`btn ${isOtherwise ? "btn-outline btn-primary" : ""}`}
        aria-expanded={isPracticeOpen}
        aria-keyshortcuts={practiseKey || undefined}
        title={`Layers, loop, speed, tempo ladder, clicks (${nameKeyCap(practiseKey)})`}
        onClick={onPractice}
      >
        <Repeat size={16} aria-hidden /> Practise
        {isOtherwise ? <span className="sr-only">(changed for practice)</span> : null}
      </button>
      <button
        type="button"
        className="btn btn-sm btn-square ml-auto md:hidden short:inline-flex"
        aria-expanded={more}
        aria-label="More sound settings"
        onClick={() => setMore(!more)}
      >
        <SlidersHorizontal size={16} aria-hidden />
      </button>
      <div className={`${more ? "flex" : "hidden md:flex short:hidden"} flex-wrap items-center gap-x-4 gap-y-2`}>
        <GrooveControl />
        <label className="flex items-center gap-2 text-sm cursor-pointer">
          <input
            type="checkbox"
            className="toggle toggle-sm"
            checked={preferences.click}
            onChange={(event) => onPreferences({ click: event.target.checked })}
          />
          Metronome
        </label>
        <label className="flex items-center gap-2 text-sm">
          Count-in
          <select
            className="select select-sm w-26"
            value={preferences.countInBars}
            onChange={(event) => onPreferences({ countInBars: Number(event.target.value) })}
          >
            <option value={0}>none</option>
            <option value={1}>one bar</option>
            <option value={2}>two bars</option>
          </select>
        </label>
        <VolumeControl volume={preferences.volume} onVolume={(volume) => onPreferences({ volume })} />
      </div>
      {isPracticeOpen ? (
        <Suspense fallback={null}>
          <PracticePanel preferences={preferences} onPreferences={onPreferences} onClose={onPractice} />
        </Suspense>
      ) : null}
      <InlineError words={playback.trouble} />
    </section>
  );
});

function TempoControl() {
  const { tempo } = useFillNow();
  const { editor } = useOpenFill();
  const put = (value: number) => editor.setContent({ tempo: bpm(Math.round(value)) }, "tempo");
  return (
    <div className="flex items-center gap-2">
      <NumberField
        label="Tempo"
        labelClassName="text-sm sr-only sm:not-sr-only sm:mr-2"
        value={Math.round(tempo)}
        least={MIN_BPM}
        most={MAX_BPM}
        className="input-sm w-16 font-display font-semibold text-base"
        onValue={put}
      />
      <TempoHeard />
      <input
        type="range"
        aria-label="Tempo, coarse"
        min={40}
        max={240}
        value={Math.round(tempo)}
        className="range range-xs w-24 hidden 2xl:block"
        onChange={(event) => put(Number(event.target.value))}
      />
    </div>
  );
}

/**
 * The count-in beat, or the current tempo if it differs; otherwise what the tempo counts. It always has the same place,
 * so that no button moves under the finger: beside the field, on a phone above the bar.
 */
function TempoHeard() {
  const { tempo, meter, countStyle } = useFill();
  const { playback } = useOpenFill();
  const over = "max-sm:rounded-box max-sm:border max-sm:border-base-300 max-sm:bg-base-100 max-sm:px-3 max-sm:shadow";
  const isOther = playback.tempo !== null && Math.round(playback.tempo) !== Math.round(tempo);
  return (
    <div className="w-16 shrink-0 leading-tight max-sm:absolute max-sm:left-3 max-sm:bottom-full max-sm:mb-1 max-sm:w-auto">
      {playback.countInBeat !== null ? (
        <output
          aria-label="Count-in"
          aria-live="off"
          className={`block min-w-8 text-center font-display font-bold text-2xl text-primary ${over}`}
        >
          {describeCountIn(playback.countInBeat, meter, countStyle)}
        </output>
      ) : isOther ? (
        <output aria-label="Tempo heard now" aria-live="off" className={`block text-sm whitespace-nowrap ${over}`}>
          now <span className="font-display font-semibold text-base">{Math.round(playback.tempo ?? tempo)}</span>
        </output>
      ) : (
        <span className="label-small block max-sm:sr-only">{describeBpmUnit(meter)}</span>
      )}
    </div>
  );
}

function GrooveControl() {
  const { editor, grooves } = useOpenFill();
  const content = useFillNow();
  const fitting = groovesFor(grooves, content.meter);
  const chosen = fitting.some((groove) => groove.id === content.groove) ? content.groove : "plain";
  return (
    <div className="flex items-center gap-2 text-sm">
      <label className="flex items-center gap-2">
        Groove
        <select
          className="select select-sm w-24"
          aria-label="Bars of groove"
          value={content.grooveBars}
          onChange={(event) => editor.setContent({ grooveBars: Number(event.target.value) }, "groove bars")}
        >
          <option value={0}>no bars</option>
          {[1, 2, 3, 4, 7].map((bars) => (
            <option key={bars} value={bars}>
              {bars} {bars === 1 ? "bar" : "bars"}
            </option>
          ))}
        </select>
      </label>
      <select
        className="select select-sm w-40"
        aria-label="Which groove"
        value={chosen}
        onChange={(event) => editor.setContent({ groove: event.target.value }, "groove")}
      >
        <option value="plain">No groove (pulse only)</option>
        {fitting.map((groove) => (
          <option key={groove.id} value={groove.id}>
            {groove.name}
          </option>
        ))}
      </select>
    </div>
  );
}
