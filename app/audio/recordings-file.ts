/** Reads the file with the recorded cymbals. Their licence stands beside it. */

import { WaveFile } from "wavefile";
import { cutRecordings, type Recordings } from "./recordings";
import index from "./recordings/cymbals.json";

/** Throws for bytes that are no WAV file, and RangeError for one that ends too soon. */
export function readRecordings(bytes: Uint8Array): Recordings {
  const samples = new WaveFile(bytes).getSamples(false, Int16Array) as unknown as Int16Array;
  return cutRecordings(
    Float32Array.from(samples, (sample) => sample / 32_768),
    index,
  );
}
