/**
 * The kit's sounds, made in code: nothing is recorded. Ghost, normal and accent are different strokes, not one turned up and
 * down: a soft one is darker, shorter and softer at the front, as on a drum.
 */

import type { Level, Place } from "~/core/stroke";
import { LEVEL_PEAKS, type SoundWanted } from "./kit-sounds";
import { decay, makeFilter, makeMetal, makeNoise, makeSweep } from "./signal";

/** 0 for a ghost to 1 for an accent: how brightly and how long a surface speaks. */
const FORCE: Record<Level, number> = { ghost: 0.15, normal: 0.6, accent: 1 };

type Voice = (force: number, sound: SoundWanted, sampleRate: number) => Float32Array;

const PARTIALS = [2, 3, 4.16, 5.43, 6.79, 8.21] as const;

function fill(length: number, sampleRate: number, sample: (time: number) => number): Float32Array {
  const buffer = new Float32Array(Math.ceil(length * sampleRate));
  for (let index = 0; index < buffer.length; index++) buffer[index] = sample(index / sampleRate);
  return buffer;
}

function seedOf({ place, level, variation }: SoundWanted): number {
  return (place.charCodeAt(0) * 131 + place.charCodeAt(1)) * 31 + FORCE[level] * 1000 + variation * 7919;
}

const bassDrum =
  (pitch: number): Voice =>
  (force, sound, sampleRate) => {
    const body = makeSweep(pitch * (2.2 + force), pitch, 0.022, sampleRate);
    const noise = makeNoise(seedOf(sound));
    const beater = makeFilter("lowpass", 1800 + 2600 * force, 0.8, sampleRate);
    return fill(0.42, sampleRate, (time) => {
      const click = beater(noise()) * decay(time, 0.006) * (0.5 + force) + (time < 0.001 ? 0.5 * force : 0);
      return body(time) * decay(time, 0.07 + 0.06 * force) + click * 0.7;
    });
  };

const snare: Voice = (force, sound, sampleRate) => {
  const bend = 1 + 0.012 * (sound.variation - 1);
  const low = makeSweep(240 * bend, 182 * bend, 0.012, sampleRate);
  const high = makeSweep(370 * bend, 331 * bend, 0.012, sampleRate);
  const ring = makeSweep(905 * bend, 890 * bend, 0.02, sampleRate);
  const noise = makeNoise(seedOf(sound));
  const wires = makeFilter("highpass", 900 + 1100 * force, 0.7, sampleRate);
  const air = makeFilter("lowpass", 3200 + 8000 * force, 0.7, sampleRate);
  const snap = makeFilter("bandpass", 4200, 0.9, sampleRate);
  const isRim = sound.technique === "rim-shot";
  const length = isRim ? 0.4 : 0.12 + 0.22 * force;
  return fill(length, sampleRate, (time) => {
    const raw = noise();
    const head = low(time) * 0.75 * decay(time, 0.03 + 0.03 * force) + high(time) * 0.35 * decay(time, 0.024);
    const rattle = air(wires(raw)) * (0.5 + 0.35 * force) * decay(time, 0.035 + 0.055 * force);
    const front = snap(raw) * 1.6 * force * decay(time, 0.004);
    const rim = isRim ? ring(time) * 0.9 * decay(time, 0.085) + (time < 0.0008 ? 0.9 : 0) : 0;
    // The first sample is already sounding, so that the ear and the tests find the onset where it was meant.
    return head + rattle + front + rim + (time < 0.0004 ? 0.25 : 0);
  });
};

const tom =
  (pitch: number, ringing: number): Voice =>
  (force, sound, sampleRate) => {
    const body = makeSweep(pitch * (1.35 + 0.25 * force), pitch, 0.035, sampleRate);
    const overtone = makeSweep(pitch * 1.9, pitch * 1.58, 0.03, sampleRate);
    const noise = makeNoise(seedOf(sound));
    const stick = makeFilter("lowpass", 1500 + 3500 * force, 0.8, sampleRate);
    const rim = makeSweep(720, 700, 0.02, sampleRate);
    return fill(0.25 + ringing, sampleRate, (time) => {
      const attack = stick(noise()) * decay(time, 0.008) * (0.35 + 0.6 * force) + (time < 0.0005 ? 0.3 : 0);
      const shell = sound.technique === "rim-shot" ? rim(time) * 0.5 * decay(time, 0.05) : 0;
      return (
        body(time) * decay(time, ringing * (0.35 + 0.3 * force)) +
        overtone(time) * 0.3 * decay(time, 0.05) +
        attack +
        shell
      );
    });
  };

