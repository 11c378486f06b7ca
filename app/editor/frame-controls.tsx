import { lazy } from "react";
import { openingRate, withOpeningRate } from "~/core/phrase";
import { formatMeter, formatRate, hasGroups, makeMeter, parseMeter, parseRate } from "~/core/time";
import { usePlayer } from "~/session/player";
import { useSay } from "~/session/session";
import { AfterHydration } from "~/views/after-hydration";
import { FIX_LINE_FIRST } from "~/words/editing";
import { COMMON_METERS, describeFelt, describeRate, listRates, plural } from "~/words/time";
import { meterOf, useEditor, useNow, usePhrase } from "./context";
import type { PhraseEditor } from "./editor";
import { Field } from "./field";
import { nameReady, READY_ORCHESTRATIONS } from "./orchestrations";

// Most meters are common ones, and only odd ones have a choice of groups.
const OwnMeter = lazy(() => import("./own-meter"));
const GroupsControl = lazy(() => import("./groups-control"));

const voicingOf = ({ store }: PhraseEditor) => store.getState().content.voicing;
const rateOf = ({ worked }: PhraseEditor) => formatRate(openingRate(worked().line));

export function MeterControl() {
  const meter = useNow(meterOf);
  const editor = useEditor();
  const text = formatMeter(meter);
  const isCommon = COMMON_METERS.includes(text);
  return (
    <div className="flex items-baseline gap-1">
      <Field label="Meter">
        {(id) => (
          <select
            id={id}
            className="select select-sm w-22"
            value={isCommon ? text : "other"}
            onChange={(event) => {
              const next = event.target.value === "other" ? makeMeter(11, 8) : parseMeter(event.target.value);
              if (next) editor.setMeter(next);
            }}
          >
            {COMMON_METERS.map((common) => (
              <option key={common}>{common}</option>
            ))}
            <option value="other">other…</option>
          </select>
        )}
      </Field>
      {isCommon ? null : (
        <AfterHydration>
          <OwnMeter />
        </AfterHydration>
      )}
      {hasGroups(meter) ? (
        <AfterHydration>
          <GroupsControl key={text} />
        </AfterHydration>
      ) : (
        <FeltWords />
      )}
    </div>
  );
}

function FeltWords() {
  const words = describeFelt(usePhrase().meter);
  return words ? <span className="quiet text-sm">{words}</span> : null;
}

export function RateControl() {
  const editor = useEditor();
  const say = useSay();
  const offered = listRates(useNow(meterOf));
  const text = useNow(rateOf);
  return (
    <Field label="Note value">
      {(id) => (
        <select
          id={id}
          className="select select-sm w-40"
          value={text}
          onChange={(event) => {
            const next = parseRate(event.target.value);
            if (next && !editor.editLine((now) => withOpeningRate(now, next))) say(FIX_LINE_FIRST);
          }}
        >
          {[...(offered.includes(text) ? [] : [text]), ...offered].map((option) => {
            const known = parseRate(option);
            return (
              <option key={option} value={option}>
                {known ? describeRate(known) : option}
              </option>
            );
          })}
        </select>
      )}
    </Field>
  );
}

/** Preset orchestrations; make your own layers on the Floor. */
export function OrchestrationControl() {
  const editor = useEditor();
  const voicing = useNow(voicingOf) ?? [];
  const strong = usePlayer().hands.leading;
  const ready = nameReady(voicing, strong);
  return (
    <Field label="Orchestration">
      {(id) => (
        <select
          id={id}
          className="select select-sm w-38"
          value={ready ?? "own"}
          onChange={(event) => {
            const made = READY_ORCHESTRATIONS.find((one) => one.id === event.target.value)?.make(strong);
            if (made) editor.setPhrase({ voicing: made.length > 0 ? [...made] : undefined }, "voicing");
          }}
        >
          {ready === null ? <option value="own">your {plural(voicing.length, "layer")}</option> : null}
          {READY_ORCHESTRATIONS.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
