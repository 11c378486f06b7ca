/**
 * What sounds on this page. One player serves all screens; its code is loaded when sound is first wanted. What plays
 * goes by an id, so that of many play buttons one knows itself.
 */

import { create } from "zustand";
import type { Kit } from "~/core";
import { pansOf } from "./pans";
import type { Score } from "./player";

interface Playing {
  /** What sounds or is about to. */
  readonly id: string | null;
  /** What could not be started. */
  readonly trouble: string | null;
}

export const usePlaying = create<Playing>(() => ({ id: null, trouble: null }));

export interface SoundOptions {
  /** 0 to 1. */
  readonly volume: number;
  /** Null for a kit that is not known: everything from the middle. */
  readonly kit: Kit | null;
}

type PlayerModule = typeof import("./player");
let loading: Promise<PlayerModule> | null = null;
let player: InstanceType<PlayerModule["Player"]> | null = null;
let options: SoundOptions = { volume: 0.5, kit: null };

/** Fetches the player's code, once; callers may do so early. */
export function fetchPlayer(): Promise<PlayerModule> {
  loading ??= import("./player");
  loading.catch(() => {
    loading = null;
  });
  return loading;
}

/** Takes hold at once, also while something sounds. */
export function setSound(next: SoundOptions) {
  options = next;
  player?.setVolume(next.volume);
  if (next.kit) player?.setPans(pansOf(next.kit));
}

/** Plays in place of whatever sounds. Must be called from a user's gesture the first time. */
export async function play(id: string, makeScore: () => Score): Promise<void> {
  usePlaying.setState({ id, trouble: null });
  player?.stop();
  try {
    const { Player } = await fetchPlayer();
    player ??= new Player({ pans: {} });
    setSound(options);
    // Stopped again, or something else wanted, while the code was on its way.
    if (usePlaying.getState().id !== id) return;
    await player.start(makeScore());
    if (usePlaying.getState().id === null) player.stop();
  } catch (error) {
    console.error(error);
    if (usePlaying.getState().id === id) stop(id);
    usePlaying.setState({ trouble: id });
  }
}

/** Stops what goes by this id; anything else plays on. */
export function stop(id: string) {
  if (usePlaying.getState().id !== id) return;
  player?.stop();
  usePlaying.setState({ id: null });
}

export function toggle(id: string, makeScore: () => Score) {
  if (usePlaying.getState().id === id) stop(id);
  else void play(id, makeScore);
}

/** Goes on with another score from the same place, if this id sounds. */
export function refresh(id: string, makeScore: () => Score) {
  if (usePlaying.getState().id === id && player?.isPlaying) player.update(makeScore());
}

/** Where the ear is in what goes by this id: ticks in the loop, or null in the count-in and when it does not sound. */
export function positionOf(id: string): { readonly pass: number; readonly at: number } | null {
  return usePlaying.getState().id === id ? (player?.position() ?? null) : null;
}
