import { z } from "zod";
import { flushSaves } from "~/data/autosave";
import { listRows } from "~/data/rows";
import { currentBook } from "~/library/current";
import { MAX_NOTE, runSchema } from "~/library/practice/run";
import { deleteRun, keepRun, keepWaiting, listPlans, listRuns, noteRun } from "~/library/practice/store";
import { LogScreen } from "~/screens/log/screen";
import { ScreenShape } from "~/ui/screen-shape";
import type { Route } from "./+types/log";

export const meta: Route.MetaFunction = () => [{ title: "Log · Dime Stack" }];

export async function clientLoader() {
  await flushSaves();
  const book = await currentBook();
  await keepWaiting(book);
  const [runs, plans, fills, lessons, flows] = await Promise.all([
    listRuns(book),
    listPlans(book),
    listRows(book.fills),
    listRows(book.lessons),
    listRows(book.flows),
  ]);
  return { runs, plans, fills, lessons, flows };
}
clientLoader.hydrate = true as const;

const intentSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("note"), id: z.string(), at: z.number(), note: z.string().max(MAX_NOTE) }),
  z.object({ intent: z.literal("delete"), id: z.string(), at: z.number() }),
  z.object({ intent: z.literal("restore"), run: runSchema }),
]);

export async function clientAction({ request }: Route.ClientActionArgs) {
  const asked = intentSchema.parse(await request.json());
  const book = await currentBook();
  if (asked.intent === "note") {
    await noteRun(book, asked, asked.note);
    return {};
  }
  if (asked.intent === "restore") {
    await keepRun(book, asked.run);
    return { words: "The run is back." };
  }
  const deleted = await deleteRun(book, asked);
  return { words: "The run is deleted.", deleted };
}

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Reading the log…"
      title="Log"
      className="w-full max-w-[1280px] mx-auto px-4 sm:px-5 py-4 flex flex-col gap-3"
      parts={["h-10 w-80 max-w-full", "panel h-72", "panel h-40"]}
    />
  );
}

export default function Log({ loaderData }: Route.ComponentProps) {
  return <LogScreen {...loaderData} />;
}
