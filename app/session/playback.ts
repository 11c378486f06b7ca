/** One playable thing: the state of its play button, edits during playback, and highlights that follow. */

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
  /** The tempo in bpm heard now; null in the count-in and when nothing is playing. */
  readonly tempo: number | null;
  /** The count-in beat heard now, from 0 through all its bars; null outside the count-in. */
  readonly countInBeat: number | null;
}

export interface PlaybackOptions {
  readonly id: string;
  /** What to play, repeat by repeat; a new function when the sound changes. */
  readonly makeScore: ScoreSource;
  /** Called every frame with the playback position; null when nothing is playing. */
  readonly onFrame?: (heard: HeardPosition | null) => void;
}

/** The playback position. */
export interface HeardPosition {
  /** Ticks from the phrase's first bar line, as written. */
  readonly inPhrase: number;
  /** Ticks in the whole form including groove bars, as heard; null if only a part loops. */
  readonly inForm: number | null;
}

/** Stops when the component unmounts. */
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
    // Set only on change: React re-renders even for equal state.
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
    // The sound's code loads while the user looks at the page.
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
