import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/data/current";
import { grooveDrafts } from "~/data/groove-drafts";
import { amendRow, getRow } from "~/data/rows";
import { GrooveEditor } from "~/grooves/editor";
import { Trouble } from "~/ui/trouble";
import type { Route } from "./+types/own-groove";

export async function clientLoader({ params, request }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  const row = await getRow(book.grooves, params.grooveId);
  if (!row || row.deletedAt > 0) throw data("no such groove", { status: 404 });
  const asked = new URL(request.url).searchParams;
  const fill = asked.get("fill") ? await getRow(book.fills, asked.get("fill") ?? "") : null;
  if (fill && asked.has("take")) {
    // The fill that it was made for sits in it from now on.
    await amendRow(book.fills, fill.id, { groove: row.id });
    throw redirect(`/grooves/own/${row.id}?fill=${fill.id}`);
  }
  const found = grooveDrafts.take(row.id, Date.now());
  return {
    row,
    draft: found && JSON.stringify(found.content) !== JSON.stringify(row.content) ? found : null,
    fillId: fill?.id ?? null,
  };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Groove"} · Grooves · Dime Stack` }];
};

/** Edits save themselves; nothing that is edited here needs the loader again. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.grooveId !== nextParams.grooveId;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Setting up the groove…</p>;
}

export default function OwnGroove({ loaderData }: Route.ComponentProps) {
  return <GrooveEditor key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <Trouble
      title="This groove cannot be opened"
      what="It may have been deleted, or the address is mistyped. Deleted grooves lie in the bin on Grooves for 30 days."
      detail={error instanceof Error ? error.message : undefined}
    />
  );
}
