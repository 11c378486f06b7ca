import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { z } from "zod";
import { listEntries, type ShippedRudiment, shippedRudimentSchema } from "~/cells/book";
import type { KeepAnswer } from "~/cells/keep-bar";
import { CellsScreen } from "~/cells/screen";
import { loadRudiments } from "~/content";
import {
  barTicks,
  bpm,
  formatLine,
  formatMeter,
  layOut,
  type Meter,
  makeCell,
  makeLine,
  mirrorLine,
  parseMeter,
  readStickLine,
  slotTicks,
  ticks,
} from "~/core";
import { flushSaves } from "~/data/autosave";
import { cellDrafts } from "~/data/cell-drafts";
import { keepCell, listRudimentMarks, markRudiment, saveCell } from "~/data/cells";
import { currentBook } from "~/data/current";
import type { BookDatabase, CellRow } from "~/data/database";
import { loadPreferences } from "~/data/preferences";
import { addRow, amendRow, binRow, emptyOldBin, listBin, listRows, restoreRow } from "~/data/rows";
import {
  askedCellSchema,
  type CellContent,
  cellContentSchema,
  cellOf,
  rateOf,
  rudimentMarkSchema,
} from "~/formats/cell";
import { makeContent } from "~/formats/fill";
import { MAX_WINDOW_BARS } from "~/formats/phrase";
import { Trouble } from "~/ui/trouble";
import type { Route } from "./+types/cells";

export function loader() {
  return { rudiments: loadRudiments() };
}

const MOST_METERS = 3;

export async function clientLoader({ params, request, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  const id = params.cellId;
  await emptyOldBin(book.cells, Date.now());
  const [{ rudiments }, rows, bin, marks, fills, preferences] = await Promise.all([
    serverLoader(),
    listRows(book.cells),
    listBin(book.cells),
    listRudimentMarks(book),
    listRows(book.fills),
    loadPreferences(book),
  ]);
  const entries = listEntries(rudiments, marks, rows, preferences.hands === "left");
  const found = entries.find((entry) => entry.id === id);
  const binned = bin.find((row) => row.id === id);
  if (id !== "new" && !found && !binned) throw data("no such cell", { status: 404 });
  const open = found ?? (binned ? { binned } : ("new" as const));
  return {
    entries,
    bin,
    open,
    draft: found || id === "new" ? cellDrafts.take(id, Date.now()) : null,
    asked: askedCellSchema.safeParse(Object.fromEntries(new URL(request.url).searchParams)).data ?? null,
    meters: metersInUse(fills.map(({ content }) => content.meter as Meter)),
    latest: fills[0] ?? null,
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
      cellDrafts.clear(asked.from);
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
      return redirect(`/stack/${await makeFill(book, asked.content)}`);
    case "rudiment":
      return redirect(`/stack/${await makeFillOfRudiment(book, asked.rudiment)}`);
  }
}

function nameOf({ id, content }: CellRow) {
  return { id, name: content.name };
}

/** A new fill of one cell: as often as it goes into a bar, or over as many bars as it takes. */
async function makeFill(book: BookDatabase, cell: CellContent): Promise<string> {
  const { cellTempo, cellMeter, countStyle } = await loadPreferences(book);
  const meter = parseMeter(cellMeter) ?? { beats: 4, unit: 4 };
  const rate = rateOf(cell.rate);
  const slots = cellOf(cell.text);
  const bar = barTicks(meter);
  const length = slots.length * slotTicks(rate);
  const count = Math.max(1, Math.floor(bar / length));
  const bars = Math.min(MAX_WINDOW_BARS, Math.max(1, Math.ceil((count * length) / bar)));
  const content = makeContent({
    name: cell.name,
    tags: cell.tags.slice(),
    text: formatLine(makeLine([{ kind: "rate", rate }, makeCell(slots, count)])),
    meter,
    tempo: bpm(cellTempo),
    window: { start: ticks(0), length: ticks(bars * bar) },
    groove: "straight-eighths",
    countStyle,
  });
  return (await addRow(book.fills, content)).id;
}

/** A new fill of a whole rudiment: as long as it is, led by the player's strong hand. */
async function makeFillOfRudiment(book: BookDatabase, rudiment: ShippedRudiment): Promise<string> {
  const { cellTempo, hands, countStyle } = await loadPreferences(book);
  const read = readStickLine(rudiment.line).line;
  if (!read) throw new Error("the rudiment's line cannot be read");
  const line = hands === "left" ? mirrorLine(read) : read;
  const meter = rudiment.meter as Meter;
  const tempo = bpm(cellTempo);
  const { end } = layOut({ meter, tempo, window: { start: ticks(0), length: barTicks(meter) }, line });
  const content = makeContent({
    name: rudiment.name,
    tags: ["rudiment"],
    text: formatLine(line),
    meter,
    tempo,
    window: { start: ticks(0), length: end },
    countStyle,
  });
  return (await addRow(book.fills, content)).id;
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
  return <p className="p-6 quiet">Opening the book of cells…</p>;
}

export default function Cells({ loaderData }: Route.ComponentProps) {
  return <CellsScreen {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <Trouble
      title="This cell cannot be opened"
      what="It may have been removed for good, or the address is mistyped. Your other cells are in the book."
      detail={error instanceof Error ? error.message : undefined}
    />
  );
}
