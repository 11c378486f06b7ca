/** Which layers you hear: parts, limbs, drums and cymbals. */

import { ALL_ON, FEET_ONLY, findMix, HANDS_ONLY, LAYER_STATES, type LayerState, PARTS } from "~/core/groove";
import { KIT_VOICE_NAMES, KIT_VOICES, LIMBS, type Limb } from "~/core/stroke";
import { usePractice, usePractise } from "~/session/session";
import { LAYER_STATE_NAMES, PART_NAMES } from "~/words/groove";
import { LIMB_NAMES } from "~/words/slot";
import { useWorked } from "../../context";

const SHORT_LIMBS: Record<Limb, string> = { R: "right", L: "left", K: "kick", H: "hi-hat foot" };

const READY = [
  { id: "all", name: "All", mix: ALL_ON },
  { id: "hands", name: "Hands only", mix: HANDS_ONLY },
  { id: "feet", name: "Feet only", mix: FEET_ONLY },
] as const;

export function LayersPart() {
  const { mix } = usePractice();
  const practise = usePractise();
  const { timeline } = useWorked();
  const used = KIT_VOICES.filter((place) => timeline.events.some((event) => event.place === place));
  const ready = findMix(mix);
  const put = (kind: "parts" | "limbs" | "places", key: string, state: LayerState) =>
    practise({ mix: { ...mix, [kind]: { ...mix[kind], [key]: state }, keepsPulse: false } });
  return (
    <fieldset>
      <legend className="text-sm font-semibold mb-1">What you hear</legend>
      <div className="join mb-1.5">
        {READY.map(({ id, name, mix: made }) => (
          <button
            key={id}
            type="button"
            aria-pressed={ready === id}
            className={`btn btn-sm join-item font-normal ${ready === id ? "btn-primary" : ""}`}
            onClick={() => practise({ mix: made })}
          >
            {name}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 sm:grid-cols-3 lg:grid-cols-2 gap-x-4 gap-y-0.5 items-start">
        <LayerGroup name="Parts">
          {PARTS.map((part) => (
            <LayerPick
              key={part}
              name={PART_NAMES[part]}
              state={mix.parts[part]}
              onState={(to) => put("parts", part, to)}
            />
          ))}
        </LayerGroup>
        <LayerGroup name="Limbs">
          {LIMBS.map((limb) => (
            <LayerPick
              key={limb}
              name={SHORT_LIMBS[limb]}
              what={LIMB_NAMES[limb]}
              state={mix.limbs[limb]}
              onState={(to) => put("limbs", limb, to)}
            />
          ))}
        </LayerGroup>
        <LayerGroup name="Drums and cymbals">
          {used.map((place) => (
            <LayerPick
              key={place}
              name={KIT_VOICE_NAMES[place]}
              what={`only the ${KIT_VOICE_NAMES[place]}`}
              state={mix.places[place]}
              onState={(to) => put("places", place, to)}
            />
          ))}
        </LayerGroup>
      </div>
    </fieldset>
  );
}

function LayerGroup({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div className="flex flex-col gap-0.5">
      <span className="label-small">{name}</span>
      {children}
    </div>
  );
}

interface LayerPickProps {
  readonly name: string;
  readonly what?: string;
  readonly state: LayerState | undefined;
  readonly onState: (state: LayerState) => void;
}

function LayerPick({ name, what = name, state = "on", onState }: LayerPickProps) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <span
        className={`flex-1 min-w-0 leading-tight first-letter:uppercase ${state === "muted" ? "line-through quiet" : ""}`}
      >
        {name}
      </span>
      <select
        className={`select select-xs w-18 ${state === "on" ? "" : "font-semibold"}`}
        aria-label={what}
        value={state}
        onChange={(event) => onState(event.target.value as LayerState)}
      >
        {LAYER_STATES.map((one) => (
          <option key={one} value={one}>
            {LAYER_STATE_NAMES[one]}
          </option>
        ))}
      </select>
    </label>
  );
}
