import { data } from "react-router";
import { loadRudiments } from "~/content";
import { formatMeter, type Meter, parseMeter } from "~/core/time";
import { flushSaves } from "~/data/autosave";
import { openPages, thisPage } from "~/data/page";
import { listBin, listRows } from "~/data/rows";
import { askedCellSchema } from "~/library/cell/content";
import { loadEntries } from "~/library/cell/load";
import { openUnsavedCell } from "~/library/cell/unsaved";
import { currentBook } from "~/library/current";
import { openFillId } from "~/library/fill/address";
import { CellsScreen } from "~/screens/cells/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { ScreenShape } from "~/ui/screen-shape";
import { pageTitle } from "~/words/page-title";
import type { Route } from "./+types/cell";

const MAX_METERS = 3;

export async function clientLoader({ params, request }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  const id = params.cellId;
  const [entries, bin, fills] = await Promise.all([
    loadEntries(book, loadRudiments()),
    listBin(book.cells),
    listRows(book.fills),
  ]);
  const found = entries.find((entry) => entry.id === id);
  const binned = bin.find((row) => row.id === id);
  if (id !== "new" && !found && !binned) throw data("no such cell", { status: 404 });
  const openId = openFillId();
  const open = found ?? (binned ? { binned } : ("new" as const));
  return {
    entries,
    bin,
    open,
    unsaved: found || id === "new" ? await openUnsavedCell(book, id, thisPage(), await openPages()) : null,
    asked: askedCellSchema.safeParse(Object.fromEntries(new URL(request.url).searchParams)).data ?? null,
    meters: metersInUse(fills.map(({ content }) => content.meter as Meter)),
    // The open fill, or the last edited one.
    latest: fills.find((fill) => fill.id === openId) ?? fills[0] ?? null,
  };
}
clientLoader.hydrate = true as const;

/** 4/4, and the other meters of the player's fills, most frequent first. */
function metersInUse(meters: readonly Meter[]): Meter[] {
  const counts = new Map<string, number>();
  for (const meter of meters) counts.set(formatMeter(meter), (counts.get(formatMeter(meter)) ?? 0) + 1);
  const others = [...counts]
    .filter(([text]) => text !== "4/4")
    .sort((a, b) => b[1] - a[1])
    .slice(0, MAX_METERS);
  return ["4/4", ...others.map(([text]) => text)].flatMap((text) => parseMeter(text) ?? []);
}

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const open = (loaderData as { open?: { name?: string } } | undefined)?.open;
  return pageTitle(open?.name, "Cells");
};

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the book of cells…"
      className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 grid gap-3 items-start lg:grid-cols-[15.5rem_minmax(0,1fr)] xl:grid-cols-[15.5rem_minmax(0,1fr)_23.5rem]"
      parts={["panel h-11 lg:h-[80vh]", "panel h-96", "panel h-96 max-xl:hidden"]}
    />
  );
}

export default function Cells({ loaderData }: Route.ComponentProps) {
  return <CellsScreen {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="cell"
      missing="It may have been deleted for good, or the address is mistyped. Your other cells are in the book."
    />
  );
}
