/** Grooves by itself: the fill that was worked on last. */
import { redirect } from "react-router";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/data/current";
import { listRows } from "~/data/rows";

export async function clientLoader() {
  await flushSaves();
  const [latest] = await listRows((await currentBook()).fills);
  // With nothing on the shelf, the shelf says how to begin.
  return redirect(latest ? `/grooves/${latest.id}` : "/");
}
clientLoader.hydrate = true as const;

export default function GroovesLatest() {
  return null;
}
