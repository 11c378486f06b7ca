import { memo, useMemo } from "react";
import { Link } from "react-router";
import { useStore } from "zustand";
import { listVersions } from "~/core/player";
import { countSteps, minutesLeft, type PlannedStep } from "~/core/practice";
import { type Bpm, bpm, MAX_BPM, MIN_BPM } from "~/core/time";
import { useOpenFill } from "~/editor/fill/place";
import { addressOf } from "~/library/fill/address";
import type { FlowMessages } from "~/messages/flows";
import { useMessages } from "~/messages/use-messages";
import { usePlayer } from "~/session/player";
import { ArrowDown, ArrowUp, Check, ChevronRight, Shuffle } from "~/ui/icons";
import { NumberField } from "~/ui/number-field";
import { describeBpm } from "~/words/ceiling";
import { describeVariant } from "~/words/kit";
import { describeMinutes, describeReason, describeStep } from "~/words/practice";
import type { Trained } from "./use-training";

/** From {@link useTraining}, which also changes with each repeat. */
export interface PlanListProps
  extends Pick<Trained, "work" | "plan" | "phrase" | "ostinato" | "choose" | "editPlan" | "now"> {
  readonly home: number;
}

/** The steps of the plan; the current one shows its reason and tempos. */
export const PlanList = memo(function PlanList(props: PlanListProps) {
  const { work, plan, choose, editPlan, now, home } = props;
  // A pressed step is marked at once; what it shows follows.
  const currentId = useStore(now, ({ step }) => step?.id);
  const { row } = useOpenFill();
  const { go } = useMessages<FlowMessages>("/flow");
  const ids = work.steps.map(({ id }) => id);
  const counted = countSteps(work.steps);
  const left = minutesLeft(work.steps);
  const firstExtra = work.steps.findIndex(({ isExtra }) => isExtra);
  const move = (id: string, by: 1 | -1) =>
    editPlan((before) => {
      const from = ids.indexOf(id);
      const to = from + by;
      if (to < 0 || to >= ids.length) return before;
      const order = [...ids];
      order.splice(from, 1);
      order.splice(to, 0, id);
      return { ...before, order };
    });
  return (
    <section aria-label="Plan" className="panel flex flex-col min-w-0 lg:max-h-[calc(100dvh-9.5rem)]">
      <div className="px-3 pt-2.5 pb-2 border-b border-base-300">
        <h2 className="text-base">
          Plan{" "}
          <span className="quiet font-normal text-sm">
            {counted.passed} of {counted.steps} learned
            {left > 0 ? ` · ${describeMinutes(left)} left` : ""}
          </span>
        </h2>
        <Tempos work={work} plan={plan} editPlan={editPlan} />
        <OverTheTop {...props} />
        {work.tempos.goal === home ? null : (
          <p className="label-small mt-1">The fill's own tempo: {Math.round(home)}</p>
        )}
      </div>
      <ol className="overflow-y-auto flex-1 min-h-0">
        {work.steps.map((step, index) => (
          <li key={step.id} className="border-b border-base-300 last:border-0">
            {index === firstExtra ? (
              <p className="label-small px-3 pt-2 pb-0.5">Extras (optional): make it your own</p>
            ) : null}
            <StepRow
              step={step}
              number={index + 1}
              isOn={step.id === currentId}
              onChoose={() => choose(step.id)}
              onMove={(by) => move(step.id, by)}
              onEdit={editPlan}
            />
          </li>
        ))}
        <li className="px-3 py-2.5">
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
            <p className="text-sm flex-1 basis-40">
              Then improvise between its cells, in any order, and come home on 1.
            </p>
            <button type="button" className="btn btn-sm" onClick={() => go("create", { fill: row.id })}>
              <Shuffle size={15} aria-hidden /> Take it to Flow
            </button>
          </div>
        </li>
      </ol>
    </section>
  );
});

/** A goal above what is playable: the easier versions that reach it. */
function OverTheTop({ work, phrase, ostinato }: Pick<PlanListProps, "work" | "phrase" | "ostinato">) {
  const player = usePlayer();
  const { row } = useOpenFill();
  const [goal, top] = [work.tempos.goal, work.ceiling?.bpm ?? Number.POSITIVE_INFINITY];
  const isOver = goal > top;
  const easier = useMemo(() => {
    if (!isOver) return [];
    return listVersions(phrase, player, ostinato).simpler.filter(
      ({ bpm: reached }) => reached === null || reached >= goal,
    );
  }, [isOver, phrase, player, ostinato, goal]);
  if (!isOver) return null;
  return (
    <div className="text-sm mt-1.5">
      <p>
        Your goal is above your top tempo, {describeBpm(top)}.{" "}
        {easier.length > 0 ? "These easier versions reach it:" : "No easier version of it reaches that."}
      </p>
      {easier.length > 0 ? (
        <ul className="list-disc pl-4">
          {easier.slice(0, 3).map((version) => (
            <li key={version.kind}>
              {describeVariant(version).name},{" "}
              {version.bpm === null ? "any tempo" : `up to ${describeBpm(version.bpm)}`}
            </li>
          ))}
        </ul>
      ) : null}
      <Link to={addressOf(row.id, "floor")} className="underline">
        {easier.length > 0 ? "Hear them on the Floor" : "See what limits it on the Floor"}
      </Link>
    </div>
  );
}

