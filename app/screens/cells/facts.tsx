import type { Cell } from "~/core/moves";
import { measureSpeed, type StickingFacts, tempoOfSameSpeed } from "~/core/stroke";
import {
  bpm,
  formatMeter,
  formatRate,
  MAX_BPM,
  type Meter,
  MIN_BPM,
  measureCycle,
  type Rate,
  sameRate,
  slotTicks,
  ticks,
} from "~/core/time";
import type { CellSetting } from "~/editor/cells/preview";
import { ScrollAcross } from "~/views/scroll-across";
import { describeBalance, describeLeadOf, describeLinear, describeRuns } from "~/words/cell";
import { LIMB_NAMES } from "~/words/slot";
import { describeRate, plural } from "~/words/time";

const RATES: readonly Rate[] = [2, 3, 4, 5, 6, 8].map((slots) => ({ slots, quarters: 1 }));

interface FactsProps {
  readonly cell: Cell;
  readonly facts: StickingFacts;
  readonly setting: CellSetting;
  readonly meters: readonly Meter[];
}

/** Facts about a cell: size, hands, runs, lead, speed, and when it lines up again at each rate in the meters in use. */
export function Facts({ cell, facts, setting, meters }: FactsProps) {
  const { rate, meter, tempo } = setting;
  const speeds = measureSpeed(cell, rate, bpm(tempo), meter);
  const rates = RATES.some((other) => sameRate(other, rate)) ? RATES : [rate, ...RATES];
  return (
    <section aria-label="Facts" className="panel px-3 py-2.5">
      <dl className="grid grid-cols-[auto_1fr] sm:grid-cols-[auto_1fr_auto_1fr] gap-x-3 gap-y-1 text-sm">
        <Fact name="Size">{plural(facts.size, "note")}</Fact>
        <Fact name="Strokes">{describeBalance(facts)}</Fact>
        <Fact name="Runs">
          {describeRuns(facts)}
          {facts.longestOverRepeats > facts.longestRun ? `; ${facts.longestOverRepeats} where repeats meet` : ""}
        </Fact>
        <Fact name="Limbs">{describeLinear(facts)}</Fact>
        <Fact name="Lead">{describeLeadOf(facts)}</Fact>
        <Fact name="Speed">
          {speeds.length === 0
            ? "nothing moves"
            : speeds
                .map(({ limb, average, fastest }) => {
                  const burst = fastest > average * 1.05 ? `, up to ${fastest.toFixed(1)}` : "";
                  return `${LIMB_NAMES[limb]} ${average.toFixed(1)}${burst}`;
                })
                .join(" · ")}
          {speeds.length > 0 ? " a second" : ""}
        </Fact>
      </dl>
      <ScrollAcross label="Speeds" className="mt-2">
        <table className="table table-xs [&_th]:text-base-content">
          <caption className="label-small text-left pb-1">
            When it lines up again, and the tempo at which another note value feels the same to your hands
          </caption>
          <thead>
            <tr>
              <th scope="col">Note value</th>
              <th scope="col">Same feel at</th>
              {meters.map((meter) => (
                <th scope="col" key={formatMeter(meter)}>
                  in {formatMeter(meter)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rates.map((other) => (
              <tr key={formatRate(other)} className={sameRate(other, rate) ? "font-semibold bg-base-200" : ""}>
                <th scope="row" className={sameRate(other, rate) ? "" : "font-normal"}>
                  {describeRate(other)}
                </th>
                <td>{sayTempo(tempoOfSameSpeed(tempo, rate, other))}</td>
                {meters.map((meter) => {
                  const round = measureCycle(ticks(cell.length * slotTicks(other)), meter);
                  return (
                    <td key={formatMeter(meter)}>
                      {plural(round.bars, "bar")}, {round.repeats}×
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollAcross>
    </section>
  );
}

function sayTempo(tempo: number): string {
  const rounded = Math.round(tempo * 10) / 10;
  return tempo < MIN_BPM || tempo > MAX_BPM ? `${rounded} bpm, out of range` : `${rounded} bpm`;
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="quiet">{name}</dt>
      <dd className="font-medium">{children}</dd>
    </>
  );
}
