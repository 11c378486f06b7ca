import type { Drummer } from "~/core/listening";
import { LIMB_NAMES } from "~/words/slot";

interface Field {
  readonly key: "steadiness" | "rushing" | "weakLate" | "feetLate" | "missedGhosts" | "flams" | "flatness";
  readonly name: string;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly say: (value: number) => string;
}

const percent = (value: number) => `${Math.round(value * 100)} %`;
const FIELDS: readonly Field[] = [
  { key: "steadiness", name: "Timing varies by", least: 0, most: 60, step: 1, say: (value) => `${value} ms` },
  {
    key: "rushing",
    name: "Rushes",
    least: -0.06,
    most: 0.06,
    step: 0.005,
    say: (value) => (value < 0 ? `drags ${(-value * 100).toFixed(1)} %` : `${(value * 100).toFixed(1)} %`),
  },
  { key: "weakLate", name: "Other hand late", least: -60, most: 60, step: 1, say: (value) => `${value} ms` },
  { key: "feetLate", name: "Feet late", least: -60, most: 60, step: 1, say: (value) => `${value} ms` },
  { key: "missedGhosts", name: "Misses ghost notes", least: 0, most: 1, step: 0.05, say: percent },
  { key: "flams", name: "Accidental flams", least: 0, most: 0.6, step: 0.05, say: percent },
  { key: "flatness", name: "Flat dynamics", least: 0, most: 1, step: 0.05, say: percent },
];

/** The faults of the simulated drummer. */
export default function DrummerFields({
  drummer,
  onChange,
}: {
  readonly drummer: Drummer;
  readonly onChange: (drummer: Drummer) => void;
}) {
  return (
    <fieldset className="grid gap-1">
      <legend className="sr-only">The demo drummer</legend>
      {FIELDS.map(({ key, name, least, most, step, say }) => (
        <label key={key} className="grid grid-cols-[8rem_minmax(0,1fr)_4.6rem] items-center gap-2">
          {name}
          <input
            type="range"
            className="range range-xs w-full"
            min={least}
            max={most}
            step={step}
            value={drummer[key]}
            onChange={(event) => onChange({ ...drummer, [key]: Number(event.target.value) })}
          />
          <output className="text-right">{say(drummer[key])}</output>
        </label>
      ))}
      <div className="flex flex-wrap gap-x-3 gap-y-1 items-center mt-1">
        <label className="flex items-center gap-2">
          Other hand
          <select
            className="select select-xs w-25"
            value={drummer.weakHand}
            onChange={(event) => onChange({ ...drummer, weakHand: event.target.value as Drummer["weakHand"] })}
          >
            {(["L", "R"] as const).map((hand) => (
              <option key={hand} value={hand}>
                {LIMB_NAMES[hand]}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          Variation
          <input
            type="number"
            className="input input-xs w-16"
            min={0}
            max={1_000_000}
            value={drummer.seed}
            onChange={(event) => {
              const seed = Number(event.target.value);
              if (Number.isInteger(seed) && seed >= 0 && seed <= 1_000_000) onChange({ ...drummer, seed });
            }}
          />
        </label>
      </div>
    </fieldset>
  );
}
