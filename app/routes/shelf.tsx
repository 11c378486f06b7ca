import { HardDriveDownload, Plus, Search, Target } from "lucide-react";
import { useMemo, useState } from "react";
import { Form, Link, redirect, useFetcher } from "react-router";
import { z } from "zod";
import { loadStarter } from "~/content";
import { barTicks, formatLine, formatMeter, mirrorLine, ticks } from "~/core";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/data/current";
import { type BookDatabase, type FillRow, isFirstTime } from "~/data/database";
import { type Handedness, loadPreferences } from "~/data/preferences";
import { addRow, binRow, emptyOldBin, getRow, listBin, listRows, restoreRow, toItem } from "~/data/rows";
import { gatherBook, importBook } from "~/data/transfer";
import { BOOK_EXTENSION, EMPTY_BOOK, readBook, writeBook } from "~/formats/book";
import { type FillContent, makeContent } from "~/formats/fill";
import { MAX_NAME, MAX_WINDOW_BARS, soundLine } from "~/formats/phrase";
import { readStickFile } from "~/formats/stick-file";
import { FillCard } from "~/shelf/fill-card";
import { ImportButton } from "~/shelf/import-button";
import { workOut } from "~/stack/bench";
import { Bin } from "~/ui/bin";
import { download } from "~/ui/download";
import { usePreferences } from "~/ui/preferences";
import { wordBookProblem, wordImport, wordStickFileProblem } from "~/words/book";
import type { Route } from "./+types/shelf";

export const meta: Route.MetaFunction = () => [{ title: "Shelf · Dime Stack" }];

export function loader() {
  return { starter: loadStarter() };
}

/** A newcomer is taken to a playable fill; everyone else sees the shelf. */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  if (await isFirstTime(book, "welcomed")) {
    const { starter } = await serverLoader();
    const preferences = await loadPreferences(book);
    const fills = await listRows(book.fills);
    const first =
      fills.find((fill) => fill.content.text === starter.text) ??
      (await addRow(book.fills, forHands(starter, preferences.hands)));
    throw redirect(`/stack/${first.id}`);
  }
  await emptyOldBin(book.fills, Date.now());
  const [fills, bin, plans] = await Promise.all([listRows(book.fills), listBin(book.fills), book.plans.toArray()]);
  const learning = new Map(plans.map(({ id, passed, steps, best }) => [id, { passed, steps, best }]));
  return { fills, bin, learning };
}
clientLoader.hydrate = true as const;

/** Shipped content, led by the player's strong hand. */
function forHands(content: FillContent, hands: Handedness): FillContent {
  if (hands !== "left") return content;
  const text = formatLine(mirrorLine(soundLine(content)));
  return { ...content, text, goodText: text };
}

const intentSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("new") }),
  z.object({ intent: z.literal("duplicate"), id: z.string() }),
  z.object({ intent: z.literal("delete"), id: z.string() }),
  z.object({ intent: z.literal("restore"), id: z.string() }),
  z.object({ intent: z.literal("import"), text: z.string() }),
  z.object({ intent: z.literal("import-lines"), text: z.string() }),
]);

export interface ShelfResult {
  readonly words: string;
  readonly bad?: boolean;
  /** A fill that was just deleted, to be brought back. */
  readonly deleted?: string;
}

export async function clientAction({ request }: Route.ClientActionArgs): Promise<ShelfResult | Response> {
  const asked = intentSchema.parse(Object.fromEntries(await request.formData()));
  const book = await currentBook();
  if (asked.intent === "new") {
    const preferences = await loadPreferences(book);
    const made = await addRow(
      book.fills,
      makeContent({ text: "@4", countStyle: preferences.countStyle, groove: "straight-eighths" }),
    );
    return redirect(`/stack/${made.id}`);
  }
  if (asked.intent === "duplicate") {
    const copy = await duplicateFill(book, asked.id);
    return copy
      ? { words: `“${copy.content.name}” is on the shelf.` }
      : { words: "That fill is not there any more.", bad: true };
  }
  if (asked.intent === "delete") {
    await binRow(book.fills, asked.id);
    return { words: "The fill is in the bin for 30 days.", deleted: asked.id };
  }
  if (asked.intent === "restore") {
    await restoreRow(book.fills, asked.id);
    return { words: "The fill is back on the shelf." };
  }
  if (asked.intent === "import-lines") return importLines(book, asked.text);
  const read = readBook(asked.text);
  if (!read.ok) return { words: wordBookProblem(read.problem), bad: true };
  return { words: wordImport(await importBook(book, read)) };
}

async function duplicateFill(book: BookDatabase, id: string): Promise<FillRow | null> {
  const row = await getRow(book.fills, id);
  if (!row) return null;
  const name = `${row.content.name || "Untitled"} (copy)`.slice(0, MAX_NAME);
  return addRow(book.fills, { ...row.content, name });
}

/** Each stick line of a text file becomes a fill of one or more whole bars. */
async function importLines(book: BookDatabase, text: string): Promise<ShelfResult> {
  const read = readStickFile(text);
  if (!read.ok) return { words: wordStickFileProblem(read), bad: true };
  const { countStyle } = await loadPreferences(book);
  const now = Date.now();
  const fills = read.lines.map((line) => {
    const content = makeContent({ ...line, countStyle });
    const { fit, phrase } = workOut(content);
    const bar = barTicks(phrase.meter);
    const bars = Math.min(MAX_WINDOW_BARS, Math.max(1, Math.ceil(fit.used / bar)));
    const window = { start: content.window.start, length: ticks(bars * bar) };
    return { id: crypto.randomUUID(), createdAt: now, updatedAt: now, content: { ...content, window } };
  });
  return { words: wordImport(await importBook(book, { ...EMPTY_BOOK, fills })) };
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Taking the fills from the shelf…</p>;
}

