/** The Stack by itself: the fill that was edited last. */
import { redirect } from "react-router";
import { latestFillId } from "~/data/latest";

export async function clientLoader() {
  const id = await latestFillId();
  // With nothing on the shelf, the shelf says how to begin.
  return redirect(id ? `/stack/${id}` : "/");
}
clientLoader.hydrate = true as const;

export default function Latest() {
  return null;
}
