/** The worker that makes the kit's sounds: begun when sounds are first wanted, and kept. */

import type { Remote } from "comlink";
import type { KitOptions } from "~/audio/kit";
import type { SoundMaker } from "~/workers/sounds";

let maker: Promise<Remote<SoundMaker>> | null = null;

async function startMaker(): Promise<Remote<SoundMaker>> {
  const { wrap } = await import("comlink");
  return wrap<SoundMaker>(new Worker(new URL("../workers/sounds.ts", import.meta.url), { type: "module" }));
}

export const makeSounds: NonNullable<KitOptions["makeSounds"]> = async (sounds, sampleRate) => {
  maker ??= startMaker();
  return (await maker).make(sounds, sampleRate);
};
