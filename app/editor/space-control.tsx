/** Where a phrase starts in its bar, and its length. */

import { moveStart } from "~/core/fit";
import { openingRate, type Window } from "~/core/phrase";
import { barTicks, slotTicks, type Ticks, ticks } from "~/core/time";
import { BeginsOn } from "~/editor/begins-on";
import { MAX_WINDOW_BARS } from "~/library/phrase/phrase";
import { NumberField } from "~/ui/number-field";
import { listSpaces } from "~/words/time";
import { useEditor, usePhraseNow, useWorked } from "./context";
import { Field } from "./field";

/** The space to fill: presets, its start, and the number of notes of the opening value that fit. */
export default function SpaceControl() {
  const editor = useEditor();
  const { meter, window } = usePhraseNow();
  const { line, timeline } = useWorked();
  const rate = openingRate(line);
  const slot = slotTicks(rate);
  const bar = barTicks(meter);
  const most = MAX_WINDOW_BARS * bar;
  const put = ({ start, length }: Window) => {
    if (start < 0 || length <= 0 || start + length > most) return;
    editor.setPhrase({ window: { start, length } }, "window");
  };
  const used = timeline.end - timeline.window.start;
  const presets = [...listSpaces(meter), { name: "as long as the line", start: window.start, length: used }];
  const chosen = presets.findIndex(({ start, length }) => start === window.start && length === window.length);
  return (
    <fieldset className="flex flex-wrap items-end gap-2">
      <legend className="sr-only">Space to fill</legend>
      <Field label="Space to fill">
        {(id) => (
          <select
            id={id}
            className="select select-sm w-32"
            value={chosen < 0 ? "own" : String(chosen)}
            onChange={(event) => {
              const preset = presets[Number(event.target.value)];
              if (preset) put({ start: ticks(preset.start), length: ticks(preset.length) });
            }}
          >
            {chosen < 0 ? <option value="own">your own</option> : null}
            {presets.map(({ name }, index) => (
              <option key={name} value={index}>
                {name}
              </option>
            ))}
          </select>
        )}
      </Field>
      <BeginsOn
        start={window.start as Ticks}
        rate={rate}
        meter={meter}
        bars={Math.min(MAX_WINDOW_BARS, Math.floor(window.start / bar) + 2)}
        onStart={(start) => put(moveStart(window as Window, start, meter))}
      />
      <NumberField
        label="Length"
        value={Math.round((window.length / slot) * 100) / 100}
        least={1}
        most={Math.floor((most - window.start) / slot)}
        className="input-sm w-16 font-display font-semibold"
        onValue={(slots) => put({ start: window.start as Ticks, length: ticks(Math.round(slots * slot)) })}
      />
    </fieldset>
  );
}
