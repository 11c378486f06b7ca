/** All searches: made for a fill. Opened by itself: the search that was edited last, or a new one. */
import { redirect } from "react-router";
import { flushSaves } from "~/data/autosave";
import { listRows } from "~/data/rows";
import { currentBook } from "~/library/current";
import { addSearch } from "~/library/search/new-search";
import type { Route } from "./+types/searches";

export async function clientLoader() {
  await flushSaves();
  const book = await currentBook();
  const [latest] = await listRows(book.searches);
  return redirect(`/fit/${latest?.id ?? (await addSearch(book, null))}`);
}
clientLoader.hydrate = true as const;

/** A new search for the space of a fill. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  await flushSaves();
  const fill = (await request.formData()).get("fill");
  return redirect(`/fit/${await addSearch(await currentBook(), typeof fill === "string" ? fill : null)}`);
}

export default function Searches() {
  return null;
}
