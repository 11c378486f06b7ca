import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { z } from "zod";
import { listEntries } from "~/cells/book";
import { loadGrooves, loadRudiments } from "~/content";
import { flushSaves } from "~/data/autosave";
import { listRudimentMarks } from "~/data/cells";
import { currentBook } from "~/data/current";
import { listGrooves } from "~/data/grooves";
import { loadPreferences } from "~/data/preferences";
import { addRow, binRow, emptyOldBin, getRow, listBin, listRows, restoreRow } from "~/data/rows";
import { searchDrafts } from "~/data/search-drafts";
import { FitScreen } from "~/fit/screen";
import { fillContentSchema } from "~/formats/fill";
import { searchContentSchema } from "~/formats/search";
import { Trouble } from "~/ui/trouble";
import type { Route } from "./+types/fit";
import { makeNewSearch } from "./fit-latest";

export function loader() {
  return { rudiments: loadRudiments(), grooves: loadGrooves() };
}

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await emptyOldBin(book.searches, Date.now());
  const [row, { rudiments, grooves }, rows, bin, marks, cells, preferences] = await Promise.all([
    getRow(book.searches, params.searchId),
    serverLoader(),
    listRows(book.searches),
    listBin(book.searches),
    listRudimentMarks(book),
    listRows(book.cells),
    loadPreferences(book),
  ]);
  if (!row || row.deletedAt > 0) throw data("no such search", { status: 404 });
  const found = searchDrafts.take(row.id, Date.now());
  return {
    row,
    draft: found && JSON.stringify(found.content) !== JSON.stringify(row.content) ? found : null,
    bin,
    saved: rows.map(({ id, content }) => ({ id, name: content.name })),
    entries: listEntries(rudiments, marks, cells, preferences.hands === "left"),
    grooves: await listGrooves(book, grooves),
  };
}
clientLoader.hydrate = true as const;

const askedSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("new") }),
  z.object({ intent: z.literal("open"), id: z.string() }),
  z.object({ intent: z.literal("copy"), content: searchContentSchema }),
  z.object({ intent: z.literal("delete"), id: z.string() }),
  z.object({ intent: z.literal("restore"), id: z.string() }),
  z.object({ intent: z.literal("keep"), content: fillContentSchema }),
  z.object({ intent: z.literal("open-fill"), content: fillContentSchema }),
]);

export async function clientAction({ request }: Route.ClientActionArgs) {
  const asked = askedSchema.parse(await request.json());
  const book = await currentBook();
  switch (asked.intent) {
    case "new":
      return redirect(`/fit/${await makeNewSearch(book, null)}`);
    case "open":
      return redirect(`/fit/${asked.id}`);
    case "copy":
      return redirect(`/fit/${(await addRow(book.searches, asked.content)).id}`);
    case "delete":
      await binRow(book.searches, asked.id);
      return redirect("/fit");
    case "restore":
      await restoreRow(book.searches, asked.id);
      return redirect(`/fit/${asked.id}`);
    case "open-fill":
      return redirect(`/stack/${(await addRow(book.fills, asked.content)).id}`);
    case "keep": {
      const { id, content } = await addRow(book.fills, asked.content);
      return { id, name: content.name };
    }
  }
}

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Fit"} · Dime Stack` }];
};

/** Edits save themselves; what is kept goes elsewhere. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.searchId !== nextParams.searchId;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Laying out the pool…</p>;
}

export default function Fit({ loaderData }: Route.ComponentProps) {
  return <FitScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <Trouble
      title="This search cannot be opened"
      what="It may have been removed, or the address is mistyped. Your other searches are kept."
      detail={error instanceof Error ? error.message : undefined}
    />
  );
}
