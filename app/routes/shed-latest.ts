/** The Shed by itself: the fill that was worked on last. */
import { redirect } from "react-router";
import { latestFillId } from "~/data/latest";

export async function clientLoader() {
  const id = await latestFillId();
  // With nothing on the shelf, the shelf says how to begin.
  return redirect(id ? `/shed/${id}` : "/");
}
clientLoader.hydrate = true as const;

export default function ShedLatest() {
  return null;
}
