/** Form: bars of groove, where the fill enters, what continues under it, and the ending. */

import {
  DURINGS,
  type During,
  ENDINGS,
  FOOT_OSTINATI,
  FORM_KINDS,
  type FootOstinato,
  findForm,
  makeForm,
  type Setting,
} from "~/core/groove";
import { useFillNow, useOpenFill } from "~/editor/fill/place";
import SpaceControl from "~/editor/space-control";
import { MAX_GROOVE_BARS } from "~/library/fill/content";
import type { SettingContent } from "~/library/phrase/setting";
import { Check } from "~/ui/check";
import { DURING_NAMES, ENDING_WORDS, FOOT_NAMES, FORM_WORDS } from "~/words/groove";
import { plural } from "~/words/time";

const BARS = Array.from({ length: MAX_GROOVE_BARS + 1 }, (_, bars) => bars);

interface FormPanelProps {
  readonly setting: Setting;
  readonly onSetting: (change: SettingContent, kind: string) => void;
}

export function FormPanel({ setting, onSetting }: FormPanelProps) {
  const { editor } = useOpenFill();
  const content = useFillNow();
  const { grooveBars, window, meter } = content;
  const ready = findForm({ grooveBars, window, stops: setting.stops }, meter);
  return (
    <div className="flex flex-col gap-4">
      <fieldset>
        <legend className="text-sm font-semibold mb-1">Groove and fill</legend>
        <div className="grid grid-cols-4 gap-1 mb-2">
          {FORM_KINDS.map((kind) => (
            <button
              key={kind}
              type="button"
              aria-pressed={ready === kind}
              title={FORM_WORDS[kind].does}
              className={`btn btn-sm px-1 ${ready === kind ? "btn-primary" : "font-normal"}`}
              onClick={() => {
                const form = makeForm(kind, meter);
                editor.setContent(
                  {
                    grooveBars: form.grooveBars,
                    window: form.window,
                    setting: { ...content.setting, stops: form.stops },
                  },
                  `form ${kind}`,
                );
              }}
            >
              {FORM_WORDS[kind].name}
            </button>
          ))}
        </div>
        <p className="text-sm quiet mb-2">{ready ? FORM_WORDS[ready].does : "your own form"}</p>
        <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
          <label>
            <span className="label-small block mb-0.5">Groove before</span>
            <select
              className="select select-sm w-24"
              value={grooveBars}
              onChange={(event) => editor.setContent({ grooveBars: Number(event.target.value) }, "groove bars")}
            >
              {BARS.map((bars) => (
                <option key={bars} value={bars}>
                  {bars === 0 ? "no bars" : plural(bars, "bar")}
                </option>
              ))}
            </select>
          </label>
          <SpaceControl />
        </div>
        <Check className="mt-2" checked={setting.stops} onCheck={(checked) => onSetting({ stops: checked }, "stops")}>
          Stops: the groove plays only on 1
        </Check>
      </fieldset>
      <fieldset>
        <legend className="text-sm font-semibold mb-1">Ending</legend>
        {ENDINGS.map((ending) => (
          <label key={ending} className="flex items-baseline gap-2 text-sm py-0.5 cursor-pointer">
            <input
              type="radio"
              name="ending"
              className="radio radio-sm translate-y-0.5"
              checked={setting.ending === ending}
              onChange={() => onSetting({ ending }, "ending")}
            />
            <span>
              {ENDING_WORDS[ending].name} <span className="quiet">{ENDING_WORDS[ending].does}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <fieldset className="flex flex-col gap-1.5">
        <legend className="text-sm font-semibold mb-1">Feet and ostinato</legend>
        <label className="flex items-center gap-2 text-sm">
          <span className="w-36">From the groove, keep</span>
          <select
            className="select select-sm w-40"
            value={setting.during}
            onChange={(event) => onSetting({ during: event.target.value as During }, "during")}
          >
            {DURINGS.map((during) => (
              <option key={during} value={during}>
                {DURING_NAMES[during]}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 text-sm">
          <span className="w-36">Hi-hat foot plays</span>
          <select
            className="select select-sm w-40"
            value={setting.foot}
            onChange={(event) => onSetting({ foot: event.target.value as FootOstinato }, "foot")}
          >
            {FOOT_OSTINATI.map((foot) => (
              <option key={foot} value={foot}>
                {FOOT_NAMES[foot]}
              </option>
            ))}
          </select>
        </label>
        <Check
          checked={setting.kickOnBeats}
          onCheck={(checked) => onSetting({ kickOnBeats: checked }, "kick on beats")}
        >
          Bass drum on every beat
        </Check>
        <Check
          checked={setting.feetIn === "throughout"}
          onCheck={(checked) => onSetting({ feetIn: checked ? "throughout" : "fill" }, "feet in")}
        >
          Feet play on through the groove
        </Check>
      </fieldset>
    </div>
  );
}
