import { backupStanding, chooseFolder, snoozeBackup } from "~/library/backup";
import { currentBook } from "~/library/current";
import { listSetAside } from "~/library/set-aside";
import { answerMessages } from "~/messages/answer";
import { type SetupMessages, setupMessages } from "~/messages/setup";
import type { StorageFacts } from "~/screens/setup/data";
import { SetupScreen } from "~/screens/setup/screen";
import { ScreenShape } from "~/ui/screen-shape";
import type { Route } from "./+types/setup";

export const meta: Route.MetaFunction = () => [{ title: "Setup · Dime Stack" }];

export async function clientLoader(): Promise<{ facts: StorageFacts | null }> {
  try {
    const book = await currentBook();
    const [standing, damaged, estimate, isKept] = await Promise.all([
      backupStanding(book, Date.now()),
      listSetAside(book),
      navigator.storage?.estimate?.(),
      navigator.storage?.persisted?.(),
    ]);
    return {
      facts: {
        ...standing,
        damaged: damaged.length,
        used: estimate?.usage ?? null,
        room: estimate?.quota ?? null,
        isKept: isKept ?? false,
      },
    };
  } catch (error) {
    // Without storage there is nothing to report; the frame of the screen explains why.
    console.error(error);
    return { facts: null };
  }
}
clientLoader.hydrate = true as const;

export const clientAction = answerMessages<SetupMessages>(setupMessages, {
  look: async () => null,
  askToKeep: async () => {
    await navigator.storage?.persist?.();
    return null;
  },
  forgetFolder: async (book) => {
    await chooseFolder(book, null);
    return null;
  },
  snoozeBackup: async (book) => {
    await snoozeBackup(book);
    return null;
  },
});

export function HydrateFallback() {
  return (
    <ScreenShape
      words="Opening the setup…"
      title="Setup"
      className="w-full max-w-5xl mx-auto px-4 py-5 grid gap-x-8 gap-y-4 items-start content-start lg:grid-cols-[11rem_minmax(0,1fr)]"
      parts={["h-40 max-lg:h-16 lg:row-span-3", "panel h-56", "panel h-72", "panel h-40"]}
    />
  );
}

export default function Setup({ loaderData }: Route.ComponentProps) {
  return <SetupScreen facts={loaderData.facts} />;
}
