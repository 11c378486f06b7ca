import { measurePace } from "~/core/player";
import { isPlayed, listDistinctCells, type PlannedStep } from "~/core/practice";
import { tempoOfSameSpeed } from "~/core/stroke";
import { parseRate } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import { TriangleAlert } from "~/ui/icons";
import { describeBpm } from "~/words/ceiling";
import { describeGoal, describeStep } from "~/words/practice";
import { describeRate } from "~/words/time";

/** Number of consecutive clean repeats, of those needed. */
export function RowDots({ step, isLarge = false }: { readonly step: PlannedStep; readonly isLarge?: boolean }) {
  const { cleanRow } = step.standing;
  const size = isLarge ? "w-9 h-9 border-4" : "w-4 h-4 border-2";
  return (
    <span role="img" aria-label={`${cleanRow} of ${step.cleanInRow} clean in a row`} className="flex gap-1.5">
      {Array.from({ length: step.cleanInRow }, (_, index) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: dots have no identity but their place
          key={index}
          className={`rounded-full border-accent ${size} ${index < cleanRow ? "bg-accent" : ""}`}
        />
      ))}
    </span>
  );
}

interface StepCardProps {
  readonly step: PlannedStep;
  readonly timeline: Timeline;
  readonly tempo: number;
  readonly number: number;
  readonly count: number;
}

/** What to do now, and at what tempo. */
export function StepCard({ step, timeline, tempo, number, count }: StepCardProps) {
  const isOver = isPlayed(step.kind) && step.ceiling !== null && tempo > step.ceiling;
  const paces = measurePace({ ...timeline, tempo: tempo as Timeline["tempo"] });
  const busiest = paces.reduce((most, { average }) => Math.max(most, average), 0);
  return (
    <section aria-label="This step" className="panel px-4 py-2.5">
      <div className="flex flex-wrap sm:flex-nowrap items-start justify-between gap-x-6 gap-y-1.5">
        <div className="min-w-0">
          <p className="label-small">{step.isExtra ? "Extra" : `Step ${number} of ${count}`}</p>
          <h2 className="text-xl leading-tight">{describeStep(step)}</h2>
          <p className="text-sm mt-0.5">{describeGoal(step)}</p>
        </div>
        <div className="flex sm:flex-col items-end gap-x-4 gap-y-2 shrink-0">
          <p className="flex items-baseline gap-2">
            <span className="font-display font-bold text-6xl leading-[0.85] tabular-nums">
              <span className="sr-only">Tempo </span>
              {Math.round(tempo)}
            </span>
            <span className="quiet text-sm whitespace-nowrap">to {Math.round(step.goal)}</span>
          </p>
          <RowDots step={step} />
        </div>
      </div>
      <p className="label-small mt-1.5">
        {busiest.toFixed(1)} strokes per second for the busiest limb.
        <Equivalents timeline={timeline} tempo={tempo} />
      </p>
      {isOver ? (
        <p className="text-sm text-error flex items-center gap-1.5 mt-1">
          <TriangleAlert size={15} aria-hidden className="shrink-0" /> Above your top tempo for this,{" "}
          {describeBpm(step.ceiling ?? 0)}. An easier version may reach it; see the plan. Stop if you tense up.
        </p>
      ) : null}
    </section>
  );
}

const OTHER_RATES = ["3", "4", "6", "8"] as const;

/** Rates at which the hands would feel the same speed. */
function Equivalents({ timeline, tempo }: { readonly timeline: Timeline; readonly tempo: number }) {
  const rate = listDistinctCells(timeline)[0]?.rate;
  if (!rate) return null;
  const others = OTHER_RATES.flatMap((text) => {
    const other = parseRate(text);
    if (!other || other.slots / other.quarters === rate.slots / rate.quarters) return [];
    const same = tempoOfSameSpeed(tempo, rate, other);
    return same >= 30 && same <= 240 ? [`${describeRate(other)} at ${Math.round(same)}`] : [];
  }).slice(0, 2);
  return others.length > 0 ? ` Feels like ${others.join(", or ")}.` : null;
}
