/** The worker that makes the kit's sounds: it starts when sounds are first wanted, and stays. */

import type { SoundMaking } from "~/audio/kit";
import { openSounds } from "~/workers/open";

const maker = openSounds();

export const soundMaking: SoundMaking = {
  make: (sounds, sampleRate, rank) => maker.call((api) => api.make(sounds, sampleRate, rank)),
  warm: (withTakes) => {
    // What can't be fetched now is asked for again when it is needed.
    maker.call((api) => (withTakes ? api.warm() : undefined)).catch(() => {});
  },
};