interface CymbalShape {
  /** Hz. */
  readonly base: number;
  /** Seconds: the time constant at full force. */
  readonly tau: number;
  readonly length: number;
  /** Hz: nothing below. */
  readonly floor: number;
  readonly stick: number;
  /** Seconds over which it opens up after the stroke. */
  readonly bloom?: number;
}

const cymbal =
  (shape: CymbalShape): Voice =>
  (force, sound, sampleRate) => {
    const metal = makeMetal(shape.base * (1 + 0.004 * sound.variation), PARTIALS, sampleRate);
    const noise = makeNoise(seedOf(sound));
    const high = makeFilter("highpass", shape.floor, 0.8, sampleRate);
    const low = makeFilter("lowpass", 7000 + 6000 * force, 0.7, sampleRate);
    const tau = shape.tau * (0.55 + 0.45 * force);
    return fill(shape.length, sampleRate, (time) => {
      const raw = noise();
      const opening = shape.bloom ? 0.55 + 0.45 * (1 - decay(time, shape.bloom)) : 1;
      const wash = low(high(metal() * 0.7 + raw * 0.55)) * opening * decay(time, tau);
      return wash + raw * shape.stick * force * decay(time, 0.003) + (time < 0.0004 ? 0.2 : 0);
    });
  };

/** A clear pitch over the wash: ride and bell. */
const pinged =
  (shape: CymbalShape, pitch: number, ping: number): Voice =>
  (force, sound, sampleRate) => {
    const wash = cymbal(shape)(force, sound, sampleRate);
    const tones = [1, 1.5, 2.74].map((ratio) => makeSweep(pitch * ratio, pitch * ratio, 1, sampleRate));
    for (const index of wash.keys()) {
      const time = index / sampleRate;
      const tone = tones.reduce((sum, part, nth) => sum + part(time) / (nth + 1), 0);
      wash[index] = (wash[index] ?? 0) * 0.55 + tone * ping * decay(time, 0.12 + 0.22 * force);
    }
    return wash;
  };

const cowbell: Voice = (force, _sound, sampleRate) => {
  const metal = makeMetal(270, [2, 2.96], sampleRate);
  const band = makeFilter("bandpass", 1100, 0.9, sampleRate);
  return fill(0.3, sampleRate, (time) => band(metal()) * decay(time, 0.04 + 0.05 * force) + (time < 0.0004 ? 0.3 : 0));
};

/** The stick lies on the head and its shoulder strikes the rim: wood, and little of the drum under it. */
const crossStick: Voice = (force, sound, sampleRate) => {
  const bend = 1 + 0.008 * (sound.variation - 1);
  const wood = makeSweep(1690 * bend, 1610 * bend, 0.006, sampleRate);
  const rim = makeSweep(2750 * bend, 2640 * bend, 0.004, sampleRate);
  const shell = makeSweep(420 * bend, 396 * bend, 0.01, sampleRate);
  return fill(
    0.16,
    sampleRate,
    (time) =>
      wood(time) * decay(time, 0.012 + 0.01 * force) +
      rim(time) * 0.45 * decay(time, 0.007) +
      shell(time) * 0.3 * decay(time, 0.03) +
      (time < 0.0004 ? 0.4 : 0),
  );
};

/** Bounces of a pressed stick: how far apart they come, and how soon they die away. Seconds; our estimates. */
const BOUNCE = { first: 0.034, last: 0.021, tau: 0.42, length: 1.4 } as const;

/** The surface struck by a stick that is pressed into it: a stroke and its many bounces, softer and closer. */
const buzzed =
  (voice: Voice): Voice =>
  (force, sound, sampleRate) => {
    const single = { ...sound, technique: "plain" } as const;
    const first = voice(force * 0.7, single, sampleRate);
    const bounce = voice(force * 0.35, { ...single, variation: sound.variation + 1 }, sampleRate);
    const samples = new Float32Array(Math.ceil(BOUNCE.length * sampleRate));
    let gap: number = BOUNCE.first;
    for (let time = 0; time < BOUNCE.length; time += gap) {
      const start = Math.round(time * sampleRate);
      const gain = (time === 0 ? 1 : 0.75) * decay(time, BOUNCE.tau);
      for (const [index, sample] of (time === 0 ? first : bounce).entries()) {
        if (start + index >= samples.length) break;
        samples[start + index] = (samples[start + index] ?? 0) + sample * gain;
      }
      gap = Math.max(BOUNCE.last, gap * 0.94);
    }
    return samples;
  };

