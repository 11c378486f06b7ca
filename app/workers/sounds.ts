/** Synthesises the kit's sounds off the main thread, so that nothing that plays has to wait for them. */

import * as Comlink from "comlink";
import type { SoundWanted } from "~/audio/kit-sounds";
import { synthesise } from "~/audio/synthesis";

const maker = {
  make: (sounds: readonly SoundWanted[], sampleRate: number): readonly Float32Array[] => {
    const made = sounds.map((sound) => synthesise(sound, sampleRate));
    return Comlink.transfer(
      made,
      made.map(({ buffer }) => buffer),
    );
  },
};
export type SoundMaker = typeof maker;

Comlink.expose(maker);
