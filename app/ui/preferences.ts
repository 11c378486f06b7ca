import { useFetcher, useRouteLoaderData } from "react-router";
import type { Hand } from "~/core";
import { DEFAULT_PREFERENCES, type Handedness, type Preferences } from "~/data/preferences";

/** The player's preferences, and the way to change them. */
export function usePreferences(): readonly [Preferences, (change: Partial<Preferences>) => void] {
  const data = useRouteLoaderData<{ preferences?: Preferences }>("root");
  const fetcher = useFetcher();
  const change = (part: Partial<Preferences>) =>
    void fetcher.submit(part as Record<string, string | number | boolean>, {
      method: "post",
      action: "/setup",
      encType: "application/json",
    });
  const stored = data?.preferences ?? DEFAULT_PREFERENCES;
  // A control shows the new setting at once, before it is stored.
  const coming = (fetcher.json ?? {}) as Partial<Preferences>;
  return [{ ...stored, ...coming }, change];
}

export function strongHandOf(hands: Handedness): Hand {
  return hands === "left" ? "L" : "R";
}
