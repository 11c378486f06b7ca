import { useState } from "react";
import { Link } from "react-router";
import { planToday, type TodayReason } from "~/core/practice";
import type { FillRow, FlowRow, LessonRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import { dayOf } from "~/library/practice/local-day";
import type { PlanRow } from "~/library/practice/plan";
import { Target } from "~/ui/icons";
import { describeToday } from "~/words/practice";
import { plural } from "~/words/time";
import { Due } from "./due";
import { LessonsSoFar } from "./lessons-so-far";
import { listProgress } from "./summaries";

const OFFERED = [10, 15, 20, 30, 45, 60, 90] as const;
const KEY = "dime-stack:minutes";
const USUAL = 30;

function readMinutes(): number {
  try {
    const kept = Number(localStorage.getItem(KEY));
    return OFFERED.some((minutes) => minutes === kept) ? kept : USUAL;
  } catch {
    return USUAL;
  }
}

const KIND_WORDS: Record<TodayReason["code"], string> = {
  due: "review",
  near: "nearly there",
  going: "in progress",
  neglected: "neglected",
  next: "lesson",
  new: "new",
};

interface TodayProps {
  readonly fills: readonly FillRow[];
  readonly plans: readonly PlanRow[];
  readonly lessons: readonly LessonRow[];
  readonly flows: readonly FlowRow[];
}

/** What to practise in the available minutes, in which order, and why. */
export function Today({ fills, plans, lessons, flows }: TodayProps) {
  const [minutes, setMinutes] = useState(readMinutes);
  const all = listProgress(fills, plans, lessons);
  const today = dayOf(Date.now());
  const [flow] = flows;
  // Without a flow, two learned fills serve as two ideas.
  const canImprovise = flow !== undefined || all.filter(({ learned }) => learned !== null).length >= 2;
  const { warmUp, items, improvise } = planToday(all, minutes, today, canImprovise);
  const change = (value: number) => {
    setMinutes(value);
    try {
      localStorage.setItem(KEY, String(value));
    } catch {
      // It is asked again next time.
    }
  };
  const first = items[0];
  let at = 0;
  return (
    <div className="grid gap-x-5 gap-y-3 lg:grid-cols-[minmax(0,1fr)_20rem] items-start">
      <div>
        <div className="flex flex-wrap items-center gap-3 mb-3">
          <label className="flex items-center gap-2 text-lg font-display font-semibold">
            I have
            <select
              className="select w-32"
              aria-label="Minutes today"
              value={minutes}
              onChange={(event) => change(Number(event.target.value))}
            >
              {OFFERED.map((offered) => (
                <option key={offered} value={offered}>
                  {offered} minutes
                </option>
              ))}
            </select>
          </label>
          {first ? (
            <Link to={addressOf(first.id, "shed")} className="btn btn-primary ml-auto">
              <Target size={17} aria-hidden /> Begin
            </Link>
          ) : null}
        </div>
        {items.length === 0 && improvise === 0 ? (
          <p className="panel p-5">
            Nothing is due and nothing has been started. Open a fill from the Shelf and start its plan on the Shed tab.
          </p>
        ) : (
          <ol className="panel divide-y divide-base-300">
            {warmUp > 0 ? (
              <li className="grid grid-cols-[4.5rem_1fr] gap-3 px-4 py-3 items-center">
                <Minutes from={0} minutes={warmUp} />
                <span>
                  <span className="font-semibold">Warm up</span>
                  <span className="block text-sm quiet">Easy strokes, small and loose, with ears protected.</span>
                </span>
              </li>
            ) : null}
            {items.map(({ id, minutes: given, reason }, index) => {
              const fill = fills.find((one) => one.id === id);
              const progress = all.find((one) => one.id === id);
              const from = warmUp + at;
              at += given;
              return (
                <li key={id} className="grid grid-cols-[4.5rem_1fr_auto] gap-3 px-4 py-3 items-center">
                  <Minutes from={from} minutes={given} />
                  <span className="min-w-0">
                    <Link to={addressOf(id, "shed")} className="font-semibold hover:underline">
                      {fill?.content.name || "Untitled"}
                    </Link>{" "}
                    <span
                      className={`badge badge-sm ml-1 ${index === 0 ? "badge-primary" : "border-base-300 bg-base-200"}`}
                    >
                      {KIND_WORDS[reason.code]}
                    </span>
                    <span className="block text-sm quiet">
                      {describeToday(reason)}
                      {progress && progress.steps > 0
                        ? ` · ${progress.stepsPassed} of ${plural(progress.steps, "step")} learned`
                        : ""}
                    </span>
                  </span>
                  <span className="text-sm whitespace-nowrap">
                    {progress?.best ? `${Math.round(progress.best)} of ` : ""}
                    {Math.round(progress?.goal ?? 0)} bpm
                  </span>
                </li>
              );
            })}
            {improvise > 0 ? (
              <li className="grid grid-cols-[4.5rem_1fr] gap-3 px-4 py-3 items-center">
                <Minutes from={warmUp + at} minutes={improvise} />
                <span>
                  <Link to={flow ? `/flow/${flow.id}` : "/flow"} className="font-semibold hover:underline">
                    Improvise{flow ? `: ${flow.content.name || "Untitled flow"}` : ""}
                  </Link>
                  <span className="block text-sm quiet">
                    Move between the ideas you know at random, and come home on 1.
                  </span>
                </span>
              </li>
            ) : null}
          </ol>
        )}
        <p className="text-sm quiet mt-3">
          You review what you have learned after 1, 3, 7, 16, 35 and 75 days, sooner if it wasn't clean. If it hurts or
          goes numb, stop and see a qualified teacher or a doctor.
        </p>
      </div>
      <div className="flex flex-col gap-3">
        <Due plans={plans} fills={fills} today={today} />
        <LessonsSoFar lessons={lessons} plans={plans} />
      </div>
    </div>
  );
}

function Minutes({ from, minutes }: { readonly from: number; readonly minutes: number }) {
  return (
    <span className="tabular-nums">
      <span className="font-display font-bold text-2xl">{minutes}</span> <span className="quiet text-sm">min</span>
      <span className="block label-small">from {Math.floor(from)}′</span>
    </span>
  );
}
