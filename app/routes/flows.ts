/** All flows. Opened without an id, it shows the last edited one, or a new one. */
import { redirect } from "react-router";
import { flushSaves } from "~/data/autosave";
import { addRow, binRow, listRows, restoreRow } from "~/data/rows";
import { currentBook } from "~/library/current";
import { addFlow } from "~/library/flow/new-flow";
import { answerMessages } from "~/messages/answer";
import { type FlowMessages, flowMessages } from "~/messages/flows";

export async function clientLoader() {
  await flushSaves();
  const book = await currentBook();
  const [latest] = await listRows(book.flows);
  return redirect(`/flow/${latest?.id ?? (await addFlow(book, null))}`);
}
clientLoader.hydrate = true as const;

export const clientAction = answerMessages<FlowMessages>(flowMessages, {
  create: async (book, { fill }) => {
    await flushSaves();
    return redirect(`/flow/${await addFlow(book, fill)}`);
  },
  keep: async (book, { content }) => redirect(`/flow/${(await addRow(book.flows, content)).id}`),
  delete: async (book, { id }) => {
    await binRow(book.flows, id);
    return redirect("/flow");
  },
  restore: async (book, { id }) => {
    await restoreRow(book.flows, id);
    return redirect(`/flow/${id}`);
  },
  keepFill: async (book, fill) => {
    const { id, content } = await addRow(book.fills, fill.content);
    return { id, name: content.name };
  },
});

export default function Flows() {
  return null;
}
