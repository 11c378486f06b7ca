/** Cymbals: many unrelated tones, each with its own decay, and noise between them. */

import { decay, fill, makeFilter, makeNoise, type Voice } from "./signal";

const T60 = Math.log(1000);

interface CymbalShape {
  /** Its tones lie in this range. Hz. */
  readonly from: number;
  readonly to: number;
  readonly tones: number;
  /** Decay times (60 dB, in seconds) of its lowest and highest tones when struck hard. */
  readonly lowRing: number;
  readonly highRing: number;
  readonly length: number;
  /** Level of the noise relative to the tones. */
  readonly hiss: number;
  /** Noise of the stick, or of the two cymbals meeting, in the first milliseconds. */
  readonly stick: number;
  /** Attack time in seconds of its high tones, where they build up after the stroke. */
  readonly swell?: number;
  /** Which cymbal this is: one cymbal has the same tones however it is struck. */
  readonly metal: number;
}

/**
 * Tones as resonators: each sample follows from the previous two. Soft strokes are darker and lose their high tones
 * sooner.
 */
export const cymbal =
  (shape: CymbalShape): Voice =>
  (force, sound, sampleRate) => {
    const { from, to, tones, lowRing, highRing, length, hiss, stick, swell = 0, metal } = shape;
    const choose = makeNoise(metal);
    const place = makeNoise(sound.seed);
    const samples = new Float32Array(Math.ceil(length * sampleRate));
    const octaves = Math.log2(to / from);
    for (let tone = 0; tone < tones; tone++) {
      // One tone at a random place in each part of the range.
      const height = (tone + 0.5 + 0.45 * choose()) / tones;
      const pitch = from * 2 ** (octaves * height) * sound.bend;
      if (pitch > sampleRate * 0.46) continue;
      const ring = lowRing * (highRing / lowRing) ** height * (0.55 + 0.45 * force) * sound.scale ** 0.5;
      // The striking point decides which tones it excites.
      const loud = (0.55 + 0.45 * Math.abs(choose())) * (0.75 + 0.25 * place());
      const gain = loud * (0.25 + 0.75 * force) ** (height * 1.6);
      const decayed = Math.exp(-T60 / (ring * sampleRate));
      const turn = 2 * decayed * Math.cos((2 * Math.PI * pitch) / sampleRate);
      const fall = decayed * decayed;
      let last = 0;
      let now = gain * Math.sin((2 * Math.PI * pitch) / sampleRate);
      const rise = swell > 0 ? Math.exp(-1 / (swell * height * sampleRate)) : 0;
      let held = 1;
      for (let index = 0; index < samples.length; index++) {
        samples[index] = (samples[index] as number) + (held > 0.001 ? now * (1 - 0.8 * held) : now);
        if (held > 0.001) held *= rise;
        const next = turn * now - fall * last;
        last = now;
        now = next;
        if (index % 4096 === 4095 && Math.abs(now) + Math.abs(last) < 1e-6) break;
      }
    }
    const raw = makeNoise(sound.seed ^ 0x51f15e);
    const floor = makeFilter("highpass", from * 1.2, 0.7, sampleRate);
    const roof = makeFilter("lowpass", 5500 + 9000 * force, 0.7, sampleRate);
    const washTau = (highRing / T60) * (0.6 + 0.4 * force);
    const scale = 1 / Math.sqrt(tones);
    return samples.map((sample, index) => {
      const time = index / sampleRate;
      const noise = raw();
      const wash = roof(floor(noise)) * hiss * (swell > 0 ? 1 - 0.7 * decay(time, swell) : 1) * decay(time, washTau);
      return sample * scale * 1.2 + wash + noise * stick * force * decay(time, 0.0035);
    });
  };

interface Ping {
  readonly pitches: readonly number[];
  /** Level relative to the wash. */
  readonly gain: number;
  /** Seconds. */
  readonly tau: number;
}

/** A clear tone over a wash: ride and bell. */
export const pinged =
  (shape: CymbalShape, { pitches, gain, tau }: Ping): Voice =>
  (force, sound, sampleRate) => {
    const wash = cymbal(shape)(force, sound, sampleRate);
    return wash.map((sample, index) => {
      const time = index / sampleRate;
      const opening = 0.45 + 0.55 * (1 - decay(time, 0.05));
      const ping = pitches.reduce(
        (sum, pitch, nth) =>
          sum +
          Math.sin(2 * Math.PI * pitch * sound.bend * time + nth + 0.5) *
            decay(time, tau / (1 + nth * 0.35)) *
            0.8 ** nth,
        0,
      );
      return sample * opening + ping * gain;
    });
  };

export const cowbell: Voice = (force, sound, sampleRate) => {
  const band = makeFilter("bandpass", 1150, 0.8, sampleRate);
  const square = (pitch: number, time: number) => ((pitch * sound.bend * time) % 1 < 0.5 ? 1 : -1);
  return fill(
    0.34,
    sampleRate,
    (time) => band(square(546, time) + 0.8 * square(812, time)) * decay(time, 0.035 + 0.05 * force),
  );
};
