/** The worker that creates the kit's sounds: it starts when sounds are first needed, and stays. */

import type { SoundMaking } from "~/audio/kit";
import { openSounds } from "~/workers/open";

const maker = openSounds();

export const soundMaking: SoundMaking = {
  make: (sounds, sampleRate, rank) => maker.call((api) => api.make(sounds, sampleRate, rank)),
  clicks: (sampleRate) => maker.call((api) => api.clicks(sampleRate)),
  room: (sampleRate) => maker.call((api) => api.room(sampleRate)),
  warm: (withTakes) => {
    // What can't be loaded now is requested again when it is needed.
    maker.call((api) => (withTakes ? api.warm() : undefined)).catch(() => {});
  },
};
