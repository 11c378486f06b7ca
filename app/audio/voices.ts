/** The sound kits: which voice each drum and cymbal has. */

import type { KitVoice } from "~/core/stroke";
import { cowbell, cymbal, pinged } from "./cymbals";
import { bassDrum, block, crossStick, snare, tom } from "./drums";
import { PAD_VOICES } from "./pads";
import type { Voice } from "./signal";
import type { SoundKit } from "./sound-setup";
import { recorded, type Takes } from "./takes";

type Voices = Record<KitVoice, Voice>;

/** One pair of hats: the same tones however far it is open. */
const HAT = { from: 3900, to: 15500, tones: 44, hiss: 0.5, metal: 4101 } as const;
const RIDE = { from: 420, to: 13000, tones: 46, hiss: 0.1, stick: 0.35, metal: 7307 } as const;
const DRAWN: Voices = {
  sn: snare,
  t1: tom(172, 1.1),
  t2: tom(140, 1.18),
  t3: tom(114, 1.28),
  f1: tom(86, 1.4),
  f2: tom(72, 1.5),
  hh: cymbal({ ...HAT, lowRing: 0.3, highRing: 0.2, length: 0.26, stick: 0.9 }),
  hf: cymbal({ ...HAT, lowRing: 1.0, highRing: 0.75, length: 0.7, stick: 0.8 }),
  ho: cymbal({ ...HAT, lowRing: 2.6, highRing: 1.7, length: 1.4, stick: 0.7 }),
  hs: cymbal({ ...HAT, from: 2600, lowRing: 1.6, highRing: 1.1, length: 0.9, stick: 0 }),
  hp: cymbal({ ...HAT, from: 2600, lowRing: 0.18, highRing: 0.12, length: 0.16, stick: 0.2 }),
  cs: crossStick,
  rd: pinged(
    { ...RIDE, lowRing: 3.4, highRing: 1.5, length: 2.2 },
    { pitches: [3120, 4670, 2210, 5930], gain: 0.42, tau: 0.06 },
  ),
  rb: pinged(
    { ...RIDE, lowRing: 2.6, highRing: 1.2, length: 1.8 },
    { pitches: [906, 1371, 2480, 3310], gain: 0.8, tau: 0.3 },
  ),
  c1: cymbal({
    from: 320,
    to: 14500,
    tones: 64,
    lowRing: 4.6,
    highRing: 2,
    length: 2.6,
    hiss: 0.42,
    stick: 0.5,
    swell: 0.016,
    metal: 9011,
  }),
  c2: cymbal({
    from: 270,
    to: 13500,
    tones: 64,
    lowRing: 5,
    highRing: 2.1,
    length: 2.8,
    hiss: 0.42,
    stick: 0.5,
    swell: 0.02,
    metal: 9203,
  }),
  ch: cymbal({
    from: 260,
    to: 10500,
    tones: 70,
    lowRing: 2,
    highRing: 0.9,
    length: 1.7,
    hiss: 0.7,
    stick: 0.5,
    swell: 0.006,
    metal: 6113,
  }),
  sp: cymbal({
    from: 900,
    to: 15000,
    tones: 56,
    lowRing: 1.3,
    highRing: 0.8,
    length: 1,
    hiss: 0.5,
    stick: 0.5,
    swell: 0.004,
    metal: 5087,
  }),
  cb: cowbell,
  kk: bassDrum(52),
  k2: bassDrum(48),
  x1: block(1180),
  x2: block(870),
};

function studioVoices(takes: Takes): Voices {
  const metal = (shape: Parameters<typeof recorded>[1]) => recorded(takes, shape);
  return {
    ...DRAWN,
    hh: metal({ take: "hatClosed", length: 0.4 }),
    hf: metal({ take: "hatOpen", length: 0.8, closing: 0.14 }),
    ho: metal({ take: "hatOpen", length: 1.8 }),
    hs: metal({ take: "hatOpen", length: 1, closing: 0.3, opening: 0.012 }),
    hp: metal({ take: "hatFoot", length: 0.35 }),
    rd: metal({ take: "ride", length: 2 }),
    rb: metal({ take: "bell", length: 1.8 }),
    c1: metal({ take: "crashLeft", length: 2.4 }),
    c2: metal({ take: "crashRight", length: 2.4 }),
    ch: metal({ take: "china", length: 1.6 }),
    sp: metal({ take: "splash", length: 1.1 }),
  };
}

const studios = new WeakMap<Takes, Voices>();

/** Without its takes, the studio kit uses the synthesized cymbals. */
export function voicesOf(kit: SoundKit, takes: Takes | null): Voices {
  if (kit === "pad") return PAD_VOICES;
  if (kit === "drawn" || !takes) return DRAWN;
  const voices = studios.get(takes) ?? studioVoices(takes);
  studios.set(takes, voices);
  return voices;
}
