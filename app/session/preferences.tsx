/** The player's preferences, and how to change them: one state for all screens and tabs, apart from what routes load. */

import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import { bookName, currentBook, openedBook } from "~/library/current";
import { keepChoices } from "~/library/keep-choices";
import { DEFAULT_PREFERENCES, type Preferences, withoutStored } from "~/library/preferences";

type ChangePreferences = (change: Partial<Preferences>) => void;

const PreferencesContext = createContext<readonly [Preferences, ChangePreferences]>([DEFAULT_PREFERENCES, () => {}]);

interface PreferencesProviderProps {
  readonly stored: Preferences;
  readonly children: React.ReactNode;
}

export function PreferencesProvider({ stored: loaded, children }: PreferencesProviderProps) {
  const [stored, setStored] = useState(loaded);
  useEffect(() => setStored(loaded), [loaded]);
  // What was chosen is shown at once, and until it is read back. What the browser can't store holds while the page is open.
  const [chosen, setChosen] = useState<Partial<Preferences>>({});
  const channel = useRef<BroadcastChannel | null>(null);
  const change = useCallback<ChangePreferences>((part) => {
    setChosen((others) => ({ ...others, ...part }));
    keep(part, (error) => (error ? console.error(error) : channel.current?.postMessage(Object.keys(part))));
  }, []);
  useEffect(() => {
    if (typeof BroadcastChannel === "undefined") return;
    const opened = new BroadcastChannel(`dime-stack:preferences:${bookName()}`);
    channel.current = opened;
    opened.onmessage = ({ data: fields }: MessageEvent<readonly string[]>) => {
      void readStored().then((read) => {
        setChosen((others) => withoutFields(others, fields));
        setStored(read);
      }, console.error);
    };
    return () => {
      channel.current = null;
      opened.close();
    };
  }, []);
  useEffect(() => setChosen((waiting) => withoutStored(waiting, stored)), [stored]);
  const value = useMemo(() => [{ ...stored, ...chosen }, change] as const, [stored, chosen, change]);
  return <PreferencesContext value={value}>{children}</PreferencesContext>;
}

async function readStored(): Promise<Preferences> {
  const [book, { loadPreferences }] = await Promise.all([currentBook(), import("~/library/preferences-store")]);
  return loadPreferences(book);
}

function withoutFields(chosen: Partial<Preferences>, fields: readonly string[]): Partial<Preferences> {
  return Object.fromEntries(Object.entries(chosen).filter(([field]) => !fields.includes(field)));
}

/** At once wherever the book is open: the page may go away in the next moment. */
function keep(part: Partial<Preferences>, done: (error: unknown) => void) {
  const book = openedBook();
  if (book) keepChoices(book, part, done);
  else currentBook().then((opened) => keepChoices(opened, part, done), done);
}

export function usePreferences(): readonly [Preferences, ChangePreferences] {
  return useContext(PreferencesContext);
}
