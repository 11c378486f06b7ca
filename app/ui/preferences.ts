import { useMemo, useState } from "react";
import { useFetcher, useRouteLoaderData } from "react-router";
import type { Hand } from "~/core";
import { DEFAULT_PREFERENCES, type Handedness, type Preferences } from "~/data/preferences";

/** The player's preferences, and the way to change them. */
export function usePreferences(): readonly [Preferences, (change: Partial<Preferences>) => void] {
  const data = useRouteLoaderData<{ preferences?: Preferences }>("root");
  const fetcher = useFetcher();
  // What was chosen here, shown at once: storing it takes a moment.
  const [chosen, setChosen] = useState<Partial<Preferences>>({});
  const change = (part: Partial<Preferences>) => {
    setChosen((before) => ({ ...before, ...part }));
    void fetcher.submit(part as Record<string, string | number | boolean>, {
      method: "post",
      action: "/setup",
      encType: "application/json",
    });
  };
  const stored = data?.preferences ?? DEFAULT_PREFERENCES;
  const preferences = useMemo(() => ({ ...stored, ...chosen }), [stored, chosen]);
  return [preferences, change];
}

/** The hand that plays the hi-hat or the ride. */
export function keepsTime(hands: Handedness): Hand {
  return hands === "right" ? "R" : "L";
}

export function strongHandOf(hands: Handedness): Hand {
  return hands === "left" ? "L" : "R";
}
