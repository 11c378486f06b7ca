/**
 * The player's preferences, and how to change them: one state for all screens and tabs, separate from what routes load.
 */

import { createContext, useCallback, useContext, useEffect, useMemo, useState } from "react";
import { currentBook, openedBook } from "~/library/current";
import { keepChoices } from "~/library/keep-choices";
import { DEFAULT_PREFERENCES, type Preferences, withoutStored } from "~/library/preferences";

type ChangePreferences = (change: Partial<Preferences>) => void;

/** For {@link usePreferenceSync}, which loads after the first screen. */
interface PreferenceLink {
  /** Called with the fields changed here, once they are saved. */
  onKept: ((fields: readonly string[]) => void) | null;
  /** Applies what another tab has saved. */
  readonly take: (stored: Preferences, fields: readonly string[]) => void;
}
const PreferencesContext = createContext<readonly [Preferences, ChangePreferences, PreferenceLink]>([
  DEFAULT_PREFERENCES,
  () => {},
  { onKept: null, take: () => {} },
]);

interface PreferencesProviderProps {
  readonly stored: Preferences;
  readonly children: React.ReactNode;
}

export function PreferencesProvider({ stored: loaded, children }: PreferencesProviderProps) {
  const [stored, setStored] = useState(loaded);
  useEffect(() => setStored(loaded), [loaded]);
  // Changes show immediately, before they are read back. If the browser can't store them, they last while the page is
  // open.
  const [chosen, setChosen] = useState<Partial<Preferences>>({});
  const [link] = useState<PreferenceLink>(() => ({
    onKept: null,
    take: (read, fields) => {
      setChosen((others) => Object.fromEntries(Object.entries(others).filter(([field]) => !fields.includes(field))));
      setStored(read);
    },
  }));
  const change = useCallback<ChangePreferences>(
    (part) => {
      setChosen((others) => ({ ...others, ...part }));
      keep(part, (error) => (error ? console.error(error) : link.onKept?.(Object.keys(part))));
    },
    [link],
  );
  useEffect(() => setChosen((waiting) => withoutStored(waiting, stored)), [stored]);
  const value = useMemo(() => [{ ...stored, ...chosen }, change, link] as const, [stored, chosen, change, link]);
  return <PreferencesContext value={value}>{children}</PreferencesContext>;
}

export function usePreferenceLink(): PreferenceLink {
  return useContext(PreferencesContext)[2];
}

/** Immediately if the book is open: the page may be closing. */
function keep(part: Partial<Preferences>, done: (error: unknown) => void) {
  const book = openedBook();
  if (book) keepChoices(book, part, done);
  else currentBook().then((opened) => keepChoices(opened, part, done), done);
}

export function usePreferences(): readonly [Preferences, ChangePreferences, ...unknown[]] {
  return useContext(PreferencesContext);
}
