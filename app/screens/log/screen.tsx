/** The Log: what to practise today, what you practised, and what your hands can do. */

import { lazy, Suspense } from "react";
import { useSearchParams } from "react-router";
import type { FillRow, FlowRow, LessonRow } from "~/library/database";
import type { PlanRow } from "~/library/practice/plan";
import type { FillDay } from "~/library/practice/practice-day";
import type { Run } from "~/library/practice/run";
import type { LogMessages } from "~/messages/log";
import { useMessages } from "~/messages/use-messages";
import { Tabs } from "~/ui/tabs";
import { plural } from "~/words/time";
import { Today } from "./today";

const Charts = lazy(() => import("./charts"));
const RunsTable = lazy(() => import("./runs-table"));
const Hands = lazy(() => import("./hands"));

const TABS = [
  { id: "today", name: "Today" },
  { id: "charts", name: "Charts" },
  { id: "runs", name: "Runs" },
  { id: "hands", name: "Hands and feet" },
] as const;

/** The data for the visible part of the log: a long log is never read whole. */
export type LogPart =
  | { readonly tab: "today" | "hands" }
  | { readonly tab: "charts"; readonly practised: readonly FillDay[] }
  | {
      readonly tab: "runs";
      readonly runs: readonly Run[];
      readonly years: readonly number[];
      readonly year: number | null;
    };

/** The tab of an address. */
export function logTabOf(params: URLSearchParams): LogPart["tab"] {
  return TABS.find(({ id }) => id === params.get("tab"))?.id ?? "today";
}

export interface LogScreenProps {
  /** Total number of runs. */
  readonly runCount: number;
  readonly part: LogPart;
  readonly plans: readonly PlanRow[];
  readonly fills: readonly FillRow[];
  readonly lessons: readonly LessonRow[];
  readonly flows: readonly FlowRow[];
}

export function LogScreen({ runCount, part, plans, fills, lessons, flows }: LogScreenProps) {
  const [, setParams] = useSearchParams();
  const { send, answer } = useMessages<LogMessages>("/log");
  const { tab } = part;
  const deleted = answer?.deleted;
  return (
    <main className="w-full max-w-[1280px] mx-auto px-4 sm:px-5 py-4">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2 mb-1">
        <h1 className="text-3xl">Log</h1>
        <span className="quiet text-sm ml-auto">{plural(runCount, "run")} kept</span>
      </div>
      <div role="status" aria-live="polite">
        {answer?.words ? (
          <div className="alert alert-soft mb-3">
            <span>{answer.words}</span>
            {deleted ? (
              <button type="button" className="btn btn-sm" onClick={() => send("restore", { run: deleted })}>
                Undo
              </button>
            ) : null}
          </div>
        ) : null}
      </div>
      <Tabs
        label="Parts of the log"
        tabs={TABS}
        tab={tab}
        onTab={(next) => setParams({ tab: next }, { replace: true, preventScrollReset: true })}
        listClassName="mb-3"
      >
        <Suspense fallback={<p className="quiet p-4">Reading the log…</p>}>
          {part.tab === "today" ? (
            <Today fills={fills} plans={plans} lessons={lessons} flows={flows} />
          ) : part.tab === "charts" ? (
            <Charts practised={part.practised} fills={fills} plans={plans} />
          ) : part.tab === "runs" ? (
            <RunsTable
              key={part.year}
              runs={part.runs}
              years={part.years}
              year={part.year}
              hasMore={part.year !== null || part.runs.length < runCount}
              onYear={(year) =>
                setParams(year === null ? { tab } : { tab, year: String(year) }, {
                  replace: true,
                  preventScrollReset: true,
                })
              }
              onNote={({ id, at }, note) => send("note", { id, at, note })}
              onDelete={({ id, at }) => send("delete", { id, at })}
            />
          ) : (
            <Hands fills={fills} plans={plans} />
          )}
        </Suspense>
      </Tabs>
    </main>
  );
}
