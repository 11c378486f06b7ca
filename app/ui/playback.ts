/** One thing that can be played: its play button's state, edits that take hold while it sounds, and lights that follow. */

import { useCallback, useEffect, useRef, useState } from "react";
import { countInBeatOf, fetchPlayer, play, positionOf, refresh, setSound, stop, usePlaying } from "~/audio/playing";
import type { ScoreSource } from "~/audio/score";
import { phraseAt, slotSounding } from "~/core";
import type { Preferences } from "~/data/preferences";
import { light } from "~/views/lighting";
import { useRig } from "./rig";
import { makeSounds } from "./sounds";

export interface Playback {
  readonly playing: boolean;
  readonly toggle: () => void;
  readonly trouble: string | null;
  /** Beats a minute that are heard at this moment; null in the count-in and when nothing sounds. */
  readonly tempo: number | null;
  /** The beat of the count-in that is heard, from 0 through all its bars; null outside it. */
  readonly countInBeat: number | null;
}

const TROUBLE = "The sound could not be started. Check that this browser may play sound, then press play again.";

/** Keeps the player at the preferences of the moment, and fetches its code while the user looks at the page. */
export function useSound({ volume }: Preferences) {
  const { kit } = useRig();
  useEffect(() => setSound({ volume, kit, makeSounds }), [volume, kit]);
  useEffect(() => {
    const idle = setTimeout(() => void fetchPlayer().catch(() => {}), 1200);
    return () => clearTimeout(idle);
  }, []);
}

export interface PlaybackOptions {
  readonly id: string;
  /** What to play now, repeat by repeat; a new function when there is something else to be heard. */
  readonly makeScore: ScoreSource;
  /** Told at every frame where the ear is; null when nothing sounds. */
  readonly onFrame?: (heard: Heard | null) => void;
}

/** Where the ear is. */
export interface Heard {
  /** Ticks from the phrase's first bar line, as it is written. */
  readonly inPhrase: number;
  /** Ticks in the whole form, groove bars and all, as it sounds; null where only a part goes round. */
  readonly inForm: number | null;
}

/** Stops when the part that uses it goes away. */
export function usePlayback({ id, makeScore, onFrame }: PlaybackOptions): Playback {
  const playing = usePlaying((state) => state.id === id);
  const trouble = usePlaying((state) => state.trouble === id);
  const [tempo, setTempo] = useState<number | null>(null);
  const [countInBeat, setCountInBeat] = useState<number | null>(null);
  const scene = useRef({ makeScore, onFrame });
  scene.current = { makeScore, onFrame };

  useEffect(() => {
    refresh(id, makeScore);
  }, [id, makeScore]);

  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const follow = () => {
      const position = positionOf(id);
      const arrangement = position?.score.arrangement;
      // The same number again draws nothing anew.
      setCountInBeat(countInBeatOf(id));
      setTempo(position?.score.tempo ?? null);
      light({ playing: position && arrangement ? slotSounding(arrangement, position.at) : null });
      scene.current.onFrame?.(
        position && arrangement
          ? {
              inPhrase: phraseAt(arrangement, position.at),
              inForm: arrangement.fillAt >= 0 ? position.at : null,
            }
          : null,
      );
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => {
      cancelAnimationFrame(frame);
      light({ playing: null });
      setTempo(null);
      setCountInBeat(null);
      scene.current.onFrame?.(null);
    };
  }, [playing, id]);

  useEffect(() => () => stop(id), [id]);

  const toggle = useCallback(() => {
    if (usePlaying.getState().id === id) stop(id);
    else void play(id, scene.current.makeScore);
  }, [id]);
  return { playing, toggle, trouble: trouble ? TROUBLE : null, tempo, countInBeat };
}
