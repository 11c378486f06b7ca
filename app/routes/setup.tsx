import { z } from "zod";
import { backupStanding, chooseFolder, noteBackup } from "~/library/backup";
import { currentBook } from "~/library/current";
import type { StorageFacts } from "~/screens/setup/data";
import { SetupScreen } from "~/screens/setup/screen";
import type { Route } from "./+types/setup";

export const meta: Route.MetaFunction = () => [{ title: "Setup · Dime Stack" }];

export async function clientLoader(): Promise<{ facts: StorageFacts | null }> {
  try {
    const [standing, estimate, isKept] = await Promise.all([
      currentBook().then(backupStanding),
      navigator.storage?.estimate?.(),
      navigator.storage?.persisted?.(),
    ]);
    return {
      facts: { ...standing, used: estimate?.usage ?? null, room: estimate?.quota ?? null, isKept: isKept ?? false },
    };
  } catch (error) {
    // Without storage there is nothing to say of it; the frame of the screen says why.
    console.error(error);
    return { facts: null };
  }
}
clientLoader.hydrate = true as const;

const askedSchema = z.object({ intent: z.enum(["backed-up", "keep", "no-folder"]) });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const { intent } = askedSchema.parse(Object.fromEntries(await request.formData()));
  const book = await currentBook();
  if (intent === "backed-up") await noteBackup(book, Date.now());
  if (intent === "no-folder") await chooseFolder(book, null);
  if (intent === "keep") await navigator.storage?.persist?.();
  return null;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Opening the setup…</p>;
}

export default function Setup({ loaderData }: Route.ComponentProps) {
  return <SetupScreen facts={loaderData.facts} />;
}
