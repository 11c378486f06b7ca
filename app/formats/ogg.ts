/** Ogg files with Opus: a tenth of the size of WAV. The browser encodes them, if it can. */

import { AudioSample, AudioSampleSource, BufferTarget, canEncodeAudio, OggOutputFormat, Output } from "mediabunny";

/** The codec's sample rate. Hz. */
export const OGG_RATE = 48_000;
/** High enough for clean cymbals. Bits per second. */
const BITRATE = 128_000;
const ENCODING = { codec: "opus", bitrate: BITRATE } as const;

/** Whether this browser can write such files: some have no encoder. */
export function canWriteOgg(): Promise<boolean> {
  return canEncodeAudio(ENCODING.codec, { numberOfChannels: 2, sampleRate: OGG_RATE, bitrate: BITRATE });
}

/**
 * Samples between -1 and 1 at {@link OGG_RATE}; both channels have the same length. Rejects if the browser can't
 * encode.
 */
export async function writeOgg(left: Float32Array, right: Float32Array): Promise<Uint8Array> {
  const target = new BufferTarget();
  const output = new Output({ format: new OggOutputFormat(), target });
  const source = new AudioSampleSource(ENCODING);
  output.addAudioTrack(source);
  await output.start();
  // One second at a time, which keeps the encoder's queue short.
  for (let from = 0; from < left.length; from += OGG_RATE) {
    const part = [left, right].map((channel) => channel.subarray(from, from + OGG_RATE));
    const frames = part[0]?.length ?? 0;
    const data = new Float32Array(frames * 2);
    for (const [channel, samples] of part.entries()) data.set(samples, channel * frames);
    const sample = new AudioSample({
      data,
      format: "f32-planar",
      numberOfChannels: 2,
      sampleRate: OGG_RATE,
      timestamp: from / OGG_RATE,
    });
    await source.add(sample);
    sample.close();
  }
  await output.finalize();
  if (!target.buffer) throw new Error("the encoder gave back nothing");
  return new Uint8Array(target.buffer);
}
