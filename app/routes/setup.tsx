import { currentBook } from "~/library/current";
import { preferencesSchema, savePreferences } from "~/library/preferences";
import { SetupScreen } from "~/screens/setup/screen";
import type { Route } from "./+types/setup";

export const meta: Route.MetaFunction = () => [{ title: "Setup · Dime Stack" }];

/** Stores changed preferences; the root loads them again. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  const change = preferencesSchema.partial().parse(await request.json());
  try {
    await savePreferences(await currentBook(), change);
    return { ok: true };
  } catch (error) {
    // A full disk or no storage at all: what was chosen holds while the page is open.
    console.error(error);
    return { ok: false };
  }
}

export default SetupScreen;
