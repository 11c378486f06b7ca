/** What screens share while the app is open: sound, highlights, practice settings and notices. */

import { createContext, useContext, useState } from "react";
import { useStore } from "zustand";
import { createStore, type StoreApi } from "zustand/vanilla";
import { SoundOutput } from "~/audio/playing";
import { createHighlights, type Highlights, HighlightsContext } from "~/views/lighting";
import { AS_WRITTEN, type Practice } from "./practice";
import { soundMaking } from "./sounds";

export interface Session {
  readonly sound: SoundOutput;
  readonly lights: Highlights;
  /** The current practice settings. */
  readonly practice: StoreApi<Practice>;
  /** The cell where a multiple choice started; null if a single note is chosen. */
  readonly anchor: StoreApi<{ readonly cell: number | null }>;
  readonly notices: StoreApi<{ readonly words: string }>;
  /** Shows a short notice: what was done, or why not. */
  readonly say: (words: string) => void;
  /** Playing time in this session, for breaks. */
  readonly sitting: { played: number; stoppedAt: number };
}

export function createSession(): Session {
  const notices = createStore<{ readonly words: string }>(() => ({ words: "" }));
  return {
    sound: new SoundOutput(soundMaking),
    lights: createHighlights(),
    practice: createStore<Practice>(() => AS_WRITTEN),
    anchor: createStore<{ readonly cell: number | null }>(() => ({ cell: null })),
    notices,
    say: (words) => notices.setState({ words }),
    sitting: { played: 0, stoppedAt: 0 },
  };
}

const SessionContext = createContext<Session | null>(null);

export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error("there is no session outside the app");
  return session;
}

export function SessionProvider({ children }: { readonly children: React.ReactNode }) {
  const [session] = useState(createSession);
  return (
    <SessionContext value={session}>
      <HighlightsContext value={session.lights}>{children}</HighlightsContext>
    </SessionContext>
  );
}

export function useSound(): SoundOutput {
  return useSession().sound;
}

export function usePractice(): Practice {
  return useStore(useSession().practice);
}

/** Changes the practice settings. */
export function usePractise(): (change: Partial<Practice>) => void {
  return useSession().practice.setState;
}

/** Shows a short notice: what was done, or why not. */
export function useSay(): (words: string) => void {
  return useSession().say;
}
