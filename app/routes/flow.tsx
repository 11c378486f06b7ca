/** One flow. */
import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { z } from "zod";
import { loadGrooves, loadRudiments } from "~/content";
import { flushSaves } from "~/data/autosave";
import { addRow, binRow, listBin, listRows, restoreRow } from "~/data/rows";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import { fillContentSchema } from "~/library/fill/content";
import { listFills } from "~/library/fill/fills";
import { flowContentSchema } from "~/library/flow/content";
import { FLOWS } from "~/library/flow/kind";
import { addFlow } from "~/library/flow/new-flow";
import { getFlowRecord } from "~/library/flow/record";
import { listGrooves } from "~/library/groove/list";
import { openRow } from "~/library/open-row";
import { keepWaiting } from "~/library/practice/store";
import { loadPreferences } from "~/library/preferences-store";
import { FlowScreen } from "~/screens/flow/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { ScreenShape } from "~/ui/screen-shape";
import type { Route } from "./+types/flow";

export function loader() {
  return { rudiments: loadRudiments(), grooves: loadGrooves() };
}

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await keepWaiting(book);
  const [opened, { rudiments, grooves: shipped }, rows, bin, fills, lessons] = await Promise.all([
    openRow(FLOWS, params.flowId),
    serverLoader(),
    listRows(book.flows),
    listBin(book.flows),
    listFills(book),
    listRows(book.lessons),
  ]);
  if (!opened || opened.row.deletedAt > 0) throw data("no such flow", { status: 404 });
  return {
    ...opened,
    bin,
    fills,
    lessons,
    saved: rows.map(({ id, content }) => ({ id, name: content.name })),
    entries: await loadEntries(book, rudiments),
    grooves: await listGrooves(book, shipped),
    record: await getFlowRecord(book, opened.row.id),
  };
}
clientLoader.hydrate = true as const;

const askedSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("new"), fill: z.string().max(64).nullable() }),
  z.object({ intent: z.literal("open"), id: z.string().max(64) }),
  z.object({ intent: z.literal("copy"), content: flowContentSchema }),
  z.object({ intent: z.literal("delete"), id: z.string().max(64) }),
  z.object({ intent: z.literal("restore"), id: z.string().max(64) }),
  z.object({ intent: z.literal("keep"), content: fillContentSchema }),
]);

export async function clientAction({ request }: Route.ClientActionArgs) {
  const asked = askedSchema.parse(await request.json());
  const book = await currentBook();
  switch (asked.intent) {
    case "new": {
      const { hands } = await loadPreferences(book);
      return redirect(`/flow/${await addFlow(book, { fill: asked.fill, hands })}`);
    }
    case "open":
      return redirect(`/flow/${asked.id}`);
    case "copy":
      return redirect(`/flow/${(await addRow(book.flows, asked.content)).id}`);
    case "delete":
      await binRow(book.flows, asked.id);
      return redirect("/flow");
    case "restore":
      await restoreRow(book.flows, asked.id);
      return redirect(`/flow/${asked.id}`);
    case "keep": {
      const { id, content } = await addRow(book.fills, asked.content);
      return { id, name: content.name };
    }
  }
}

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Flow"} · Dime Stack` }];
};

/** Edits and results keep themselves; what is kept goes elsewhere. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.flowId !== nextParams.flowId;
}

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the flow…"
      className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5"
      parts={["h-11 w-64", "panel h-72", "panel h-48"]}
    />
  );
}

export default function Flow({ loaderData }: Route.ComponentProps) {
  return <FlowScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="flow"
      missing="It may have been deleted for good, or the address is mistyped. Your other flows are still there."
    />
  );
}
