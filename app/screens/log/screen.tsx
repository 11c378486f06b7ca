/** The Log: what to practise today, what was practised, and what the hands can do. */

import { lazy, Suspense } from "react";
import { useFetcher, useSearchParams } from "react-router";
import type { FillRow, FlowRow, LessonRow } from "~/library/database";
import type { PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
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
type LogTab = (typeof TABS)[number]["id"];

export interface LogScreenProps {
  readonly runs: readonly Run[];
  readonly plans: readonly PlanRow[];
  readonly fills: readonly FillRow[];
  readonly lessons: readonly LessonRow[];
  readonly flows: readonly FlowRow[];
}

export function LogScreen({ runs, plans, fills, lessons, flows }: LogScreenProps) {
  const [params, setParams] = useSearchParams();
  const fetcher = useFetcher<{ words?: string; deleted?: Run | null }>();
  const tab: LogTab = TABS.find(({ id }) => id === params.get("tab"))?.id ?? "today";
  const act = (fields: object) =>
    void fetcher.submit(JSON.stringify(fields), { method: "post", encType: "application/json" });
  const { data } = fetcher;
  return (
    <main className="w-full max-w-[1280px] mx-auto px-4 sm:px-5 py-4">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2 mb-1">
        <h1 className="text-3xl">Log</h1>
        <span className="quiet text-sm ml-auto">{plural(runs.length, "run")} kept</span>
      </div>
      <div role="status" aria-live="polite">
        {data?.words && fetcher.state === "idle" ? (
          <div className="alert alert-soft mb-3">
            <span>{data.words}</span>
            {data.deleted ? (
              <button
                type="button"
                className="btn btn-sm"
                onClick={() => act({ intent: "restore", run: data.deleted })}
              >
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
          {tab === "today" ? (
            <Today fills={fills} plans={plans} lessons={lessons} flows={flows} />
          ) : tab === "charts" ? (
            <Charts runs={runs} fills={fills} plans={plans} />
          ) : tab === "runs" ? (
            <RunsTable
              runs={runs}
              onNote={({ id, at }, note) => act({ intent: "note", id, at, note })}
              onDelete={({ id, at }) => act({ intent: "delete", id, at })}
            />
          ) : (
            <Hands fills={fills} plans={plans} />
          )}
        </Suspense>
      </Tabs>
    </main>
  );
}
