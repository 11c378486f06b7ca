/** One flow. */
import { data, type ShouldRevalidateFunctionArgs } from "react-router";
import { loadGrooves, loadRudiments } from "~/content";
import { flushSaves } from "~/data/autosave";
import { listBin, listRows } from "~/data/rows";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import { listFills } from "~/library/fill/fills";
import { FLOWS } from "~/library/flow/kind";
import { getFlowRecord } from "~/library/flow/record";
import { listGrooves } from "~/library/groove/list";
import { openRow } from "~/library/open-row";
import { keepWaiting } from "~/library/practice/store";
import { FlowScreen } from "~/screens/flow/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { ScreenShape } from "~/ui/screen-shape";
import { nameIn, pageTitle } from "~/words/page-title";
import type { Route } from "./+types/flow";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await keepWaiting(book);
  const [opened, rows, bin, fills, lessons] = await Promise.all([
    openRow(FLOWS, params.flowId),
    listRows(book.flows),
    listBin(book.flows),
    listFills(book),
    listRows(book.lessons),
  ]);
  if (!opened || opened.row.deletedAt > 0) throw data("no such flow", { status: 404 });
  return {
    ...opened,
    bin,
    fills,
    lessons,
    saved: rows.map(({ id, content }) => ({ id, name: content.name })),
    entries: await loadEntries(book, loadRudiments()),
    grooves: await listGrooves(book, loadGrooves()),
    record: await getFlowRecord(book, opened.row.id),
  };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(nameIn(loaderData), "Flow");

/** Edits and results save themselves; whatever is added to the book goes to another screen. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.flowId !== nextParams.flowId;
}

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the flow…"
      className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5"
      parts={["h-11 w-64", "panel h-72", "panel h-48"]}
    />
  );
}

export default function Flow({ loaderData }: Route.ComponentProps) {
  return <FlowScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="flow"
      missing="It may have been deleted for good, or the address is mistyped. Your other flows are still there."
    />
  );
}
