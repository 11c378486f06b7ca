/** The book of cells alone, for screens that put cells in. */
import { Navigate } from "react-router";
import { loadRudiments } from "~/content";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import type { Route } from "./+types/cell-book";

export function loader() {
  return { rudiments: loadRudiments() };
}

export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  const [{ rudiments }, book] = await Promise.all([serverLoader(), currentBook()]);
  return { entries: await loadEntries(book, rudiments) };
}

/** For somebody who typed this address: it is for data only. */
export default function Elsewhere() {
  return <Navigate to="/cells" replace />;
}
