/** The player's preferences, and the way to change them: one state for all screens. */

import { createContext, useCallback, useContext, useEffect, useMemo, useState } from "react";
import { useRevalidator } from "react-router";
import { currentBook, openedBook } from "~/library/current";
import { keepChoices } from "~/library/keep-choices";
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
      keep(part, (error) => (error ? console.error(error) : revalidate()));
    },
    [revalidate],
  );
  // From here on another tab's changes count too.
  useEffect(() => setChosen((waiting) => withoutStored(waiting, stored)), [stored]);
  const value = useMemo(() => [{ ...stored, ...chosen }, change] as const, [stored, chosen, change]);
  return <PreferencesContext value={value}>{children}</PreferencesContext>;
}

/** At once wherever the book is open: the page may go away in the next moment. */
function keep(part: Partial<Preferences>, done: (error: unknown) => void) {
  const book = openedBook();
  if (book) keepChoices(book, part, done);
  else currentBook().then((opened) => keepChoices(opened, part, done), done);
}

export function usePreferences(): readonly [Preferences, Change] {
  return useContext(PreferencesContext);
}
