/** A fill: everything its tabs share. */
import {
  data,
  redirect,
  type ShouldRevalidateFunctionArgs,
  useLocation,
  useParams,
  useRouteLoaderData,
} from "react-router";
import { bookName } from "~/library/current";
import { FILL_TABS, type FillTab, noteOpenFill } from "~/library/fill/address";
import { FIRST_FILLS } from "~/library/fill/first";
import type { FillMessages } from "~/messages/fills";
import { useMessages } from "~/messages/use-messages";
import { FillPreview, type FirstFill } from "~/screens/fill/preview";
import { FillSkeleton } from "~/screens/fill/skeleton";
import { StackScreen } from "~/screens/stack/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import { TAB_NAMES } from "~/words/fill";
import { nameIn, pageTitle } from "~/words/page-title";
import type { Route } from "./+types/fill";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const { fillId } = params;
  // The code that reads, checks and edits fills comes after the first picture.
  const [{ openFill }, { FillScreen }, { loadGrooves, loadStarter }] = await Promise.all([
    import("~/library/fill/open"),
    import("~/screens/fill/screen"),
    import("~/content"),
  ]);
  const shipped = loadGrooves();
  const opened = await openFill(fillId, shipped, loadStarter);
  // A player who has a book without this fill continues there.
  if (!opened && fillId === FIRST_FILLS[bookName()]) throw redirect("/");
  if (!opened) throw data("no such fill", { status: 404 });
  noteOpenFill(opened.row.id);
  return { ...opened, shipped, Screen: FillScreen };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData, location }) =>
  pageTitle(nameIn(loaderData) || "Untitled fill", TAB_NAMES[tabOf(location.pathname)]);

/** Edits save themselves, so only another fill needs loading. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.fillId !== nextParams.fillId;
}

export function HydrateFallback() {
  const { fillId = "" } = useParams();
  const tab = useTab();
  const first = (useRouteLoaderData("root") as { readonly first: FirstFill | null } | undefined)?.first;
  return first ? (
    <FillPreview id={fillId} first={first}>
      <StackScreen />
    </FillPreview>
  ) : (
    <FillSkeleton tab={tab} />
  );
}

function tabOf(pathname: string): FillTab {
  return FILL_TABS.find((one) => pathname.endsWith(`/${one}`)) ?? "stack";
}

function useTab(): FillTab {
  return tabOf(useLocation().pathname);
}

export default function Fill({ loaderData }: Route.ComponentProps) {
  const { Screen, ...opened } = loaderData;
  const { go } = useMessages<FillMessages>("/fills");
  const tab = useTab();
  return <Screen key={opened.row.id} {...opened} tab={tab} onCopy={(content) => go("keep", { content, tab })} />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="fill"
      missing="It may have been deleted for good, or the address is mistyped. Your other fills are on the Shelf."
    />
  );
}
