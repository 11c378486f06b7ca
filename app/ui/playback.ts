/** One thing that can be played: its play button's state, edits that take hold while it sounds, and lights that follow. */

import { useCallback, useEffect, useRef } from "react";
import type { Score } from "~/audio/player";
import { fetchPlayer, play, positionOf, refresh, setSound, stop, usePlaying } from "~/audio/playing";
import type { Preferences } from "~/data/preferences";
import { light } from "~/views/lighting";
import { useRig } from "./rig";

export interface Playback {
  readonly playing: boolean;
  readonly toggle: () => void;
  readonly trouble: string | null;
}

const TROUBLE = "The sound could not be started. Check that this browser may play sound, then press play again.";

/** Keeps the player at the preferences of the moment, and fetches its code while the user looks at the page. */
export function useSound({ volume }: Preferences) {
  const { kit } = useRig();
  useEffect(() => setSound({ volume, kit }), [volume, kit]);
  useEffect(() => {
    const idle = setTimeout(() => void fetchPlayer().catch(() => {}), 1200);
    return () => clearTimeout(idle);
  }, []);
}

export interface PlaybackOptions {
  readonly id: string;
  /** What to play now; a new function when there is something else to be heard. */
  readonly makeScore: () => Score;
  /** The slot that sounds at a position in the loop. */
  readonly slotAt?: (at: number) => number | null;
  /** Told at every frame where the ear is in the loop; null when nothing sounds. */
  readonly onFrame?: (at: number | null) => void;
}

/** Stops when the part that uses it goes away. */
export function usePlayback({ id, makeScore, slotAt, onFrame }: PlaybackOptions): Playback {
  const playing = usePlaying((state) => state.id === id);
  const trouble = usePlaying((state) => state.trouble === id);
  const scene = useRef({ makeScore, slotAt, onFrame });
  scene.current = { makeScore, slotAt, onFrame };

  useEffect(() => {
    refresh(id, makeScore);
  }, [id, makeScore]);

  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const follow = () => {
      const position = positionOf(id);
      light({ playing: position ? (scene.current.slotAt?.(position.at) ?? null) : null });
      scene.current.onFrame?.(position?.at ?? null);
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => {
      cancelAnimationFrame(frame);
      light({ playing: null });
      scene.current.onFrame?.(null);
    };
  }, [playing, id]);

  useEffect(() => () => stop(id), [id]);

  const toggle = useCallback(() => {
    if (usePlaying.getState().id === id) stop(id);
    else void play(id, () => scene.current.makeScore());
  }, [id]);
  return { playing, toggle, trouble: trouble ? TROUBLE : null };
}
