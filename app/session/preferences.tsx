/** The player's preferences, and the way to change them: one state for all screens. */

import { createContext, useCallback, useContext, useEffect, useMemo, useState } from "react";
import { useRevalidator } from "react-router";
import { currentBook } from "~/library/current";
import { DEFAULT_PREFERENCES, type Preferences, withoutStored } from "~/library/preferences";

type Change = (change: Partial<Preferences>) => void;

const PreferencesContext = createContext<readonly [Preferences, Change]>([DEFAULT_PREFERENCES, () => {}]);

interface PreferencesProviderProps {
  readonly stored: Preferences;
  readonly children: React.ReactNode;
}

export function PreferencesProvider({ stored, children }: PreferencesProviderProps) {
  const { revalidate } = useRevalidator();
  // What was chosen is shown at once, and until it is read back. What the browser can't store holds while the page is open.
  const [chosen, setChosen] = useState<Partial<Preferences>>({});
  const change = useCallback<Change>(
    (part) => {
      setChosen((others) => ({ ...others, ...part }));
      store(part).then(revalidate, console.error);
    },
    [revalidate],
  );
  // From here on another tab's changes count too.
  useEffect(() => setChosen((waiting) => withoutStored(waiting, stored)), [stored]);
  const value = useMemo(() => [{ ...stored, ...chosen }, change] as const, [stored, chosen, change]);
  return <PreferencesContext value={value}>{children}</PreferencesContext>;
}

async function store(part: Partial<Preferences>): Promise<void> {
  const [{ savePreferences }, book] = await Promise.all([import("~/library/preferences-store"), currentBook()]);
  await savePreferences(book, part);
}

export function usePreferences(): readonly [Preferences, Change] {
  return useContext(PreferencesContext);
}
