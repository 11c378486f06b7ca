/**
 * Creates the kit's sounds off the main thread, so that playback never waits for them: one after another, most urgent
 * first, in whatever order they were requested.
 */

import * as Comlink from "comlink";
import { CLICKS, type SoundWanted } from "~/audio/kit-sounds";
import { makeRoom } from "~/audio/room";
import { needsTakes } from "~/audio/sound-setup";
import { synthesise, synthesiseClick } from "~/audio/synthesis";
import { loadTakes } from "./takes";
import { TurnQueue } from "./turns";

const turns = new TurnQueue();

const maker = {
  /** `rank`: 0 for the most urgent. Rejects for a kit whose takes can't be loaded. */
  make: async (sounds: readonly SoundWanted[], sampleRate: number, rank: number): Promise<readonly Float32Array[]> => {
    const takes = sounds.some(({ kit }) => needsTakes(kit)) ? await loadTakes() : null;
    const made: Float32Array[] = [];
    for (const sound of sounds) {
      await turns.next(rank);
      made.push(synthesise(sound, sampleRate, takes));
    }
    return Comlink.transfer(
      made,
      made.map(({ buffer }) => buffer),
    );
  },
  clicks: async (sampleRate: number): Promise<readonly Float32Array[]> => {
    await turns.next(0);
    const made = CLICKS.map(({ kind, sound }) => synthesiseClick(kind, sound, sampleRate));
    return Comlink.transfer(
      made,
      made.map(({ buffer }) => buffer),
    );
  },
  /** After the sounds that are needed at once. */
  room: async (sampleRate: number): Promise<ReturnType<typeof makeRoom>> => {
    await turns.next(1);
    const room = makeRoom(sampleRate);
    return Comlink.transfer(
      room,
      room.map(({ buffer }) => buffer),
    );
  },
  warm: async (): Promise<void> => {
    await loadTakes().catch(() => {});
  },
};
export type SoundMaker = typeof maker;

Comlink.expose(maker);
