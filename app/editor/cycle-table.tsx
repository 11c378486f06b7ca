import {
  barTicks,
  formatRate,
  listCycleStarts,
  measureCycle,
  type Rate,
  slotTicks,
  type Ticks,
  ticks,
} from "~/core/time";
import { findPeriod } from "~/core/timeline";
import { describePosition, describeRate, formatNumber, plural } from "~/words/time";
import { usePhrase, useWorked } from "./context";

const MAX_ROWS = 24;
const RATES: readonly Rate[] = [2, 3, 4, 5, 6, 7, 8].map((slots) => ({ slots, quarters: 1 }));

/**
 * Where each repeat starts, and when it lines up with the bar again: for the whole line, or for the chosen cell alone.
 */
export default function CycleTable({ cell }: { cell: number | null }) {
  const { meter, window, countStyle } = usePhrase();
  const { timeline, cycle } = useWorked();
  const chosen = cell === null ? null : (timeline.cells[cell] ?? null);
  // A line written out until it lines up is still one short phrase, repeated.
  const period = findPeriod(timeline.slots);
  const length = chosen
    ? chosen.duration
    : ticks(timeline.slots.slice(0, period).reduce((sum, { duration }) => sum + duration, 0));
  const rate = (chosen ?? timeline.cells[0])?.rate;
  if (!rate || !cycle || length <= 0)
    return <p className="quiet text-sm p-3">Type a sticking to see where its repeats begin.</p>;
  const size = chosen ? chosen.size : period;
  const { bars, repeats } = measureCycle(length, meter);
  const starts = listCycleStarts(length, meter, window.start as Ticks, MAX_ROWS);
  const bar = barTicks(meter);
  return (
    <div className="grid lg:grid-cols-[3fr_2fr] gap-4 p-3">
      <div>
        <h2 className="text-base mb-1">
          {chosen
            ? `Cell ${chosen.index + 1}, a ${size}`
            : `${period < timeline.slots.length ? "The part that repeats" : "The whole line"}, ${plural(size, "note")}`}
          , repeated: {plural(repeats, "repeat")} in {plural(bars, "bar")}
        </h2>
        <ol className="flex flex-wrap gap-1.5" aria-label="Where each repeat begins">
          {starts.map((start) => (
            <li
              key={start.repeat}
              className={`border rounded-field px-2 py-0.5 text-sm ${start.at % bar === 0 ? "border-accent text-accent font-semibold" : "border-base-300"}`}
            >
              <span className="quiet text-xs">{start.repeat + 1}</span> bar {start.bar + 1},{" "}
              {describePosition(start.at, rate, meter, countStyle)}
            </li>
          ))}
          {repeats > starts.length ? (
            <li className="quiet text-sm px-2">and {formatNumber(repeats - starts.length)} more</li>
          ) : null}
        </ol>
      </div>
      <table className="table table-xs w-auto self-start [&_th]:text-base-content">
        <caption className="label-small text-left pb-1">The same notes at other note values</caption>
        <thead>
          <tr>
            <th scope="col">Note value</th>
            <th scope="col">Lines up again after</th>
          </tr>
        </thead>
        <tbody>
          {RATES.map((other) => {
            const found = measureCycle(ticks(size * slotTicks(other)), meter);
            return (
              <tr key={formatRate(other)} className={formatRate(other) === formatRate(rate) ? "font-semibold" : ""}>
                <th scope="row" className="font-normal">
                  {describeRate(other)}
                </th>
                <td>
                  {plural(found.bars, "bar")}, {plural(found.repeats, "time")}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
