/** Reads the file with the recorded cymbals. Their licence stands beside it. */

import { WaveFile } from "wavefile";
import { z } from "zod";
import { cutTakes, type Takes } from "./takes";
import index from "./takes/cymbals.json";

/** What the package has read, which its types don't say. */
const wavParts = z.object({
  fmt: z.object({ numChannels: z.number(), bitsPerSample: z.number() }),
  data: z.object({ samples: z.instanceof(Uint8Array) }),
});

/**
 * Throws for bytes that are no WAV file, and RangeError for one in another form, or that ends too soon. The samples are
 * taken as they stand: unpacked one by one by the package they would take a tenth of a second, before anything sounds.
 */
export function readTakes(bytes: Uint8Array): Takes {
  const { fmt, data } = wavParts.parse(new WaveFile(bytes));
  if (fmt.numChannels !== 1 || fmt.bitsPerSample !== 16) throw new RangeError("the takes are not mono of 16 bits");
  const view = new DataView(data.samples.buffer, data.samples.byteOffset, data.samples.byteLength);
  const samples = new Float32Array(view.byteLength >> 1);
  for (let at = 0; at < samples.length; at++) samples[at] = view.getInt16(at * 2, true) / 32_768;
  return cutTakes(samples, index);
}
