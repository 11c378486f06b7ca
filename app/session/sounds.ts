/** The worker that makes the kit's sounds: begun when sounds are first wanted, and kept. */

import type { Remote } from "comlink";
import type { SoundMaking } from "~/audio/kit";
import type { SoundMaker } from "~/workers/sounds";

let maker: Promise<Remote<SoundMaker>> | null = null;

async function startMaker(): Promise<Remote<SoundMaker>> {
  const { wrap } = await import("comlink");
  return wrap<SoundMaker>(new Worker(new URL("../workers/sounds.ts", import.meta.url), { type: "module" }));
}

function theMaker(): Promise<Remote<SoundMaker>> {
  maker ??= startMaker();
  return maker;
}

export const soundMaking: SoundMaking = {
  make: async (sounds, sampleRate, rank) => (await theMaker()).make(sounds, sampleRate, rank),
  warm: (withTakes) => {
    // What can't be fetched now is asked for again when it is needed.
    void theMaker().then(
      (started) => (withTakes ? started.warm() : undefined),
      () => {},
    );
  },
};
