/** Practice pads: a short knock for every drum and cymbal, pitched as on the kit, with no ringing. */

import type { KitVoice } from "~/core/stroke";
import { decay, fill, makeFilter, makeNoise, type Voice } from "./signal";

interface Pad {
  /** Hz. */
  readonly pitch: number;
  /** Time constant of its tone, in seconds. */
  readonly ring: number;
  /** How much of the stick you hear compared with the pad. */
  readonly stick: number;
}

/** Rubber over wood: a damped tone, its first overtone, and the tip of the stick. */
const pad =
  ({ pitch, ring, stick }: Pad): Voice =>
  (force, sound, sampleRate) => {
    const noise = makeNoise(sound.seed);
    const tip = makeFilter("bandpass", 1_700 + 2_600 * force, 0.8, sampleRate);
    const isRim = sound.technique === "rim-shot";
    const own = pitch * sound.bend;
    return fill(0.03 + ring * 7, sampleRate, (time) => {
      const tone = Math.sin(2 * Math.PI * own * time + 0.5) * decay(time, ring);
      const over = Math.sin(2 * Math.PI * own * 2.3 * time + 0.9) * decay(time, ring * 0.4) * (0.2 + 0.4 * force);
      const rim = isRim ? 0.8 * Math.sin(2 * Math.PI * 1_900 * time + 0.5) * decay(time, 0.02) : 0;
      return tone + over + rim + tip(noise()) * stick * (0.25 + 1.1 * force ** 2) * decay(time, 0.007);
    });
  };

const drum = (pitch: number): Voice => pad({ pitch, ring: 0.045, stick: 0.9 });
/** Hard and thin, for cymbals. */
const metal = (pitch: number, ring: number): Voice => pad({ pitch, ring, stick: 1.8 });
const pedal = (pitch: number): Voice => pad({ pitch, ring: 0.06, stick: 0.3 });

export const PAD_VOICES: Record<KitVoice, Voice> = {
  sn: drum(520),
  t1: drum(430),
  t2: drum(365),
  t3: drum(310),
  f1: drum(255),
  f2: drum(215),
  hh: metal(1_350, 0.014),
  hf: metal(1_300, 0.026),
  ho: metal(1_250, 0.045),
  hs: metal(1_050, 0.03),
  hp: metal(980, 0.012),
  rd: metal(1_600, 0.03),
  rb: metal(2_050, 0.045),
  c1: metal(900, 0.075),
  c2: metal(800, 0.075),
  ch: metal(700, 0.065),
  sp: metal(1_120, 0.05),
  cs: drum(780),
  cb: metal(620, 0.05),
  kk: pedal(150),
  k2: pedal(132),
  x1: drum(690),
  x2: drum(610),
};
