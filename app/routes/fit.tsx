import { data, type ShouldRevalidateFunctionArgs } from "react-router";
import { loadGrooves, loadRudiments } from "~/content";
import { flushSaves } from "~/data/autosave";
import { listBin, listRows } from "~/data/rows";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import { listGrooves } from "~/library/groove/list";
import { openRow } from "~/library/open-row";
import { SEARCHES } from "~/library/search/kind";
import { FitScreen } from "~/screens/fit/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { ScreenShape } from "~/ui/screen-shape";
import { nameIn, pageTitle } from "~/words/page-title";
import type { Route } from "./+types/fit";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  // The list has the latest names.
  await flushSaves();
  const book = await currentBook();
  const [opened, rows, bin] = await Promise.all([
    openRow(SEARCHES, params.searchId),
    listRows(book.searches),
    listBin(book.searches),
  ]);
  if (!opened || opened.row.deletedAt > 0) throw data("no such search", { status: 404 });
  return {
    ...opened,
    bin,
    saved: rows.map(({ id, content }) => ({ id, name: content.name })),
    entries: await loadEntries(book, loadRudiments()),
    grooves: await listGrooves(book, loadGrooves()),
  };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(nameIn(loaderData), "Fit");

/** Edits save themselves; whatever is added to the book goes to another screen. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.searchId !== nextParams.searchId;
}

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the search…"
      className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 grid gap-3 items-start content-start lg:grid-cols-[21rem_minmax(0,1fr)]"
      parts={["h-11 w-64 lg:col-span-2", "panel h-96", "panel h-96"]}
    />
  );
}

export default function Fit({ loaderData }: Route.ComponentProps) {
  return <FitScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="search"
      missing="It may have been deleted for good, or the address is mistyped. Your other searches are still there."
    />
  );
}
