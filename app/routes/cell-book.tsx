/** The book of cells alone, for screens that put cells in. */

import { loadRudiments } from "~/content";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import { Elsewhere } from "~/ui/elsewhere";
import type { Route } from "./+types/cell-book";

export function loader() {
  return { rudiments: loadRudiments() };
}

export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  const [{ rudiments }, book] = await Promise.all([serverLoader(), currentBook()]);
  return { entries: await loadEntries(book, rudiments) };
}

/** For somebody who typed this address: it is for data only. */
export default function Address() {
  return <Elsewhere to="/cells" />;
}
