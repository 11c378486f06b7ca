/** WAV files: 16 bits, stereo. */

import { WaveFile } from "wavefile";

const FULL_SCALE = 32_767;

/**
 * Samples between -1 and 1; both channels have the same length. The package writes the file, but we fill in the samples
 * ourselves, since it would pack them one by one.
 */
export function writeWav(left: Float32Array, right: Float32Array, sampleRate: number): Uint8Array {
  const file = new WaveFile();
  file.fromScratch(2, sampleRate, "16", []);
  const samples = interleave(left, right);
  Object.assign(file.data, { samples, chunkSize: samples.length });
  return file.toBuffer();
}

/** Little-endian, one sample per channel in turn. */
function interleave(left: Float32Array, right: Float32Array): Uint8Array {
  const bytes = new Uint8Array(left.length * 4);
  const view = new DataView(bytes.buffer);
  for (const index of left.keys()) {
    view.setInt16(index * 4, toWhole(left[index] ?? 0), true);
    view.setInt16(index * 4 + 2, toWhole(right[index] ?? 0), true);
  }
  return bytes;
}

function toWhole(sample: number): number {
  return Math.round(Math.max(-1, Math.min(1, sample)) * FULL_SCALE);
}
