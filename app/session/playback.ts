/** One thing that can be played: its play button's state, edits that take hold while it sounds, and lights that follow. */

import { useCallback, useEffect, useRef, useState } from "react";
import { useStore } from "zustand";
import type { ScoreSource } from "~/audio/score";
import { phraseAt, slotSounding } from "~/core/groove";
import { SOUND_TROUBLE } from "~/words/sound";
import { useSession } from "./session";

export interface Playback {
  readonly playing: boolean;
  readonly toggle: () => void;
  readonly trouble: string | null;
  /** Beats a minute that are heard at this moment; null in the count-in and when nothing sounds. */
  readonly tempo: number | null;
  /** The beat of the count-in that is heard, from 0 through all its bars; null outside it. */
  readonly countInBeat: number | null;
}

export interface PlaybackOptions {
  readonly id: string;
  /** What to play now, repeat by repeat; a new function when there is something else to be heard. */
  readonly makeScore: ScoreSource;
  /** Told at every frame where the ear is; null when nothing sounds. */
  readonly onFrame?: (heard: HeardPosition | null) => void;
}

/** Where the ear is. */
export interface HeardPosition {
  /** Ticks from the phrase's first bar line, as it is written. */
  readonly inPhrase: number;
  /** Ticks in the whole form, groove bars and all, as it sounds; null where only a part goes round. */
  readonly inForm: number | null;
}

/** Stops when the part that uses it goes away. */
export function usePlayback({ id, makeScore, onFrame }: PlaybackOptions): Playback {
  const { sound, lights } = useSession();
  const playing = useStore(sound.playing, (state) => state.id === id);
  const trouble = useStore(sound.playing, (state) => (state.trouble?.id === id ? state.trouble.what : null));
  const [tempo, setTempo] = useState<number | null>(null);
  const [countInBeat, setCountInBeat] = useState<number | null>(null);
  const scene = useRef({ makeScore, onFrame });
  scene.current = { makeScore, onFrame };

  useEffect(() => {
    sound.refresh(id, makeScore);
  }, [sound, id, makeScore]);

  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    // Told once each: React keeps what it is told until it draws again, also when nothing has changed.
    const tellTempo = onlyChanges(setTempo);
    const tellCountIn = onlyChanges(setCountInBeat);
    const follow = () => {
      const position = sound.positionOf(id);
      const arrangement = position?.score.arrangement;
      tellCountIn(sound.countInBeatOf(id));
      tellTempo(position?.score.tempo ?? null);
      lights.light({ playing: position && arrangement ? slotSounding(arrangement, position.at) : null });
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
      lights.light({ playing: null });
      setTempo(null);
      setCountInBeat(null);
      scene.current.onFrame?.(null);
    };
  }, [sound, lights, playing, id]);

  useEffect(() => () => sound.stop(id), [sound, id]);
  useEffect(() => {
    // The sound's code comes while the user looks at the page.
    const idle = setTimeout(() => void sound.warm().catch(() => {}), 1_200);
    return () => clearTimeout(idle);
  }, [sound]);

  const toggle = useCallback(() => {
    sound.toggle(id, scene.current.makeScore);
  }, [sound, id]);
  return { playing, toggle, trouble: trouble && SOUND_TROUBLE[trouble], tempo, countInBeat };
}

function onlyChanges<Value>(tell: (value: Value) => void): (value: Value) => void {
  let last: Value | undefined;
  return (value) => {
    if (value !== last) tell(value);
    last = value;
  };
}
