import { expect, test } from "vitest";
import { WaveFile } from "wavefile";
import { writeWav } from "./wav";

test("a file that reads back: 16 bits, two channels, every sample within a step, clipped when too loud", () => {
  const left = Float32Array.from({ length: 500 }, (_, index) => Math.sin(index / 7) * 0.9);
  const right = left.map((sample, index) => (index === 3 ? 1.7 : -sample));
  const bytes = writeWav(left, right, 48_000);
  expect(new TextDecoder().decode(bytes.slice(0, 4))).toBe("RIFF");
  expect(bytes.length).toBe(44 + 500 * 4);
  // The length in the header is the real length.
  expect(new DataView(bytes.buffer).getUint32(4, true)).toBe(bytes.length - 8);
  const file = new WaveFile(bytes);
  expect(file.fmt).toMatchObject({ numChannels: 2, sampleRate: 48_000, bitsPerSample: 16 });
  const [readLeft, readRight] = file.getSamples(false, Float64Array) as unknown as Float64Array[];
  for (const [index, sample] of left.entries()) expect((readLeft?.[index] ?? 9) / 32_767).toBeCloseTo(sample, 4);
  expect(readRight?.[3]).toBe(32_767);
});
