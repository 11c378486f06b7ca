/** All flows. Opened by itself: the one that was edited last, or a new one. */
import { redirect } from "react-router";
import { z } from "zod";
import { flushSaves } from "~/data/autosave";
import { listRows } from "~/data/rows";
import { currentBook } from "~/library/current";
import { addFlow } from "~/library/flow/new-flow";
import { loadPreferences } from "~/library/preferences-store";
import type { Route } from "./+types/flows";

export async function clientLoader() {
  await flushSaves();
  const book = await currentBook();
  const [latest] = await listRows(book.flows);
  const { hands } = await loadPreferences(book);
  return redirect(`/flow/${latest?.id ?? (await addFlow(book, { fill: null, hands }))}`);
}
clientLoader.hydrate = true as const;

const askedSchema = z.object({ fill: z.string().max(64) });

/** A new flow between the cells of a fill. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  const { fill } = askedSchema.parse(Object.fromEntries(await request.formData()));
  await flushSaves();
  const book = await currentBook();
  const { hands } = await loadPreferences(book);
  return redirect(`/flow/${await addFlow(book, { fill, hands })}`);
}

export default function Flows() {
  return null;
}
