/** Practice tempo: a percentage of the tempo, or a ladder. */

import { type Ladder, ladderLength, ladderTempo } from "~/core/groove";
import { bpm, MAX_BPM, MIN_BPM } from "~/core/time";
import { MAX_SPEED, MIN_SPEED, SPEEDS } from "~/session/practice";
import { usePractice, usePractise } from "~/session/session";
import { Check } from "~/ui/check";
import { NumberField } from "~/ui/number-field";
import { plural } from "~/words/time";
import { usePhrase } from "../../context";

export function TempoPart() {
  const { tempo } = usePhrase();
  const { speed, ladder } = usePractice();
  const practise = usePractise();
  const started: Ladder = { from: bpm(Math.round(tempo * 0.6)), to: bpm(tempo), step: 4, every: 4 };
  return (
    <fieldset className="text-sm flex flex-col gap-1.5 items-start">
      <legend className="text-sm font-semibold mb-1">Speed</legend>
      <div className="flex flex-wrap items-center gap-2">
        <div className="join">
          {SPEEDS.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={!ladder && speed === one}
              className={`btn btn-sm join-item font-normal ${!ladder && speed === one ? "btn-primary" : ""}`}
              onClick={() => practise({ speed: one, ladder: null })}
            >
              {one === 0.5 ? "Half" : one === 0.75 ? "¾" : "As written"}
            </button>
          ))}
        </div>
        {ladder ? null : <span className="font-display font-semibold">{Math.round(bpm(tempo * speed))} bpm</span>}
      </div>
      {ladder ? null : (
        <div className="flex items-center gap-2 w-full">
          <NumberField
            label="Speed in per cent"
            isLabelHidden
            className="input-xs w-14"
            least={MIN_SPEED * 100}
            most={MAX_SPEED * 100}
            value={Math.round(speed * 100)}
            onValue={(percent) => practise({ speed: percent / 100 })}
          />
          %
          <input
            type="range"
            aria-label="Speed in per cent of the tempo"
            className="range range-xs flex-1"
            min={MIN_SPEED * 100}
            max={MAX_SPEED * 100}
            step={5}
            value={Math.round(speed * 100)}
            onChange={(event) => practise({ speed: Number(event.target.value) / 100 })}
          />
        </div>
      )}
      <Check checked={ladder !== null} onCheck={(checked) => practise({ ladder: checked ? started : null })}>
        Tempo ladder
      </Check>
      {ladder ? <LadderFields ladder={ladder} /> : null}
    </fieldset>
  );
}

function LadderFields({ ladder }: { readonly ladder: Ladder }) {
  const practise = usePractise();
  const put = (change: Partial<Ladder>) => practise({ ladder: { ...ladder, ...change } });
  const number = (label: string, value: number, least: number, most: number, onValue: (value: number) => void) => (
    <span className="flex items-center gap-1.5">
      {label}
      <NumberField
        label={`Ladder: ${label}`}
        isLabelHidden
        className="input-xs w-14"
        least={least}
        most={most}
        value={Math.round(value)}
        onValue={onValue}
      />
    </span>
  );
  const rungs = [0, 1, 2].map((rung) =>
    Math.round(ladderTempo(ladder, rung * (ladder.step === null ? 1 : ladder.every))),
  );
  const repeats = ladderLength(ladder);
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex items-center gap-3">
        {number("From", ladder.from, MIN_BPM, MAX_BPM, (from) => put({ from: bpm(from) }))}
        {number("to", ladder.to, MIN_BPM, MAX_BPM, (to) => put({ to: bpm(to) }))}
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <select
          aria-label="How the tempo rises"
          className="select select-xs w-28"
          value={ladder.step === null ? "evenly" : "steps"}
          onChange={(event) => put({ step: event.target.value === "steps" ? 4 : null })}
        >
          <option value="steps">in steps</option>
          <option value="evenly">evenly</option>
        </select>
        {ladder.step === null ? null : number("of", ladder.step, 1, 40, (step) => put({ step }))}
        {number(ladder.step === null ? "over" : "every", ladder.every, 1, 64, (every) =>
          put({ every: Math.round(every) }),
        )}
        repeats
      </div>
      <p className="quiet leading-snug">
        {Number.isFinite(repeats)
          ? `${rungs.join(", ")} … ${Math.round(ladder.to)} after ${plural(repeats, "repeat")}. Small steps. Stop if you tense up or it hurts.`
          : "Set a goal above the start."}
      </p>
    </div>
  );
}
