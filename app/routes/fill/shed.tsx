import type { ShouldRevalidateFunctionArgs } from "react-router";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/library/current";
import { keepWaiting, openPlan } from "~/library/practice/store";
import { ShedScreen } from "~/screens/shed/screen";
import type { Route } from "./+types/shed";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  await keepWaiting(book);
  return { plan: await openPlan(book, params.fillId) };
}
clientLoader.hydrate = true as const;

/** Practice saves itself. */
export function shouldRevalidate({ currentParams, nextParams, currentUrl, nextUrl }: ShouldRevalidateFunctionArgs) {
  return currentParams.fillId !== nextParams.fillId || currentUrl.pathname !== nextUrl.pathname;
}

export default function Shed({ loaderData }: Route.ComponentProps) {
  return <ShedScreen {...loaderData} />;
}
