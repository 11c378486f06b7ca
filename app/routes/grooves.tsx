import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { loadGrooves } from "~/content";
import { flushSaves } from "~/data/autosave";
import { copyFill } from "~/data/copy-fill";
import { currentBook } from "~/data/current";
import { fillDrafts } from "~/data/fill-drafts";
import { listGrooves } from "~/data/grooves";
import { emptyOldBin, getRow, listBin } from "~/data/rows";
import { GroovesScreen } from "~/grooves/screen";
import { FillTrouble } from "~/ui/trouble";
import type { Route } from "./+types/grooves";

export function loader() {
  return { grooves: loadGrooves() };
}

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await emptyOldBin(book.grooves, Date.now());
  const [row, grooves, binned] = await Promise.all([
    getRow(book.fills, params.fillId),
    serverLoader().then(({ grooves: shipped }) => listGrooves(book, shipped)),
    listBin(book.grooves),
  ]);
  if (!row) throw data("no such fill", { status: 404 });
  const found = fillDrafts.take(row.id, Date.now());
  const draft = found && JSON.stringify(found.content) !== JSON.stringify(row.content) ? found : null;
  return { row, draft, grooves, binned };
}
clientLoader.hydrate = true as const;

/** Keeps the content on the bench as a new fill and goes on with that. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  return redirect(`/grooves/${await copyFill(request)}`);
}

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Grooves"} · Grooves · Dime Stack` }];
};

/** Edits of the fill save themselves; own grooves that come and go are read anew. */
export function shouldRevalidate({ currentParams, nextParams, formAction }: ShouldRevalidateFunctionArgs) {
  return currentParams.fillId !== nextParams.fillId || formAction === "/grooves/own";
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Setting up the groove…</p>;
}

export default function Grooves({ loaderData }: Route.ComponentProps) {
  return <GroovesScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <FillTrouble error={error} />;
}
