/** The book of cells alone, for screens that insert cells. */

import { loadRudiments } from "~/content";
import { loadEntries } from "~/library/cell/load";
import { currentBook } from "~/library/current";
import { Elsewhere } from "~/ui/elsewhere";

export async function clientLoader() {
  return { entries: await loadEntries(await currentBook(), loadRudiments()) };
}

/** This address is for data only; if somebody types it, it leads elsewhere. */
export default function Address() {
  return <Elsewhere to="/cells" />;
}
