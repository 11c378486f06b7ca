import { CLICKS_ON, type ClicksOn } from "~/core/pulse";
import { CLICKS_BETWEEN, type Preferences } from "~/library/preferences";
import { CLICKS_ON_NAMES } from "~/words/groove";
import { CLICKS_BETWEEN_NAMES } from "~/words/sound";
import { plural } from "~/words/time";

interface ClicksPartProps {
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
}

export function ClicksPart({ preferences, onPreferences }: ClicksPartProps) {
  return (
    <fieldset className="text-sm flex flex-col gap-1.5 items-start">
      <legend className="text-sm font-semibold mb-1">Clicks</legend>
      <label className="flex items-center gap-2">
        <span className="w-28">Click on</span>
        <select
          className="select select-xs w-28"
          value={preferences.click ? preferences.clicksOn : "none"}
          onChange={(event) => {
            const { value } = event.target;
            onPreferences(value === "none" ? { click: false } : { click: true, clicksOn: value as ClicksOn });
          }}
        >
          <option value="none">nothing</option>
          {CLICKS_ON.map((on) => (
            <option key={on} value={on}>
              {CLICKS_ON_NAMES[on]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        <span className="w-28">Subdivide</span>
        <select
          className="select select-xs w-28"
          value={preferences.clicksBetween}
          disabled={!preferences.click}
          onChange={(event) => onPreferences({ clicksBetween: event.target.value as Preferences["clicksBetween"] })}
        >
          {CLICKS_BETWEEN.map((division) => (
            <option key={division} value={division}>
              {CLICKS_BETWEEN_NAMES[division]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        <span className="w-28">Drop out for</span>
        <select
          className="select select-xs w-28"
          value={preferences.silentBars}
          disabled={!preferences.click}
          onChange={(event) => onPreferences({ silentBars: Number(event.target.value) })}
        >
          <option value={0}>no bars</option>
          {[1, 2, 4, 8].map((bars) => (
            <option key={bars} value={bars}>
              {plural(bars, "bar")}
            </option>
          ))}
        </select>
      </label>
      {preferences.click && preferences.silentBars > 0 ? (
        <p className="quiet leading-snug">
          Clicks for {plural(preferences.silentBars, "bar")}, then silence for as long. Are you still in time when they
          come back?
        </p>
      ) : null}
    </fieldset>
  );
}
