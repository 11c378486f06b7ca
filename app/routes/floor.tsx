import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { loadGrooves } from "~/content";
import { flushSaves } from "~/data/autosave";
import { copyFill } from "~/data/copy-fill";
import { currentBook } from "~/data/current";
import { fillDrafts } from "~/data/fill-drafts";
import { listGrooves } from "~/data/grooves";
import { kitDrafts } from "~/data/kit-drafts";
import { loadPreferences } from "~/data/preferences";
import { emptyOldBin, getRow } from "~/data/rows";
import { FloorScreen } from "~/floor/screen";
import { FillTrouble } from "~/ui/trouble";
import type { Route } from "./+types/floor";

export function loader() {
  return { grooves: loadGrooves() };
}

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await emptyOldBin(book.kits, Date.now());
  const [row, grooves, preferences] = await Promise.all([
    getRow(book.fills, params.fillId),
    serverLoader().then(({ grooves: shipped }) => listGrooves(book, shipped)),
    loadPreferences(book),
  ]);
  if (!row) throw data("no such fill", { status: 404 });
  const found = fillDrafts.take(row.id, Date.now());
  const kit = await getRow(book.kits, preferences.kit);
  const foundKit = kit ? kitDrafts.take(kit.id, Date.now()) : null;
  return {
    row,
    draft: found && JSON.stringify(found.content) !== JSON.stringify(row.content) ? found : null,
    kitDraft:
      kit && foundKit && JSON.stringify(foundKit.content) !== JSON.stringify(kit.content)
        ? { id: kit.id, ...foundKit }
        : null,
    grooves,
  };
}
clientLoader.hydrate = true as const;

/** Keeps the content on the bench as a new fill and goes on with that. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  return redirect(`/floor/${await copyFill(request)}`);
}

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Floor"} · Floor · Dime Stack` }];
};

/** Edits save themselves; nothing that is edited here needs the loader again. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.fillId !== nextParams.fillId;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Setting up the kit…</p>;
}

export default function Floor({ loaderData }: Route.ComponentProps) {
  return <FloorScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <FillTrouble error={error} />;
}