function Tempos({ work, plan, editPlan }: Pick<PlanListProps, "work" | "plan" | "editPlan">) {
  const { learning, middle, goal } = work.tempos;
  return (
    <div className="flex items-end gap-1.5 mt-1 text-sm">
      <TempoField
        label="Start at"
        isAbove
        value={learning}
        onValue={(value) => editPlan((before) => ({ ...before, learning: value }))}
      />
      <span className="quiet pb-1 whitespace-nowrap" aria-hidden>
        → {middle} →
      </span>
      <TempoField
        label="Goal"
        isAbove
        value={goal}
        onValue={(value) => editPlan((before) => ({ ...before, goal: value }))}
      />
      <label className="flex flex-col">
        <span className="label-small whitespace-nowrap">Clean in a row</span>
        <select
          className="select select-xs w-16"
          value={plan.cleanInRow}
          onChange={(event) => {
            const cleanInRow = Number(event.target.value);
            editPlan((before) => ({ ...before, cleanInRow }));
          }}
        >
          {[1, 2, 3, 4, 5, 8].map((count) => (
            <option key={count}>{count}</option>
          ))}
        </select>
      </label>
    </div>
  );
}

function TempoField({
  label,
  isAbove = false,
  value,
  onValue,
}: {
  readonly label: string;
  /** Its label is above it, not beside it. */
  readonly isAbove?: boolean;
  readonly value: number;
  readonly onValue: (value: Bpm) => void;
}) {
  return (
    <div className="flex flex-col">
      <NumberField
        label={label}
        labelClassName={isAbove ? "label-small block mb-0.5" : "label-small"}
        className={`input-xs ${isAbove ? "w-14" : "w-12"}`}
        value={Math.round(value)}
        least={MIN_BPM}
        most={MAX_BPM}
        waits
        onValue={(typed) => onValue(bpm(typed))}
      />
    </div>
  );
}

interface StepRowProps {
  readonly step: PlannedStep;
  readonly number: number;
  readonly isOn: boolean;
  readonly onChoose: () => void;
  readonly onMove: (by: 1 | -1) => void;
  readonly onEdit: Trained["editPlan"];
}

function StepRow({ step, number, isOn, onChoose, onMove, onEdit }: StepRowProps) {
  const { id, standing, isSkipped, start, goal, reason } = step;
  const state = isSkipped ? "skipped" : standing.passed ? "learned" : standing.best ? `${standing.best} clean` : "";
  return (
    <>
      <button
        type="button"
        aria-current={isOn ? "step" : undefined}
        className={`w-full text-left flex items-center gap-2 px-3 py-1.5 text-sm cursor-pointer ${isOn ? "bg-base-300 font-semibold" : "hover:bg-base-200"} ${isSkipped ? "line-through quiet" : ""}`}
        onClick={onChoose}
      >
        <span
          className={`w-6 h-6 shrink-0 grid place-items-center rounded-full text-xs ${standing.passed ? "bg-accent text-accent-content" : "border border-base-content/40"}`}
        >
          {standing.passed ? <Check size={14} aria-hidden /> : number}
        </span>
        <span className="min-w-0 flex-1 truncate">{describeStep(step)}</span>
        <span className="label-small shrink-0">
          {state ? <span className="sr-only">{state}, </span> : null}
          {Math.round(standing.passed ? goal : standing.tempo)}
          {standing.passed ? "" : <span aria-hidden>→{Math.round(goal)}</span>}
        </span>
        {isOn ? <ChevronRight size={14} aria-hidden /> : null}
      </button>
      {isOn ? (
        <div className="px-3 pb-2 pl-11 text-sm bg-base-300">
          <p className="mb-1.5">{describeReason(reason)}</p>
          <div className="flex flex-wrap items-end gap-2">
            <TempoField
              label="from"
              value={start}
              onValue={(value) =>
                onEdit((before) => ({
                  ...before,
                  tempos: { ...before.tempos, [id]: { start: value, goal: bpm(Math.max(goal, value)) } },
                }))
              }
            />
            <TempoField
              label="to"
              value={goal}
              onValue={(value) =>
                onEdit((before) => ({
                  ...before,
                  tempos: { ...before.tempos, [id]: { start: bpm(Math.min(start, value)), goal: value } },
                }))
              }
            />
            <button type="button" className="btn btn-xs btn-square" aria-label="Move back" onClick={() => onMove(-1)}>
              <ArrowUp size={13} aria-hidden />
            </button>
            <button type="button" className="btn btn-xs btn-square" aria-label="Move down" onClick={() => onMove(1)}>
              <ArrowDown size={13} aria-hidden />
            </button>
            <button
              type="button"
              className="btn btn-xs"
              onClick={() =>
                onEdit((before) => ({
                  ...before,
                  current: null,
                  skipped: isSkipped ? before.skipped.filter((one) => one !== id) : [...before.skipped, id],
                }))
              }
            >
              {isSkipped ? "Put it back" : "Skip"}
            </button>
            {standing.recent.length > 0 ? (
              <button
                type="button"
                className="btn btn-xs"
                onClick={() =>
                  onEdit((before) => {
                    const { [id]: _, ...standings } = before.standings;
                    return { ...before, standings };
                  })
                }
              >
                Start over
              </button>
            ) : null}
          </div>
        </div>
      ) : null}
    </>
  );
}
