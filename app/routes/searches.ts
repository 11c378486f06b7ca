/** All searches: create one for a fill. Opened without an id, it shows the last edited search, or a new one. */
import { redirect } from "react-router";
import { flushSaves } from "~/data/autosave";
import { addRow, binRow, listRows, restoreRow } from "~/data/rows";
import { currentBook } from "~/library/current";
import { addressOf } from "~/library/fill/address";
import { addSearch } from "~/library/search/new-search";
import { answerMessages } from "~/messages/answer";
import { type SearchMessages, searchMessages } from "~/messages/searches";

export async function clientLoader() {
  await flushSaves();
  const book = await currentBook();
  const [latest] = await listRows(book.searches);
  return redirect(`/fit/${latest?.id ?? (await addSearch(book, null))}`);
}
clientLoader.hydrate = true as const;

export const clientAction = answerMessages<SearchMessages>(searchMessages, {
  create: async (book, { fill }) => {
    await flushSaves();
    return redirect(`/fit/${await addSearch(book, fill)}`);
  },
  keep: async (book, { content }) => redirect(`/fit/${(await addRow(book.searches, content)).id}`),
  delete: async (book, { id }) => {
    await binRow(book.searches, id);
    return redirect("/fit");
  },
  restore: async (book, { id }) => {
    await restoreRow(book.searches, id);
    return redirect(`/fit/${id}`);
  },
  openFill: async (book, { content }) => redirect(addressOf((await addRow(book.fills, content)).id, "stack")),
  keepFill: async (book, fill) => {
    const { id, content } = await addRow(book.fills, fill.content);
    return { id, name: content.name };
  },
});

export default function Searches() {
  return null;
}
