import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { loadGrooves } from "~/content";
import { flushSaves } from "~/data/autosave";
import { copyFill } from "~/data/copy-fill";
import { currentBook } from "~/data/current";
import { fillDrafts } from "~/data/fill-drafts";
import { listGrooves } from "~/data/grooves";
import { getRow } from "~/data/rows";
import { StackScreen } from "~/stack/screen";
import { FillTrouble } from "~/ui/trouble";
import type { Route } from "./+types/stack";

export function loader() {
  return { grooves: loadGrooves() };
}

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  const [row, grooves] = await Promise.all([
    getRow(book.fills, params.fillId),
    serverLoader().then(({ grooves: shipped }) => listGrooves(book, shipped)),
  ]);
  if (!row) throw data("no such fill", { status: 404 });
  const found = fillDrafts.take(row.id, Date.now());
  const draft = found && JSON.stringify(found.content) !== JSON.stringify(row.content) ? found : null;
  return { row, draft, grooves };
}
clientLoader.hydrate = true as const;

/** Keeps the content on the bench as a new fill and goes on with that. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  return redirect(`/stack/${await copyFill(request)}`);
}

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Stack"} · Dime Stack` }];
};

/** Edits save themselves; nothing that is edited here needs the loader again. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.fillId !== nextParams.fillId;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Setting up the bench…</p>;
}

export default function Stack({ loaderData }: Route.ComponentProps) {
  return (
    <StackScreen key={loaderData.row.id} row={loaderData.row} draft={loaderData.draft} grooves={loaderData.grooves} />
  );
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <FillTrouble error={error} />;
}
