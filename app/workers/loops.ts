/** Renders practice loops to WAV files off the main thread. To cancel, the worker is ended. */

import { expose, transfer } from "comlink";
import { mixDown } from "~/audio/mixdown";
import type { Pans } from "~/audio/pans";
import type { Score } from "~/audio/score";
import { writeWav } from "~/formats/wav";

export interface LoopRequest {
  /** One for each repeat. */
  readonly scores: readonly Score[];
  readonly pans: Pans;
  readonly sampleRate: number;
  /** Of clicks and count-in beside the kit, 0 to 1. */
  readonly clickVolume: number;
}

/** Seconds for the last cymbal to ring out. */
const RING_OUT = 2;

const renderer = {
  /** The bytes of a WAV file. */
  render: ({ scores, pans, sampleRate, clickVolume }: LoopRequest, onProgress: (share: number) => void): Uint8Array => {
    const source = (repeat: number) => scores[Math.min(repeat, scores.length - 1)] as Score;
    const { left, right } = mixDown(source, scores.length, {
      pans,
      sampleRate,
      clickVolume,
      ringOut: RING_OUT,
      onProgress,
    });
    const file = writeWav(left, right, sampleRate);
    return transfer(file, [file.buffer]);
  },
};
export type LoopRenderer = typeof renderer;

expose(renderer);
