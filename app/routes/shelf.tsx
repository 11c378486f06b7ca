import { redirect } from "react-router";
import { z } from "zod";
import { loadStarter } from "~/content";
import { flushSaves } from "~/data/autosave";
import { addRow, emptyOldBin, listBin, listRows } from "~/data/rows";
import { backupStanding, snoozeBackup } from "~/library/backup";
import { currentBook } from "~/library/current";
import { isFirstTime } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import { listFills, turnForHands } from "~/library/fill/fills";
import { loadPreferences } from "~/library/preferences";
import { ShelfScreen } from "~/screens/shelf/screen";
import type { Route } from "./+types/shelf";

export const meta: Route.MetaFunction = () => [{ title: "Shelf · Dime Stack" }];

export function loader() {
  return { starter: loadStarter() };
}

/** A newcomer is taken to a playable fill; everyone else sees the shelf. */
export async function clientLoader({ serverLoader }: Route.ClientLoaderArgs) {
  await flushSaves();
  const book = await currentBook();
  if (await isFirstTime(book, "welcomed")) {
    const { starter } = await serverLoader();
    const { hands } = await loadPreferences(book);
    const fills = await listRows(book.fills);
    const first =
      fills.find((fill) => fill.content.text === starter.text) ??
      (await addRow(book.fills, turnForHands(starter, hands)));
    throw redirect(addressOf(first.id, "stack"));
  }
  await emptyOldBin(book.fills, Date.now());
  const [fills, bin, plans, backup] = await Promise.all([
    listFills(book),
    listBin(book.fills),
    book.plans.toArray(),
    backupStanding(book),
  ]);
  const learning = new Map(plans.map(({ id, passed, steps, best }) => [id, { passed, steps, best }]));
  return { fills, bin, learning, atRisk: backup.isDue ? backup.atRisk : null };
}
clientLoader.hydrate = true as const;

const askedSchema = z.object({ intent: z.literal("snooze"), atRisk: z.coerce.number().int().min(0) });

/** The reminder of a backup is put off. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  const { atRisk } = askedSchema.parse(Object.fromEntries(await request.formData()));
  await snoozeBackup(await currentBook(), atRisk);
  return null;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Opening the shelf…</p>;
}

export default function Shelf({ loaderData }: Route.ComponentProps) {
  return <ShelfScreen {...loaderData} />;
}
