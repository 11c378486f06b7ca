/** Drums: heads vibrating in their modes, the stick or beater, and the wires under a snare. */

import type { SoundWanted } from "./kit-sounds";
import { decay, fill, makeFilter, makeNoise, mixToShare, type Voice } from "./signal";

/** Frequency ratios of a drum head's modes to the lowest, and their levels relative to it in dB at full force. */
const MODES: readonly (readonly [ratio: number, level: number])[] = [
  [1, 0],
  [1.59, -2],
  [2.14, -5],
  [2.3, -7],
  [2.65, -8],
  [2.92, -10],
  [3.5, -13],
  [4.06, -16],
];
/** With no force, overtones are this many dB softer. */
const SOFT_OVERTONES = 6;
/** A hard stroke stretches the head, so its pitch starts higher: by this ratio, for this many seconds. */
const GLIDE = 0.18;
const GLIDE_SECONDS = 0.085;
/** Time for an envelope with time constant 1 to fall by 60 dB. */
const T60 = Math.log(1000);

interface Membrane {
  /** Hz. */
  readonly pitch: number;
  /** Decay time (60 dB, in seconds) of the lowest mode. */
  readonly ringing: number;
  readonly force: number;
  /** Overtones decay faster, by this power of their frequency ratio. */
  readonly damping: number;
  readonly modes: readonly (readonly [ratio: number, level: number])[];
}

/** The head alone, from the moment of impact. */
function swing({ pitch, ringing, force, damping, modes }: Membrane, length: number, sampleRate: number): Float32Array {
  const parts = modes.map(([ratio, level]) => ({
    ratio,
    gain: 10 ** ((level - (ratio > 1 ? SOFT_OVERTONES * (1 - force) : 0)) / 20),
    fall: Math.exp((-T60 * ratio ** damping) / (ringing * sampleRate)),
  }));
  let phase = 0;
  return fill(length, sampleRate, (time) => {
    phase += (2 * Math.PI * pitch * (1 + GLIDE * force * decay(time, GLIDE_SECONDS))) / sampleRate;
    let sum = 0;
    for (const part of parts) {
      sum += part.gain * Math.sin(part.ratio * phase);
      part.gain *= part.fall;
    }
    return sum;
  });
}

/** What distinguishes one tom from another: its pitch in Hz and its decay time in seconds. */
export const tom =
  (pitch: number, ringing: number): Voice =>
  (force, sound, sampleRate) => {
    const rings = ringing * sound.scale ** 0.5;
    const skin = swing(
      { pitch: pitch * sound.bend, ringing: rings, force, damping: 0.75, modes: MODES },
      rings,
      sampleRate,
    );
    const noise = makeNoise(sound.seed);
    const low = makeFilter("lowpass", 1400 + 4200 * force, 0.8, sampleRate);
    const rim = rimOf(sound, 640, sampleRate);
    return skin.map((sample, index) => {
      const time = index / sampleRate;
      const stick = low(noise()) * decay(time, 0.007) * (0.5 + 1.3 * force);
      return sample * 0.6 + stick + rim(time) * 0.6;
    });
  };

function rimOf({ technique }: Pick<SoundWanted, "technique">, pitch: number, sampleRate: number) {
  if (technique !== "rim-shot") return () => 0;
  let phase = 0;
  return (time: number) => {
    phase += (2 * Math.PI * pitch) / sampleRate;
    return (Math.sin(phase) + 0.6 * Math.sin(phase * 2.31)) * decay(time, 0.045) + (time < 0.0006 ? 0.8 : 0);
  };
}

const KICK_MODES: typeof MODES = [
  [1, 0],
  [1.88, -4],
  [3.56, -7],
];

export const bassDrum =
  (pitch: number): Voice =>
  (force, sound, sampleRate) => {
    const skin = swing(
      { pitch: pitch * sound.bend, ringing: 0.75, force: force * 0.8, damping: 0.55, modes: KICK_MODES },
      0.6,
      sampleRate,
    );
    const noise = makeNoise(sound.seed);
    const high = makeFilter("highpass", 700, 0.7, sampleRate);
    const low = makeFilter("lowpass", 3200 + 2800 * force, 0.7, sampleRate);
    return skin.map((sample, index) => {
      const time = index / sampleRate;
      return sample * 0.7 + low(high(noise())) * decay(time, 0.009) * (1 + 0.8 * force);
    });
  };

/** Share of a snare's energy above 1 kHz. You hear the wires even in a ghost note, and more with force. */
const SHARES = { ghost: 0.135, normal: 0.28, accent: 0.4, "rim-shot": 0.52 } as const;

export const snare: Voice = (force, sound, sampleRate) => {
  const isRim = sound.technique === "rim-shot";
  const body = swing(
    {
      pitch: 186 * sound.bend,
      ringing: 0.22 + 0.16 * force + (isRim ? 0.12 : 0),
      force: force * 0.7,
      damping: 0.5,
      modes: [
        [1, 0],
        [1.78, -3],
        [2.4, -9],
        [3.1, -12],
      ],
    },
    0.14 + 0.26 * force + (isRim ? 0.1 : 0),
    sampleRate,
  );
  const rim = rimOf(sound, 905 * sound.bend, sampleRate);
  const noise = makeNoise(sound.seed);
  const floor = makeFilter("highpass", 1500 + 900 * force, 0.7, sampleRate);
  const air = makeFilter("lowpass", 5200 + 6500 * force, 0.7, sampleRate);
  const snap = makeFilter("bandpass", 4300, 0.9, sampleRate);
  const tau = 0.03 + 0.055 * force;
  const wires = body.map((_, index) => {
    const time = index / sampleRate;
    const raw = noise();
    // The wires respond to the head, so they start slightly after the stick, which is bright itself.
    const answer = 1 - 0.6 * decay(time, 0.004);
    return air(floor(raw)) * answer * decay(time, tau) + snap(raw) * 1.4 * force * decay(time, 0.004);
  });
  for (const index of body.keys()) body[index] = (body[index] as number) + rim(index / sampleRate) * 1.1;
  const level = force < 0.4 ? "ghost" : force < 0.9 ? "normal" : "accent";
  return mixToShare(body, wires, SHARES[isRim ? "rim-shot" : level], 1000, sampleRate);
};

/** The stick lies on the head and its shoulder strikes the rim: mostly wood, little drum. */
export const crossStick: Voice = (force, sound, sampleRate) => {
  const pitches = [
    [1650, 1, 0.014 + 0.008 * force],
    [2690, 0.5, 0.008],
    [405, 0.3, 0.03],
  ] as const;
  return fill(0.16, sampleRate, (time) =>
    pitches.reduce(
      (sum, [pitch, gain, tau]) =>
        sum + gain * Math.sin(2 * Math.PI * pitch * sound.bend * time + 0.5) * decay(time, tau),
      0,
    ),
  );
};

/** Wood stands in for the two extra surfaces until the player says what they are. */
export const block =
  (pitch: number): Voice =>
  (force, sound, sampleRate) =>
    fill(
      0.14,
      sampleRate,
      (time) => Math.sin(2 * Math.PI * pitch * sound.bend * time + 0.5) * decay(time, 0.018 + 0.02 * force),
    );
