/**
 * The kit: where each surface is, and who plays it. A floor plan in centimetres from the player's seat: x to the right,
 * y away from the seat, the seat at 0, 0.
 */

import { canPlay, isHand, type KitVoice, type Limb } from "../stroke/stroke";

export const PLAYED_BY = ["hands", "right-foot", "left-foot"] as const;
export type PlayedBy = (typeof PLAYED_BY)[number];

export interface KitPiece {
  readonly place: KitVoice;
  readonly player: PlayedBy;
  /** Centimetres, of its centre. */
  readonly x: number;
  readonly y: number;
  /** Height of the playing surface above the floor, in centimetres. */
  readonly height: number;
  /** Diameter in centimetres; width for a pedal. */
  readonly size: number;
  /** Tilt towards the player, in degrees. */
  readonly angle: number;
  /** MIDI percussion key, 0 to 127. */
  readonly midi: number;
}

/** Each voice occurs once. */
export interface Kit {
  readonly surfaces: readonly KitPiece[];
}

/** Voices that are another way to play a surface: they exist wherever it does. */
const VARIANTS: Partial<Record<KitVoice, KitVoice>> = { ho: "hh", hf: "hh", rb: "rd", cs: "sn", hs: "hp" };
/** A ride's bell, in centimetres. */
const BELL_SIZE = 12;

/** The surface on which a voice is played: the hi-hat for an open hi-hat, the ride for its bell. */
export function basePlace(place: KitVoice): KitVoice {
  return VARIANTS[place] ?? place;
}

/** The kit's surface for a voice, if it has one. */
export function surfaceAt(kit: Kit, place: KitVoice): KitPiece | null {
  const base = kit.surfaces.find((surface) => surface.place === basePlace(place)) ?? null;
  return base && place === "rb" ? { ...base, size: BELL_SIZE } : base;
}

/** High to low, the way a drummer moves down the kit. */
export const TOMS: readonly KitVoice[] = ["t1", "t2", "t3", "f1", "f2"];
export const CYMBALS: readonly KitVoice[] = ["hh", "c1", "sp", "rd", "c2", "ch"];

/** High to low, for melody: cymbals above drums. */
const PITCH_ORDER: readonly KitVoice[] = [
  ...["sp", "ho", "hf", "hh", "c1", "c2", "ch", "rb", "rd", "cb", "x1", "x2", "cs", "sn"],
  ...["t1", "t2", "t3", "f1", "f2", "k2", "kk", "hs", "hp"],
] as KitVoice[];

/** A voice's rank in pitch, larger for lower. An order, not a measure. */
export function depthOf(place: KitVoice): number {
  return PITCH_ORDER.indexOf(place);
}

/** Substitutes for a voice, nearest in pitch first. */
const FOLDS: Record<KitVoice, readonly KitVoice[]> = {
  sn: ["t1", "t2", "t3", "f1", "f2", "x1", "x2"],
  t1: ["t2", "t3", "f1", "f2", "sn"],
  t2: ["t3", "t1", "f1", "f2", "sn"],
  t3: ["t2", "f1", "t1", "f2", "sn"],
  f1: ["f2", "t3", "t2", "t1", "sn"],
  f2: ["f1", "t3", "t2", "t1", "sn"],
  hh: ["rd", "c1", "c2", "sp", "ch", "sn"],
  ho: ["c1", "rd", "c2", "sp", "ch", "sn"],
  rd: ["hh", "c2", "c1", "ch", "sp", "sn"],
  rb: ["cb", "hh", "c2", "c1", "sn"],
  c1: ["c2", "ch", "sp", "rd", "hh", "sn"],
  c2: ["c1", "ch", "sp", "rd", "hh", "sn"],
  ch: ["c2", "c1", "sp", "rd", "hh", "sn"],
  sp: ["c1", "c2", "ch", "hh", "rd", "sn"],
  cb: ["rd", "hh", "x1", "x2", "sn"],
  kk: ["k2"],
  k2: ["hp", "kk"],
  hp: ["k2"],
  x1: ["x2", "sn", "kk", "hp"],
  x2: ["x1", "sn", "kk", "hp"],
  cs: ["x1", "x2", "cb", "t1", "t2", "t3", "f1", "f2"],
  hf: ["c1", "rd", "c2", "sp", "ch", "sn"],
  hs: ["k2"],
};

