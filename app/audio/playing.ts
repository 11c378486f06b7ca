/**
 * What sounds on this page. One player serves all screens; its code is loaded when sound is first wanted. What plays
 * goes by an id, so that of many play buttons one knows itself.
 */

import { create } from "zustand";
import type { Kit } from "~/core";
import type { KitOptions } from "./kit";
import type { Struck } from "./kit-sounds";
import { pansOf } from "./pans";
import type { Located, Position } from "./schedule";
import type { ScoreSource } from "./score";

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
  /** See {@link KitOptions}. */
  readonly makeSounds?: KitOptions["makeSounds"];
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

async function makePlayer(): Promise<InstanceType<PlayerModule["Player"]>> {
  const { Player } = await fetchPlayer();
  player ??= new Player({ pans: {}, ...(options.makeSounds ? { makeSounds: options.makeSounds } : {}) });
  setSound(options);
  return player;
}

/** Plays in place of whatever sounds. Must be called from a user's gesture the first time. */
export async function play(id: string, source: ScoreSource): Promise<void> {
  usePlaying.setState({ id, trouble: null });
  player?.stop();
  try {
    const made = await makePlayer();
    // Stopped again, or something else wanted, while the code was on its way.
    if (usePlaying.getState().id !== id) return;
    await made.start(source);
    if (usePlaying.getState().id === null) made.stop();
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

export function toggle(id: string, source: ScoreSource) {
  if (usePlaying.getState().id === id) stop(id);
  else void play(id, source);
}

/** Sounds a few strokes at once, in place of whatever plays. Must be called from a user's gesture the first time. */
export async function strike(strokes: readonly (Struck & { readonly after: number })[]): Promise<void> {
  usePlaying.setState({ id: null, trouble: null });
  try {
    await (await makePlayer()).strike(strokes);
  } catch (error) {
    console.error(error);
  }
}

/** Goes on with other scores from the same place, if this id sounds. */
export function refresh(id: string, source: ScoreSource) {
  if (usePlaying.getState().id === id && player?.isPlaying) player.update(source);
}

/** Where the ear is in what goes by this id; null in the count-in and when it does not sound. */
export function positionOf(id: string): Position | null {
  return usePlaying.getState().id === id ? (player?.position() ?? null) : null;
}

/** The beat of the count-in of what goes by this id, from 0; null when none is heard. */
export function countInBeatOf(id: string): number | null {
  return usePlaying.getState().id === id ? (player?.countInBeat() ?? null) : null;
}

/** Where a moment of the page's clock lies in what goes by this id; see {@link Located}. */
export function locateIn(id: string, page: number): Located | null {
  return usePlaying.getState().id === id ? (player?.locate(page) ?? null) : null;
}

/** How often sound and page have lost each other since this page was opened. */
export function clockJumps(): number {
  return player?.clockJumps ?? 0;
}
