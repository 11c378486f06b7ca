import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import {
  Bar,
  BarChart,
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import type { Limb } from "~/core/stroke";
import type { FillRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import { dayOf } from "~/library/practice/local-day";
import type { PlanRow } from "~/library/practice/plan";
import type { FillDay } from "~/library/practice/practice-day";
import { describeLimb } from "~/words/practice";
import { Due } from "./due";
import { followEvenness, followTempo, listPractised, sayDay, sumMinutes } from "./summaries";

interface ChartsProps {
  readonly practised: readonly FillDay[];
  readonly fills: readonly FillRow[];
  readonly plans: readonly PlanRow[];
}

const AXIS = { stroke: "currentColor", fontSize: 12, tick: { fill: "currentColor" } } as const;
/** Days to scale: a week without practice is a gap of a week. */
const DAYS = {
  type: "number",
  domain: ["dataMin", "dataMax"],
  tickCount: 7,
  allowDecimals: false,
  minTickGap: 24,
} as const;
const TIP = {
  contentStyle: {
    background: "var(--color-base-100)",
    border: "1px solid var(--color-base-300)",
    borderRadius: "0.5rem",
    color: "var(--color-base-content)",
  },
} as const;
/** Limbs by dash pattern and colour. */
const LINES: Record<Limb, { readonly stroke: string; readonly dash?: string }> = {
  R: { stroke: "var(--color-base-content)" },
  L: { stroke: "var(--color-primary)", dash: "7 4" },
  K: { stroke: "var(--color-accent)", dash: "2 3" },
  H: { stroke: "var(--color-info)", dash: "9 3 2 3" },
};
const WEEKS = 6;

/** Tempo, evenness, minutes and due dates. */
export default function Charts({ practised: days, fills, plans }: ChartsProps) {
  const practised = useMemo(() => listPractised(days), [days]);
  const drawn = useStages(3);
  const [chosen, setChosen] = useState<string | null>(null);
  const hasClean = (id: string) => (plans.find((plan) => plan.id === id)?.best ?? null) !== null;
  const fillId = chosen ?? practised.find(({ id }) => hasClean(id))?.id ?? practised[0]?.id ?? "";
  const today = dayOf(Date.now());
  const tempos = useMemo(() => followTempo(days, fillId), [days, fillId]);
  const evenness = useMemo(() => followEvenness(days, fillId), [days, fillId]);
  const minutes = useMemo(() => sumMinutes(days, today, WEEKS * 7), [days, today]);
  const plan = plans.find(({ id }) => id === fillId);
  const goal = plan?.goal ?? fills.find(({ id }) => id === fillId)?.content.tempo ?? null;
  const name = practised.find(({ id }) => id === fillId)?.name ?? "";
  const limbs = (["R", "L", "K", "H"] as const).filter((limb) => evenness.some((day) => day[limb] !== undefined));
  if (days.length === 0) {
    return (
      <p className="panel p-5">Nothing to show yet. Practise a fill in the Shed: every judged repeat appears here.</p>
    );
  }
  return (
    <div className="grid gap-3 lg:grid-cols-2">
      <div className="lg:col-span-2 flex items-center gap-2">
        <label className="flex items-center gap-2">
          Fill
          <select className="select select-sm w-64" value={fillId} onChange={(event) => setChosen(event.target.value)}>
            {practised.map(({ id, name: called }) => (
              <option key={id} value={id}>
                {called}
              </option>
            ))}
          </select>
        </label>
        <Link to={addressOf(fillId, "shed")} className="btn btn-sm">
          Practise it
        </Link>
      </div>
      <Figure title="Tempo" says={sayTempo(name, tempos.at(-1)?.clean ?? plan?.best ?? null, goal)}>
        <LineChart accessibilityLayer={false} data={tempos} margin={{ top: 12, right: 16, bottom: 0, left: -12 }}>
          <CartesianGrid stroke="var(--color-base-300)" vertical={false} />
          <XAxis dataKey="day" tickFormatter={sayDay} {...DAYS} {...AXIS} />
          <YAxis
            domain={[
              (least: number) => Math.floor(least / 10) * 10 - 10,
              (most: number) => Math.max(most, goal ?? 0) + 8,
            ]}
            {...AXIS}
          />
          <Tooltip labelFormatter={(day) => sayDay(Number(day))} {...TIP} />
          <Legend />
          {goal === null ? null : (
            <ReferenceLine
              y={goal}
              stroke="var(--color-accent)"
              strokeDasharray="6 4"
              label={{
                value: `goal ${Math.round(goal)}`,
                // Above its line, where the first results are still below it.
                position: "insideBottomLeft",
                offset: 6,
                fill: "currentColor",
                fontSize: 12,
              }}
            />
          )}
          <Line
            dataKey="tried"
            name="fastest tried"
            stroke="var(--color-secondary)"
            strokeDasharray="3 3"
            dot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="clean"
            name="whole phrase clean"
            stroke="var(--color-primary)"
            strokeWidth={2.5}
            dot={tempos.length < 60}
            connectNulls
            isAnimationActive={false}
          />
        </LineChart>
      </Figure>
      <Figure
        isDrawn={drawn > 1}
        title="Evenness"
        says={`Timing spread of each limb in ${name}, in percent. Lower is more even.`}
      >
        <LineChart accessibilityLayer={false} data={evenness} margin={{ top: 12, right: 16, bottom: 0, left: -12 }}>
          <CartesianGrid stroke="var(--color-base-300)" vertical={false} />
          <XAxis dataKey="day" tickFormatter={sayDay} {...DAYS} {...AXIS} />
          <YAxis unit=" %" {...AXIS} />
          <Tooltip labelFormatter={(day) => sayDay(Number(day))} {...TIP} />
          <Legend />
          {limbs.map((limb) => (
            <Line
              key={limb}
              dataKey={limb}
              name={describeLimb(limb)}
              stroke={LINES[limb].stroke}
              strokeDasharray={LINES[limb].dash ?? "0"}
              strokeWidth={2}
              dot={false}
              connectNulls
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </Figure>
      <Figure
        isDrawn={drawn > 2}
        title="Minutes a day"
        says={`Minutes played in the last ${WEEKS} weeks: ${Math.round(minutes.reduce((sum, day) => sum + day.minutes, 0))} in all.`}
      >
        <BarChart accessibilityLayer={false} data={minutes} margin={{ top: 12, right: 16, bottom: 0, left: -12 }}>
          <CartesianGrid stroke="var(--color-base-300)" vertical={false} />
          <XAxis dataKey="day" tickFormatter={sayDay} interval={6} {...AXIS} />
          <YAxis {...AXIS} />
          <Tooltip labelFormatter={(day) => sayDay(Number(day))} {...TIP} />
          <Bar dataKey="minutes" fill="var(--color-primary)" isAnimationActive={false} />
        </BarChart>
      </Figure>
      <Due plans={plans} fills={fills} today={today} />
    </div>
  );
}

/** One more each frame, up to `most`, so that the first chart doesn't wait for the last. */
function useStages(most: number): number {
  const [stage, setStage] = useState(1);
  useEffect(() => {
    if (stage >= most) return;
    const frame = requestAnimationFrame(() => setStage(stage + 1));
    return () => cancelAnimationFrame(frame);
  }, [stage, most]);
  return stage;
}

function sayTempo(name: string, clean: number | null, goal: number | null): string {
  if (clean === null)
    return `${name}: not clean as a whole yet${goal === null ? "" : `; the goal is ${Math.round(goal)}`}.`;
  return `${name}: clean at ${Math.round(clean)}${goal === null ? "" : ` of ${Math.round(goal)}`}.`;
}

function Figure({
  title,
  says,
  isDrawn = true,
  children,
}: {
  readonly title: string;
  readonly says: string;
  readonly isDrawn?: boolean;
  readonly children: React.ReactElement;
}) {
  return (
    <figure className="panel px-3 pt-2.5 pb-2 min-w-0">
      <figcaption className="mb-1">
        <span className="font-display font-semibold text-lg">{title}</span>
        <span className="block text-sm quiet">{says}</span>
      </figcaption>
      <div className="h-56" aria-hidden>
        {isDrawn ? (
          <ResponsiveContainer width="100%" height="100%">
            {children}
          </ResponsiveContainer>
        ) : null}
      </div>
    </figure>
  );
}
