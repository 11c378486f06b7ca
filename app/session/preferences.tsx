/** The player's preferences, and the way to change them: one state for all screens. */

import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher } from "react-router";
import { DEFAULT_PREFERENCES, type Preferences } from "~/library/preferences";

type Change = (change: Partial<Preferences>) => void;

const PreferencesContext = createContext<readonly [Preferences, Change]>([DEFAULT_PREFERENCES, () => {}]);
const NOTHING: Partial<Preferences> = {};

interface PreferencesProviderProps {
  readonly stored: Preferences;
  readonly children: React.ReactNode;
}

export function PreferencesProvider({ stored, children }: PreferencesProviderProps) {
  const { submit, state, data } = useFetcher<{ ok: boolean }>();
  // What was chosen is shown at once: storing it takes a moment.
  const [chosen, setChosen] = useState(NOTHING);
  const pending = useRef(chosen);
  const change = useCallback<Change>(
    (part) => {
      // All that is on its way goes again: one submission takes the place of the one before.
      pending.current = { ...pending.current, ...part };
      setChosen(pending.current);
      void submit(JSON.stringify(pending.current), { method: "post", action: "/setup", encType: "application/json" });
    },
    [submit],
  );
  useEffect(() => {
    // What the browser doesn't store holds while the page is open.
    if (state !== "idle" || !data?.ok) return;
    // It is stored and has been read again; from here on another tab's changes count too.
    pending.current = NOTHING;
    setChosen(NOTHING);
  }, [state, data]);
  const value = useMemo(() => [{ ...stored, ...chosen }, change] as const, [stored, chosen, change]);
  return <PreferencesContext value={value}>{children}</PreferencesContext>;
}

export function usePreferences(): readonly [Preferences, Change] {
  return useContext(PreferencesContext);
}