/** Wood: the two extra surfaces, until a player says what stands there. */
const block =
  (pitch: number): Voice =>
  (force, _sound, sampleRate) => {
    const tone = makeSweep(pitch * 1.08, pitch, 0.004, sampleRate);
    return fill(0.14, sampleRate, (time) => tone(time) * decay(time, 0.018 + 0.02 * force) + (time < 0.0004 ? 0.4 : 0));
  };

const HAT = { base: 205, floor: 6200, stick: 0.5 } as const;
const VOICES: Record<Place, Voice> = {
  sn: snare,
  t1: tom(172, 0.26),
  t2: tom(138, 0.3),
  t3: tom(112, 0.34),
  f1: tom(86, 0.42),
  f2: tom(72, 0.48),
  hh: cymbal({ ...HAT, tau: 0.045, length: 0.22 }),
  ho: cymbal({ ...HAT, tau: 0.32, length: 0.9 }),
  hf: cymbal({ ...HAT, tau: 0.15, length: 0.5 }),
  hs: cymbal({ ...HAT, floor: 5200, tau: 0.26, length: 0.8, stick: 0 }),
  cs: crossStick,
  hp: cymbal({ ...HAT, floor: 4800, tau: 0.028, length: 0.14, stick: 0 }),
  rd: pinged({ base: 262, tau: 0.42, length: 1.3, floor: 4300, stick: 0.25 }, 1430, 0.16),
  rb: pinged({ base: 262, tau: 0.3, length: 1.2, floor: 4300, stick: 0.2 }, 905, 0.5),
  c1: cymbal({ base: 331, tau: 0.62, length: 2, floor: 2600, stick: 0.35, bloom: 0.012 }),
  c2: cymbal({ base: 289, tau: 0.72, length: 2.2, floor: 2200, stick: 0.35, bloom: 0.014 }),
  ch: cymbal({ base: 223, tau: 0.36, length: 1.4, floor: 1500, stick: 0.4, bloom: 0.006 }),
  sp: cymbal({ base: 421, tau: 0.2, length: 0.8, floor: 4200, stick: 0.35 }),
  cb: cowbell,
  kk: bassDrum(51),
  k2: bassDrum(47),
  x1: block(1180),
  x2: block(870),
};

/** Peak of each surface against the snare, so that the kit balances. */
const BALANCE: Partial<Record<Place, number>> = {
  hh: 0.42,
  ho: 0.46,
  hf: 0.46,
  hs: 0.4,
  cs: 0.6,
  hp: 0.4,
  rd: 0.46,
  rb: 0.52,
  c1: 0.62,
  c2: 0.62,
  ch: 0.6,
  sp: 0.5,
  cb: 0.5,
  x1: 0.5,
  x2: 0.5,
};

/** One stroke as samples between -1 and 1, mono. The first sample is never silent. The same wish gives the same samples. */
export function synthesise(sound: SoundWanted, sampleRate: number): Float32Array {
  const voice = sound.technique === "buzz" ? buzzed(VOICES[sound.place]) : VOICES[sound.place];
  const samples = voice(FORCE[sound.level], sound, sampleRate);
  const peak = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  const gain = (LEVEL_PEAKS[sound.level] * (BALANCE[sound.place] ?? 1)) / peak;
  const fadeFrom = Math.floor(samples.length * 0.85);
  for (const index of samples.keys()) {
    const fade = index < fadeFrom ? 1 : (samples.length - index) / (samples.length - fadeFrom);
    samples[index] = (samples[index] ?? 0) * gain * fade;
  }
  return samples;
}

/** The metronome: a short wooden tick, higher on one. */
export function synthesiseClick(strong: boolean, sampleRate: number): Float32Array {
  const pitch = strong ? 1760 : 1175;
  return fill(0.05, sampleRate, (time) => {
    const tone = Math.sin(2 * Math.PI * pitch * time + 0.6) * decay(time, 0.009);
    return tone * (strong ? 0.5 : 0.34);
  });
}
