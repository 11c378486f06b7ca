import type { ShouldRevalidateFunctionArgs } from "react-router";
import { currentBook } from "~/library/current";
import { KITS } from "~/library/kit/kind";
import { openRow } from "~/library/open-row";
import { loadPreferences } from "~/library/preferences-store";
import { FloorScreen } from "~/screens/floor/screen";
import type { Route } from "./+types/floor";

export async function clientLoader() {
  const book = await currentBook();
  const opened = await openRow(KITS, (await loadPreferences(book)).kit);
  return { unsavedKit: opened?.unsaved ? { id: opened.row.id, ...opened.unsaved } : null };
}
clientLoader.hydrate = true as const;

/** Resumes an unsaved edit only once. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.fillId !== nextParams.fillId;
}

export default function Floor({ loaderData }: Route.ComponentProps) {
  return <FloorScreen {...loaderData} />;
}
