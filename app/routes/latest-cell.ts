/** Cells by itself: the own cell that was kept last, or the rudiment that most others are made of. */
import { redirect } from "react-router";
import { listRows } from "~/data/rows";
import { currentBook } from "~/library/current";

export async function clientLoader() {
  const [latest] = await listRows((await currentBook()).cells);
  return redirect(`/cells/${latest?.id ?? "single-paradiddle"}`);
}
clientLoader.hydrate = true as const;

export default function LatestCell() {
  return null;
}
