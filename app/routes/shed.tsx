import { data } from "react-router";
import { loadGrooves } from "~/content";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/data/current";
import { listGrooves } from "~/data/grooves";
import { keepWaiting, openPlan } from "~/data/practice";
import { getRow } from "~/data/rows";
import { ShedScreen } from "~/shed/screen";
import { FillTrouble } from "~/ui/trouble";
import type { Route } from "./+types/shed";

export function loader() {
  return { grooves: loadGrooves() };
}

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await keepWaiting(book);
  const [row, plan, grooves] = await Promise.all([
    getRow(book.fills, params.fillId),
    openPlan(book, params.fillId),
    serverLoader().then(({ grooves: shipped }) => listGrooves(book, shipped)),
  ]);
  if (!row) throw data("no such fill", { status: 404 });
  return { row, plan, grooves };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Shed"} · Shed · Dime Stack` }];
};

/** Practice keeps itself; only another fill is loaded anew. */
export function shouldRevalidate({
  currentParams,
  nextParams,
}: {
  currentParams: { fillId?: string };
  nextParams: { fillId?: string };
}) {
  return currentParams.fillId !== nextParams.fillId;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Laying out the plan…</p>;
}

export default function Shed({ loaderData }: Route.ComponentProps) {
  return <ShedScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <FillTrouble error={error} />;
}
