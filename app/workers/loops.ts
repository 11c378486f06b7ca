/** Renders practice loops to WAV files off the main thread. To cancel, the worker is ended. */

import { expose, transfer } from "comlink";
import { mixDown } from "~/audio/mixdown";
import type { Score } from "~/audio/score";
import { needsRecordings, type SoundSetup } from "~/audio/sound-setup";
import { writeWav } from "~/formats/wav";
import { loadRecordings } from "./recordings";

export interface LoopRequest {
  /** One for each repeat. */
  readonly scores: readonly Score[];
  readonly setup: SoundSetup;
  readonly sampleRate: number;
}

/** Seconds for the last cymbal to ring out. */
const RING_OUT = 2;

const renderer = {
  /** The bytes of a WAV file. */
  render: async (
    { scores, setup, sampleRate }: LoopRequest,
    onProgress: (share: number) => void,
  ): Promise<Uint8Array> => {
    const recordings = needsRecordings(setup.kit) ? await loadRecordings() : null;
    const source = (repeat: number) => scores[Math.min(repeat, scores.length - 1)] as Score;
    const { left, right } = mixDown(source, scores.length, {
      setup,
      recordings,
      sampleRate,
      ringOut: RING_OUT,
      onProgress,
    });
    const file = writeWav(left, right, sampleRate);
    return transfer(file, [file.buffer]);
  },
};
export type LoopRenderer = typeof renderer;

expose(renderer);
