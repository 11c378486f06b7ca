/** Reads the file with the recorded cymbals. Their licence is beside it. */

import { WaveFile } from "wavefile";
import { z } from "zod";
import { cutTakes, type Takes } from "./takes";
import index from "./takes/cymbals.json";

/** Fields that the package sets but its types don't list. */
const wavParts = z.object({
  fmt: z.object({ numChannels: z.number(), bitsPerSample: z.number() }),
  data: z.object({ samples: z.instanceof(Uint8Array) }),
});

/**
 * Throws for bytes that aren't a WAV file, and RangeError for one in another format or one that is cut short. We read
 * the samples in place: the package unpacks them one by one, which would delay the first sound by a tenth of a second.
 */
export function readTakes(bytes: Uint8Array): Takes {
  const { fmt, data } = wavParts.parse(new WaveFile(bytes));
  if (fmt.numChannels !== 1 || fmt.bitsPerSample !== 16) throw new RangeError("the takes are not mono of 16 bits");
  const view = new DataView(data.samples.buffer, data.samples.byteOffset, data.samples.byteLength);
  const samples = new Float32Array(view.byteLength >> 1);
  for (let at = 0; at < samples.length; at++) samples[at] = view.getInt16(at * 2, true) / 32_768;
  return cutTakes(samples, index);
}
