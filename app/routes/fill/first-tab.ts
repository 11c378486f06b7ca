/** A fill without a tab in the address opens on its first tab. */
import { redirect } from "react-router";
import { addressOf } from "~/library/fill/address";
import type { Route } from "./+types/first-tab";

export function clientLoader({ params }: Route.ClientLoaderArgs) {
  return redirect(addressOf(params.fillId, "stack"));
}
clientLoader.hydrate = true as const;

export default function FirstTab() {
  return null;
}