/** The bass-drum foot: the one with the bass drum's pedal, otherwise the right. */
function footOf(kit: Kit, limb: "K" | "H"): PlayedBy {
  const kick = kit.surfaces.find(({ place }) => place === "kk")?.player === "left-foot" ? "left-foot" : "right-foot";
  if (limb === "K") return kick;
  return kick === "right-foot" ? "left-foot" : "right-foot";
}

/** Whether a limb can play this voice on this kit. */
export function isPlayable(kit: Kit, limb: Limb, place: KitVoice): boolean {
  const surface = surfaceAt(kit, place);
  if (!surface || !canPlay(limb, place)) return false;
  return surface.player === (isHand(limb) ? "hands" : footOf(kit, limb));
}

/** The surfaces that a limb plays, in the kit's order. */
export function surfacesOf(kit: Kit, limb: Limb): KitPiece[] {
  return kit.surfaces.filter(({ place }) => isPlayable(kit, limb, place));
}

/**
 * The voice that a stroke uses on this kit: its own, or the nearest in pitch that the limb can play. Its own if the kit
 * has nothing for that limb.
 */
export function foldPlace(kit: Kit, limb: Limb, place: KitVoice): KitVoice {
  if (isPlayable(kit, limb, place)) return place;
  return FOLDS[place].find((other) => isPlayable(kit, limb, other)) ?? place;
}

/** The mirror image: left and right of plan and feet are swapped. */
export function mirrorKit(kit: Kit): Kit {
  return {
    surfaces: kit.surfaces.map((surface) => ({
      ...surface,
      x: -surface.x || 0,
      player: mirrorPlayedBy(surface.player),
    })),
  };
}

function mirrorPlayedBy(player: PlayedBy): PlayedBy {
  if (player === "hands") return player;
  return player === "right-foot" ? "left-foot" : "right-foot";
}

/** Whether the bass drum is played with the left foot. */
export function isLeftHanded(kit: Kit): boolean {
  return footOf(kit, "K") === "left-foot";
}

/** Open-handed, no stick passes above the other, so the hi-hat can be this low over the snare. Centimetres. */
const OPEN_HAT_ABOVE_SNARE = 8;

/** The kit for open-handed playing, each hand on its own side: the hi-hat is lower, and the ride moves to its side. */
export function openKit(kit: Kit): Kit {
  const hat = surfaceAt(kit, "hh");
  const snare = surfaceAt(kit, "sn");
  const side = isLeftHanded(kit) ? 1 : -1;
  return {
    surfaces: kit.surfaces.map((surface) => {
      if (surface.place === "hh" && snare) {
        return { ...surface, height: Math.min(surface.height, snare.height + OPEN_HAT_ABOVE_SNARE) };
      }
      if (surface.place !== "rd" || !hat || surface.x * side > 0) return surface;
      return { ...surface, x: hat.x + side * 10, y: hat.y + (hat.size + surface.size) / 2 + 4 };
    }),
  };
}

/** Distance in a straight line from centre to centre, in centimetres. */
export function distanceBetween(a: KitPiece, b: KitPiece): number {
  return Math.hypot(a.x - b.x, a.y - b.y, a.height - b.height);
}

/** Width of the target seen from above, in centimetres: a tilted surface is narrower. Our estimate. */
export function targetWidth({ size, angle }: KitPiece): number {
  return Math.max(1, size * Math.cos((angle * Math.PI) / 180));
}

/**
 * The part of a kit that layout depends on: its surfaces, who plays them, and their order from left to right. Kits with
 * equal text lay out every phrase the same way.
 */
export function layoutKey({ surfaces }: Kit): string {
  const order = surfaces.map(({ place, x }) => [x, place] as const).sort(([a], [b]) => a - b);
  return [...surfaces.map(({ place, player }) => `${place}:${player}`), ...order.map(([, place]) => place)].join(" ");
}
