import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { z } from "zod";
import { loadRudiments } from "~/content";
import { formatMeter, type Meter, parseMeter } from "~/core/time";
import { flushSaves } from "~/data/autosave";
import { openPages, thisPage } from "~/data/page";
import { amendRow, binRow, listBin, listRows, restoreRow } from "~/data/rows";
import { cellJournal, openBenchWork } from "~/library/cell/bench-work";
import { askedCellSchema, cellContentSchema, rudimentMarkSchema } from "~/library/cell/content";
import { shippedRudimentSchema } from "~/library/cell/entries";
import { keepCell, markRudiment, saveCell } from "~/library/cell/keep";
import { loadEntries } from "~/library/cell/load";
import { addFillOfCell, addFillOfRudiment } from "~/library/cell/new-fill";
import { currentBook } from "~/library/current";
import type { CellRow } from "~/library/database";
import { addressOf, openFillId } from "~/library/fill/address";
import type { KeepAnswer } from "~/screens/cells/keep-bar";
import { CellsScreen } from "~/screens/cells/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { ScreenShape } from "~/ui/screen-shape";
import type { Route } from "./+types/cells";

export function loader() {
  return { rudiments: loadRudiments() };
}

const MOST_METERS = 3;

export async function clientLoader({ params, request, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  const id = params.cellId;
  const [entries, bin, fills] = await Promise.all([
    serverLoader().then(({ rudiments }) => loadEntries(book, rudiments)),
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
    unsaved: found || id === "new" ? await openBenchWork(book, id, thisPage(), await openPages()) : null,
    asked: askedCellSchema.safeParse(Object.fromEntries(new URL(request.url).searchParams)).data ?? null,
    meters: metersInUse(fills.map(({ content }) => content.meter as Meter)),
    // The fill that is open, or was edited last.
    latest: fills.find((fill) => fill.id === openId) ?? fills[0] ?? null,
  };
}
clientLoader.hydrate = true as const;

/** 4/4, and the other meters of the player's fills, the most used first. */
function metersInUse(meters: readonly Meter[]): Meter[] {
  const counts = new Map<string, number>();
  for (const meter of meters) counts.set(formatMeter(meter), (counts.get(formatMeter(meter)) ?? 0) + 1);
  const others = [...counts]
    .filter(([text]) => text !== "4/4")
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_METERS);
  return ["4/4", ...others.map(([text]) => text)].flatMap((text) => parseMeter(text) ?? []);
}

const noteSchema = rudimentMarkSchema.pick({ favourite: true, tags: true }).partial();
const askedSchema = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("keep"),
    content: cellContentSchema,
    relativesToo: z.boolean(),
    from: z.string().max(64),
  }),
  z.object({
    intent: z.literal("save"),
    id: z.string(),
    revision: z.number().int(),
    content: cellContentSchema,
  }),
  z.object({ intent: z.literal("mark"), id: z.string(), change: noteSchema }),
  z.object({ intent: z.literal("amend"), id: z.string(), change: noteSchema }),
  z.object({ intent: z.literal("bin"), id: z.string() }),
  z.object({ intent: z.literal("restore"), id: z.string() }),
  z.object({ intent: z.literal("fill"), content: cellContentSchema }),
  z.object({ intent: z.literal("rudiment"), rudiment: shippedRudimentSchema }),
]);

export async function clientAction({ request }: Route.ClientActionArgs): Promise<KeepAnswer | Response> {
  const asked = askedSchema.parse(await request.json());
  const book = await currentBook();
  switch (asked.intent) {
    case "keep": {
      const kept = await keepCell(book, asked.content, asked.relativesToo);
      if (kept.kind !== "kept") return { kind: kept.kind, cell: nameOf(kept.row) };
      // What was worked out is kept now.
      await book.journal.delete(cellJournal.keyOf(asked.from, thisPage().id));
      return redirect(`/cells/${kept.row.id}`);
    }
    case "save": {
      const saved = await saveCell(book, asked.id, asked.revision, asked.content);
      if (saved.kind === "have") return { kind: "have", cell: nameOf(saved.row) };
      return saved.kind === "conflict" ? { kind: "conflict", cell: nameOf(saved.theirs) } : { kind: saved.kind };
    }
    case "mark":
      await markRudiment(book, asked.id, asked.change);
      return { kind: "done" };
    case "amend":
      return { kind: (await amendRow(book.cells, asked.id, asked.change)) ? "done" : "gone" };
    case "bin":
      await binRow(book.cells, asked.id);
      return { kind: "done" };
    case "restore":
      await restoreRow(book.cells, asked.id);
      return { kind: "done" };
    case "fill":
      return redirect(addressOf(await addFillOfCell(book, asked.content), "stack"));
    case "rudiment":
      return redirect(addressOf(await addFillOfRudiment(book, asked.rudiment), "stack"));
  }
}

function nameOf({ id, content }: CellRow) {
  return { id, name: content.name };
}

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const open = (loaderData as { open?: { name?: string } } | undefined)?.open;
  return [{ title: `${open?.name ?? "Cells"} · Dime Stack` }];
};

/** What is set up of tempo and sound changes nothing in the book. */
export function shouldRevalidate({ formAction, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs) {
  return formAction === "/setup" ? false : defaultShouldRevalidate;
}

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
