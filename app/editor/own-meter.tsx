import { METER_UNITS, makeMeter } from "~/core/time";
import { meterOf, useEditor, useNow } from "./context";

/** The fields of a meter that isn't in the list. */
export default function OwnMeter() {
  const meter = useNow(meterOf);
  const editor = useEditor();
  return (
    <>
      <input
        type="number"
        aria-label="Beats in the bar"
        min={1}
        max={32}
        value={meter.beats}
        className="input input-sm w-16"
        onChange={(event) => {
          const next = makeMeter(Number(event.target.value), meter.unit);
          if (next) editor.setMeter(next);
        }}
      />
      <select
        aria-label="Beat unit"
        className="select select-sm w-16"
        value={meter.unit}
        onChange={(event) => {
          const next = makeMeter(meter.beats, Number(event.target.value));
          if (next) editor.setMeter(next);
        }}
      >
        {METER_UNITS.map((unit) => (
          <option key={unit}>{unit}</option>
        ))}
      </select>
    </>
  );
}
