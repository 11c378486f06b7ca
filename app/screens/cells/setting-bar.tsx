import { MAX_BPM, MIN_BPM, parseMeter, parseRate } from "~/core/time";
import type { Preferences } from "~/library/preferences";
import type { Playback } from "~/session/playback";
import { Play, Square } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { NumberField } from "~/ui/number-field";
import { COMMON_METERS, describeBpmUnit, describeRate, OFFERED_RATES } from "~/words/time";
import type { CellDraft } from "./draft";

interface SettingBarProps {
  readonly draft: CellDraft;
  readonly rate: string;
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
  readonly playback: Playback;
  readonly isEmpty: boolean;
}

/** Play it, with note value, meter and tempo. */
export function SettingBar(props: SettingBarProps) {
  const { draft, rate, preferences, onPreferences, playback, isEmpty } = props;
  const { cellTempo, cellMeter } = preferences;
  const offered: readonly string[] = OFFERED_RATES;
  const rates = offered.includes(rate) ? offered : [rate, ...offered];
  const meters = COMMON_METERS.includes(cellMeter) ? COMMON_METERS : [cellMeter, ...COMMON_METERS];
  const meter = parseMeter(cellMeter);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2 mt-2.5">
      <button
        type="button"
        className="btn btn-primary"
        disabled={isEmpty}
        aria-keyshortcuts="Space"
        title="Space"
        onClick={playback.toggle}
      >
        {playback.playing ? (
          <Square size={16} aria-hidden fill="currentColor" />
        ) : (
          <Play size={16} aria-hidden fill="currentColor" />
        )}
        {playback.playing ? "Stop" : "Play"}
      </button>
      <span className="flex items-center gap-1.5 text-sm" title={meter ? `${describeBpmUnit(meter)}` : undefined}>
        <NumberField
          label="Tempo"
          labelClassName=""
          value={Math.round(cellTempo)}
          least={MIN_BPM}
          most={MAX_BPM}
          className="input-sm w-16 font-display font-semibold"
          onValue={(value) => onPreferences({ cellTempo: Math.round(value) })}
        />
      </span>
      <label className="flex items-center gap-1.5 text-sm">
        Note value
        <select
          className="select select-sm w-36"
          value={rate}
          onChange={(event) => draft.change({ rate: event.target.value }, "rate")}
        >
          {rates.map((text) => {
            const named = parseRate(text);
            return (
              <option key={text} value={text}>
                {named ? describeRate(named) : text}
              </option>
            );
          })}
        </select>
      </label>
      <label className="flex items-center gap-1.5 text-sm">
        Meter
        <select
          className="select select-sm w-20"
          value={cellMeter}
          onChange={(event) => onPreferences({ cellMeter: event.target.value })}
        >
          {meters.map((text) => (
            <option key={text}>{text}</option>
          ))}
        </select>
      </label>
      <InlineError words={playback.trouble} />
    </div>
  );
}
