/** Renders practice loops to files off the main thread. To cancel, end the worker. */

import { expose, transfer } from "comlink";
import { mixDown } from "~/audio/mixdown";
import type { Score } from "~/audio/score";
import { needsTakes, type SoundSetup } from "~/audio/sound-setup";
import type { LoopFormat } from "~/formats/loop-files";
import { canWriteOgg, OGG_RATE, writeOgg } from "~/formats/ogg";
import { writeWav } from "~/formats/wav";
import { loadTakes } from "./takes";

export interface LoopRequest {
  /** One per repeat. */
  readonly scores: readonly Score[];
  readonly setup: SoundSetup;
  readonly format: LoopFormat;
}

const WAV_RATE = 44_100;
/** Seconds for the last cymbal to ring out. */
const RING_OUT = 2;

const renderer = {
  /** Whether this browser can write the smaller files. */
  canWriteOgg,
  /** The bytes of a file. */
  render: async ({ scores, setup, format }: LoopRequest, onProgress: (share: number) => void): Promise<Uint8Array> => {
    const takes = needsTakes(setup.kit) ? await loadTakes() : null;
    const source = (repeat: number) => scores[Math.min(repeat, scores.length - 1)] as Score;
    const sampleRate = format === "ogg" ? OGG_RATE : WAV_RATE;
    const options = { setup, takes, sampleRate, ringOut: RING_OUT, onProgress };
    const { left, right } = mixDown(source, scores.length, options);
    const file = format === "ogg" ? await writeOgg(left, right) : writeWav(left, right, sampleRate);
    return transfer(file, [file.buffer]);
  },
};
export type LoopRenderer = typeof renderer;

expose(renderer);
