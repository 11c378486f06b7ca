import { redirect } from "react-router";
import { loadGrooves, loadStarter } from "~/content";
import { servedBook } from "~/content/demo-book";
import { flushSaves } from "~/data/autosave";
import { listBin, listRows } from "~/data/rows";
import { backupStanding } from "~/library/backup";
import { bookName, currentBook } from "~/library/current";
import { addressOf } from "~/library/fill/address";
import { listFills } from "~/library/fill/fills";
import { FIRST_FILLS, hasBook } from "~/library/fill/first";
import { welcome } from "~/library/fill/welcome";
import { listGrooves } from "~/library/groove/list";
import { recoverUnsaved } from "~/library/recover";
import { ShelfScreen } from "~/screens/shelf/screen";
import { ScreenShape } from "~/ui/screen-shape";
import type { Route } from "./+types/shelf";

export const meta: Route.MetaFunction = () => [{ title: "Shelf · Dime Stack" }];

/** Newcomers are redirected to a playable fill; requests for the offline copy get the Shelf. */
export function loader({ request }: Route.LoaderArgs) {
  const name = servedBook();
  const isVisit = request.headers.get("sec-fetch-dest") === "document";
  if (isVisit && !hasBook(request, name)) throw redirect(addressOf(FIRST_FILLS[name], "stack"));
  return null;
}

export async function clientLoader() {
  await flushSaves();
  const book = await currentBook();
  const name = bookName();
  // Whoever presses “Shelf” on a fill wants the Shelf, even if the book is brand new.
  const isVisit = !window.location.pathname.startsWith("/fills/");
  if ((await welcome(book, name, loadStarter)) && isVisit) {
    throw redirect(addressOf(FIRST_FILLS[name], "stack"));
  }
  await recoverUnsaved(book);
  const [fills, lessons, grooves, bin, binnedLessons, plans, backup] = await Promise.all([
    listFills(book),
    listRows(book.lessons),
    listGrooves(book, loadGrooves()),
    listBin(book.fills),
    listBin(book.lessons),
    book.plans.toArray(),
    backupStanding(book, Date.now()),
  ]);
  const learning = new Map(
    plans.map(({ id, passed, steps, best, learned, lastPractised }) => [
      id,
      { passed, steps, best, lastPractised, due: learned?.due ?? null },
    ]),
  );
  return { fills, lessons, grooves, bin, binnedLessons, learning, atRisk: backup.isDue ? backup.atRisk : null };
}
clientLoader.hydrate = true as const;

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the shelf…"
      title="Shelf"
      className="w-full max-w-[1200px] mx-auto px-4 sm:px-5 py-5 grid gap-2.5 content-start md:grid-cols-2"
      parts={[
        "h-24 md:col-span-2 mb-2",
        "panel h-28",
        "panel h-28",
        "panel h-28",
        "panel h-28",
        "panel h-28",
        "panel h-28",
        "panel h-28",
        "panel h-28",
      ]}
    />
  );
}

export default function Shelf({ loaderData }: Route.ComponentProps) {
  return <ShelfScreen {...loaderData} />;
}
