import { flushSaves } from "~/data/autosave";
import { listRows } from "~/data/rows";
import { currentBook } from "~/library/current";
import type { BookDatabase } from "~/library/database";
import { DAY } from "~/library/practice/run-day";
import {
  completeSummaries,
  countRuns,
  deleteRun,
  keepRun,
  keepWaiting,
  listFillDays,
  listPlans,
  listRuns,
  noteRun,
} from "~/library/practice/store";
import { answerMessages } from "~/messages/answer";
import { type LogMessages, logMessages } from "~/messages/log";
import { type LogPart, LogScreen, logTabOf } from "~/screens/log/screen";
import { ScreenShape } from "~/ui/screen-shape";
import type { Route } from "./+types/log";

export const meta: Route.MetaFunction = () => [{ title: "Log · Dime Stack" }];

export async function clientLoader({ request }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await keepWaiting(book);
  await completeSummaries(book);
  const days = await countRuns(book);
  const [part, plans, fills, lessons, flows] = await Promise.all([
    loadPart(book, new URL(request.url).searchParams, days),
    listPlans(book),
    listRows(book.fills),
    listRows(book.lessons),
    listRows(book.flows),
  ]);
  const runCount = days.reduce((sum, { runs }) => sum + runs, 0);
  return { runCount, part, plans, fills, lessons, flows };
}
clientLoader.hydrate = true as const;

/** Days of runs shown at first. */
const LATEST = 92;

async function loadPart(
  book: BookDatabase,
  params: URLSearchParams,
  days: readonly { readonly day: number }[],
): Promise<LogPart> {
  const tab = logTabOf(params);
  if (tab === "charts") return { tab, practised: await listFillDays(book) };
  if (tab !== "runs") return { tab };
  const years = [...new Set(days.map(({ day }) => yearOf(day)))].reverse();
  const year = years.find((one) => String(one) === params.get("year")) ?? null;
  // The latest existing day, not today: the clock may be wrong.
  const latest = days.at(-1)?.day ?? 0;
  const runs =
    year === null
      ? await listRuns(book, latest - LATEST)
      : await listRuns(book, firstDayOf(year), firstDayOf(year + 1) - 1);
  return { tab, runs, years, year };
}

function yearOf(day: number): number {
  return new Date(day * DAY).getUTCFullYear();
}

function firstDayOf(year: number): number {
  return Date.UTC(year, 0, 1) / DAY;
}

export const clientAction = answerMessages<LogMessages>(logMessages, {
  note: async (book, { note, ...run }) => {
    await noteRun(book, run, note);
    return {};
  },
  delete: async (book, run) => ({ words: "The run is deleted.", deleted: await deleteRun(book, run) }),
  restore: async (book, { run }) => {
    await keepRun(book, run);
    return { words: "The run is back." };
  },
});

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Reading the log…"
      title="Log"
      className="w-full max-w-[1280px] mx-auto px-4 sm:px-5 py-4 flex flex-col gap-3"
      parts={["h-10 w-80 max-w-full", "panel h-72", "panel h-40"]}
    />
  );
}

export default function Log({ loaderData }: Route.ComponentProps) {
  return <LogScreen {...loaderData} />;
}
