/** Addresses from before a fill had tabs: old bookmarks and links still work. */
import { redirect } from "react-router";
import { addressOf, type FillTab } from "~/library/fill/address";
import { latestFillId } from "~/library/fill/fills";
import type { Route } from "./+types/old-address";

const TAB_OF: Readonly<Record<string, FillTab>> = { stack: "stack", floor: "floor", grooves: "groove", shed: "shed" };

export async function clientLoader({ params, request }: Route.ClientLoaderArgs) {
  const { pathname, search } = new URL(request.url);
  const id = params.fillId ?? (await latestFillId());
  return redirect(id ? `${addressOf(id, TAB_OF[pathname.split("/")[1] ?? ""] ?? "stack")}${search}` : "/");
}
clientLoader.hydrate = true as const;

export default function OldAddress() {
  return null;
}
