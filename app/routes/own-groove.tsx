import { data, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { thisPage } from "~/data/page";
import { amendRow, getRow } from "~/data/rows";
import { currentBook } from "~/library/current";
import { GROOVES } from "~/library/groove/kind";
import { openRow } from "~/library/open-row";
import { OwnGrooveScreen } from "~/screens/own-groove/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { ScreenShape } from "~/ui/screen-shape";
import { nameIn, pageTitle } from "~/words/page-title";
import type { Route } from "./+types/own-groove";

export async function clientLoader({ params, request }: Route.ClientLoaderArgs) {
  const book = await currentBook();
  const opened = await openRow(GROOVES, params.grooveId);
  if (!opened || opened.row.deletedAt > 0) throw data("no such groove", { status: 404 });
  const asked = new URL(request.url).searchParams;
  const fill = asked.get("fill") ? await getRow(book.fills, asked.get("fill") ?? "") : null;
  if (fill && asked.has("take")) {
    // From now on, the fill it was made for uses it.
    await amendRow(book.fills, fill.id, { groove: opened.row.id }, thisPage().edit());
    throw redirect(`/grooves/own/${opened.row.id}?fill=${fill.id}`);
  }
  return { ...opened, fillId: fill?.id ?? null };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(nameIn(loaderData), "Groove");

/** Edits save themselves, so nothing edited here needs the loader again. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.grooveId !== nextParams.grooveId;
}

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the groove…"
      className="flex-1 w-full max-w-[1500px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5"
      parts={["h-11 w-64", "panel h-24", "panel h-72"]}
    />
  );
}

export default function OwnGroove({ loaderData }: Route.ComponentProps) {
  return <OwnGrooveScreen key={loaderData.row.id} {...loaderData} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="groove"
      missing="It may have been deleted for good, or the address is mistyped. Deleted grooves stay in the bin on the Groove tab for 30 days of use."
    />
  );
}
