/**
 * Makes the kit's sounds off the main thread, so that nothing that plays has to wait for them: one after the other, and
 * what is needed soonest first, whenever it was asked for.
 */

import * as Comlink from "comlink";
import type { SoundWanted } from "~/audio/kit-sounds";
import { needsTakes } from "~/audio/sound-setup";
import { synthesise } from "~/audio/synthesis";
import { loadTakes } from "./takes";
import { TurnQueue } from "./turns";

const turns = new TurnQueue();

const maker = {
  /** `rank`: 0 for what is needed first. Rejects for a kit whose takes can't be had. */
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
  warm: async (): Promise<void> => {
    await loadTakes().catch(() => {});
  },
};
export type SoundMaker = typeof maker;

Comlink.expose(maker);
