/** The book of cells alone, for screens that put cells in. */

import { loadRudiments } from "~/content";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import { Elsewhere } from "~/ui/elsewhere";

export async function clientLoader() {
  return { entries: await loadEntries(await currentBook(), loadRudiments()) };
}

/** For somebody who typed this address: it is for data only. */
export default function Address() {
  return <Elsewhere to="/cells" />;
}
