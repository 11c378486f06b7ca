import { redirect } from "react-router";
import { z } from "zod";
import { loadStarter } from "~/content";
import { flushSaves } from "~/data/autosave";
import { addRow, emptyOldBin, listBin, listRows } from "~/data/rows";
import { readBook } from "~/library/book-file";
import { currentBook } from "~/library/current";
import { isFirstTime } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import { listFills, turnForHands } from "~/library/fill/fills";
import { loadPreferences } from "~/library/preferences";
import { type FillsAnswer, ShelfScreen } from "~/screens/shelf/screen";
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
    const { hands } = await loadPreferences(book);
    const fills = await listRows(book.fills);
    const first =
      fills.find((fill) => fill.content.text === starter.text) ??
      (await addRow(book.fills, turnForHands(starter, hands)));
    throw redirect(addressOf(first.id, "stack"));
  }
  await emptyOldBin(book.fills, Date.now());
  const [fills, bin, plans] = await Promise.all([listFills(book), listBin(book.fills), book.plans.toArray()]);
  const learning = new Map(plans.map(({ id, passed, steps, best }) => [id, { passed, steps, best }]));
  return { fills, bin, learning };
}
clientLoader.hydrate = true as const;

const askedSchema = z.object({ intent: z.enum(["import", "import-lines"]), text: z.string() });

/** Files that come in. */
export async function clientAction({ request }: Route.ClientActionArgs): Promise<FillsAnswer> {
  const { intent, text } = askedSchema.parse(Object.fromEntries(await request.formData()));
  const book = await currentBook();
  if (intent === "import-lines") {
    const { importStickFile } = await import("~/library/fill/import-lines");
    const read = await importStickFile(book, text);
    return read.ok ? { words: wordImport(read.count) } : { words: wordStickFileProblem(read), bad: true };
  }
  const read = await readBook(text);
  if (!read.ok) return { words: wordBookProblem(read.problem), bad: true };
  const { importBook } = await import("~/library/transfer");
  return { words: wordImport(await importBook(book, read)) };
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Opening the shelf…</p>;
}

export default function Shelf({ loaderData }: Route.ComponentProps) {
  return <ShelfScreen {...loaderData} />;
}
