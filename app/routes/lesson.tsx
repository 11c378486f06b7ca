/** One lesson. */
import { data } from "react-router";
import { loadGrooves, loadRudiments } from "~/content";
import { flushSaves } from "~/data/autosave";
import { listRows } from "~/data/rows";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import { listFills } from "~/library/fill/fills";
import { listGrooves } from "~/library/groove/list";
import { LESSONS } from "~/library/lesson/kind";
import { openRow } from "~/library/open-row";
import { listPlans } from "~/library/practice/store";
import { LessonScreen } from "~/screens/lesson/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { ScreenShape } from "~/ui/screen-shape";
import { nameIn, pageTitle } from "~/words/page-title";
import type { Route } from "./+types/lesson";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  const [opened, fills, plans, searches] = await Promise.all([
    openRow(LESSONS, params.lessonId),
    listFills(book),
    listPlans(book),
    listRows(book.searches),
  ]);
  if (!opened || opened.row.deletedAt > 0) throw data("no such lesson", { status: 404 });
  const [entries, grooves] = await Promise.all([loadEntries(book, loadRudiments()), listGrooves(book, loadGrooves())]);
  return {
    ...opened,
    fills,
    entries,
    grooves,
    plans: new Map(plans.map((plan) => [plan.id, plan] as const)),
    searches: searches.map(({ id, content }) => ({ id, name: content.name })),
  };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(nameIn(loaderData), "Lesson");

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the lesson…"
      className="flex-1 w-full max-w-[1560px] mx-auto px-3 sm:px-5 py-2.5 flex flex-col gap-3"
      parts={["h-11 w-64", "panel h-96"]}
    />
  );
}

export default function Lesson({ loaderData }: Route.ComponentProps) {
  return <LessonScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="lesson"
      missing="It may have been deleted for good, or the address is mistyped. Your other lessons are on the Shelf."
    />
  );
}