export default function Shelf({ loaderData }: Route.ComponentProps) {
  const { fills, bin, learning } = loaderData;
  const [preferences] = usePreferences();
  const [query, setQuery] = useState("");
  const [tag, setTag] = useState<string | null>(null);
  const [allTags, setAllTags] = useState(false);
  const fetcher = useFetcher<ShelfResult>();
  const tags = useMemo(() => countTags(fills), [fills]);
  const shown = fills.filter((fill) => matches(fill, query, tag));
  const isAll = shown.length === fills.length;
  const exportBook = async () => {
    const contents = isAll ? await gatherBook(await currentBook()) : { ...EMPTY_BOOK, fills: shown.map(toItem) };
    download(`shelf${BOOK_EXTENSION}`, writeBook(contents), "application/json");
  };
  const act = (fields: Record<string, string>) => void fetcher.submit(fields, { method: "post" });
  const result = fetcher.state === "idle" ? fetcher.data : undefined;
  return (
    <main className="w-full max-w-[1200px] mx-auto px-4 sm:px-5 py-5">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2 mb-4">
        <h1 className="text-3xl mr-auto">
          Shelf{" "}
          <span className="text-base quiet font-normal">
            {fills.length} {fills.length === 1 ? "fill" : "fills"}
          </span>
        </h1>
        <label className="input input-sm w-64 max-w-full">
          <Search size={15} aria-hidden />
          <input
            type="search"
            aria-label="Find fills"
            placeholder="name, tag or sticking"
            value={query}
            onChange={(event) => setQuery(event.target.value)}
          />
        </label>
        <ImportButton onText={(text, lines) => act({ intent: lines ? "import-lines" : "import", text })} />
        <button
          type="button"
          className="btn btn-sm"
          disabled={shown.length === 0 && !isAll}
          title={isAll ? "Fills, cells and what you noted on rudiments" : "The fills that are shown"}
          onClick={() => void exportBook()}
        >
          <HardDriveDownload size={15} aria-hidden /> Export {isAll ? "all" : shown.length}
        </button>
        <Link to="/log" className="btn btn-sm">
          <Target size={15} aria-hidden /> Today's practice
        </Link>
        <Form method="post">
          <input type="hidden" name="intent" value="new" />
          <button type="submit" className="btn btn-primary btn-sm">
            <Plus size={16} aria-hidden /> New fill
          </button>
        </Form>
      </div>
      <div role="status" aria-live="polite">
        {result ? (
          <div className={`alert alert-soft mb-3 ${result.bad ? "alert-error" : "alert-success"}`}>
            <span>{result.words}</span>
            {result.deleted ? (
              <button
                type="button"
                className="btn btn-sm"
                onClick={() => act({ intent: "restore", id: result.deleted ?? "" })}
              >
                Undo
              </button>
            ) : null}
          </div>
        ) : null}
      </div>
      {tags.length > 0 ? (
        <section aria-label="Tags" className="flex flex-wrap gap-1.5 mb-4">
          {tags.slice(0, allTags ? undefined : FEW_TAGS).map(([name, count]) => (
            <button
              key={name}
              type="button"
              aria-pressed={tag === name}
              onClick={() => setTag(tag === name ? null : name)}
              className={`badge badge-lg text-sm cursor-pointer ${tag === name ? "badge-neutral" : "border-base-300 bg-base-100"}`}
            >
              {name} <span className={tag === name ? "" : "quiet"}>{count}</span>
            </button>
          ))}
          {tags.length > FEW_TAGS ? (
            <button type="button" className="text-sm underline px-1" onClick={() => setAllTags(!allTags)}>
              {allTags ? "fewer tags" : `all ${tags.length} tags`}
            </button>
          ) : null}
        </section>
      ) : null}
      {shown.length > 0 ? (
        <ul className="grid md:grid-cols-2 gap-2.5">
          {shown.map((fill) => (
            <FillCard key={fill.id} fill={fill} learning={learning.get(fill.id)} hands={preferences.hands} act={act} />
          ))}
        </ul>
      ) : (
        <p className="quiet py-12 text-center">
          {fills.length === 0
            ? "The shelf is empty. Make a new fill, or open a rudiment from Cells."
            : "No fill matches. Try fewer letters, or another tag."}
        </p>
      )}
      <div className="mt-8">
        <Bin rows={bin} onRestore={(id) => act({ intent: "restore", id })} />
      </div>
    </main>
  );
}

function countTags(fills: readonly FillRow[]): [string, number][] {
  const counts = new Map<string, number>();
  for (const fill of fills) for (const tag of fill.content.tags) counts.set(tag, (counts.get(tag) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]));
}

/** Tags that are shown before all are asked for: about a line of them. */
const FEW_TAGS = 7;

/** Every word of the query stands somewhere in name, tags or line. */
function matches({ content }: FillRow, query: string, tag: string | null): boolean {
  if (tag !== null && !content.tags.includes(tag)) return false;
  const text = `${content.name} ${content.tags.join(" ")} ${content.text} ${formatMeter(content.meter)}`.toLowerCase();
  return query
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
