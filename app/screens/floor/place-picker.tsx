/** Surfaces to choose from: the kit's, and named ones even if the kit lacks them. */

import { isPlayable, type Kit } from "~/core/kit";
import { PATH_NAMES, type Path } from "~/core/orchestration";
import { KIT_VOICE_NAMES, KIT_VOICES, type KitVoice, type Limb } from "~/core/stroke";

/** Surfaces that a limb can play on the kit. */
export function placesFor(kit: Kit, limb: Limb): KitVoice[] {
  return KIT_VOICES.filter((place) => isPlayable(kit, limb, place));
}

interface PlaceSelectProps {
  readonly kit: Kit;
  readonly limb: Limb;
  readonly label: string;
  readonly value: KitVoice | null;
  /** The label for null; without it, null can't be chosen. */
  readonly none?: string;
  readonly onChange: (place: KitVoice | null) => void;
}

export function PlaceSelect({ kit, limb, label, value, none, onChange }: PlaceSelectProps) {
  const places = placesFor(kit, limb);
  const isMissing = value !== null && !places.includes(value);
  return (
    <select
      aria-label={label}
      className={`select select-xs w-32 ${isMissing ? "select-error" : ""}`}
      value={value ?? ""}
      onChange={(event) => onChange((event.target.value || null) as KitVoice | null)}
    >
      {none ? <option value="">{none}</option> : null}
      {isMissing ? <option value={value}>{KIT_VOICE_NAMES[value]} (not here)</option> : null}
      {places.map((place) => (
        <option key={place} value={place}>
          {KIT_VOICE_NAMES[place]}
        </option>
      ))}
    </select>
  );
}

const FAMILY_NAMES = { toms: "the toms", drums: "snare and toms", cymbals: "the cymbals" } as const;

interface PathPickerProps {
  readonly kit: Kit;
  readonly label: string;
  readonly value: Path;
  readonly onChange: (path: Path) => void;
}

/** A family, or surfaces in the order pressed. */
export function PathPicker({ kit, label, value, onChange }: PathPickerProps) {
  const isOwn = typeof value !== "string";
  const places = [...new Set([...(isOwn ? value : []), ...placesFor(kit, "R")])];
  return (
    <>
      <select
        aria-label={label}
        className="select select-xs w-36"
        value={isOwn ? "own" : value}
        onChange={(event) => {
          const { value: next } = event.target;
          if (next === "own") onChange(["sn", "f1"]);
          else onChange(next as Path);
        }}
      >
        {PATH_NAMES.map((name) => (
          <option key={name} value={name}>
            {FAMILY_NAMES[name]}
          </option>
        ))}
        <option value="own">these, in order…</option>
      </select>
      {isOwn ? (
        <fieldset className="flex flex-wrap gap-1 basis-full">
          <legend className="sr-only">{label}, in order</legend>
          {places.map((place) => {
            const order = value.indexOf(place);
            const isLast = value.length === 1 && order === 0;
            return (
              <button
                key={place}
                type="button"
                aria-pressed={order >= 0}
                disabled={isLast}
                title={isLast ? "A path needs at least one drum or cymbal" : KIT_VOICE_NAMES[place]}
                className={`btn btn-xs px-2 ${order >= 0 ? "border-primary" : "font-normal"}`}
                onClick={() => onChange(order >= 0 ? value.filter((one) => one !== place) : [...value, place])}
              >
                {order >= 0 ? <span className="text-primary">{order + 1}</span> : null} {KIT_VOICE_NAMES[place]}
              </button>
            );
          })}
        </fieldset>
      ) : null}
    </>
  );
}
