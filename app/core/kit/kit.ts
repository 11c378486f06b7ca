/**
 * The kit: what stands where, and who plays it. A floor plan in centimetres as the player on the seat sees it: x to the
 * right, y away from the seat, the seat itself at 0, 0.
 */

import { canPlay, isHand, type KitVoice, type Limb } from "../stroke/stroke";

export const PLAYED_BY = ["hands", "right-foot", "left-foot"] as const;
export type PlayedBy = (typeof PLAYED_BY)[number];

export interface KitPiece {
  readonly place: KitVoice;
  readonly player: PlayedBy;
  /** Centimetres, of its middle. */
  readonly x: number;
  readonly y: number;
  /** Centimetres from the floor to where it is struck. */
  readonly height: number;
  /** Diameter in centimetres; for a pedal, how wide it is. */
  readonly size: number;
  /** Degrees by which it leans towards the player. */
  readonly angle: number;
  /** Percussion key in MIDI, 0 to 127. */
  readonly midi: number;
}

/** Each place stands once. */
export interface Kit {
  readonly surfaces: readonly KitPiece[];
}

/** Sounds that are another way to play a surface: they are there wherever it is. */
const VARIANTS: Partial<Record<KitVoice, KitVoice>> = { ho: "hh", hf: "hh", rb: "rd", cs: "sn", hs: "hp" };
/** A ride's bell, in centimetres. */
const BELL_SIZE = 12;

/** The surface that a place is played on: the hi-hat for an open hi-hat, the ride for its bell. */
export function basePlace(place: KitVoice): KitVoice {
  return VARIANTS[place] ?? place;
}

/** What is played at a place, if the kit has it. */
export function surfaceAt(kit: Kit, place: KitVoice): KitPiece | null {
  const base = kit.surfaces.find((surface) => surface.place === basePlace(place)) ?? null;
  return base && place === "rb" ? { ...base, size: BELL_SIZE } : base;
}

/** High to low, as a drummer goes down the kit. */
export const TOMS: readonly KitVoice[] = ["t1", "t2", "t3", "f1", "f2"];
export const CYMBALS: readonly KitVoice[] = ["hh", "c1", "sp", "rd", "c2", "ch"];

/** From high to low, for melody: cymbals above drums. */
const PITCH_ORDER: readonly KitVoice[] = [
  ...["sp", "ho", "hf", "hh", "c1", "c2", "ch", "rb", "rd", "cb", "x1", "x2", "cs", "sn"],
  ...["t1", "t2", "t3", "f1", "f2", "k2", "kk", "hs", "hp"],
] as KitVoice[];

/** A place's height in sound, larger for lower; an order, not a measure. */
export function depthOf(place: KitVoice): number {
  return PITCH_ORDER.indexOf(place);
}

/** What a place may be exchanged for, the nearest in sound first. */
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

/** Which foot the bass-drum foot is: the one that has the bass drum's pedal, the right one where none says. */
function footOf(kit: Kit, limb: "K" | "H"): PlayedBy {
  const kick = kit.surfaces.find(({ place }) => place === "kk")?.player === "left-foot" ? "left-foot" : "right-foot";
  if (limb === "K") return kick;
  return kick === "right-foot" ? "left-foot" : "right-foot";
}

/** Whether a limb plays at this place of this kit. */
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
 * Where a stroke sounds on this kit: at its place, or at the nearest one in sound that the limb can play. The place
 * itself where the kit has nothing for that limb.
 */
export function foldPlace(kit: Kit, limb: Limb, place: KitVoice): KitVoice {
  if (isPlayable(kit, limb, place)) return place;
  return FOLDS[place].find((other) => isPlayable(kit, limb, other)) ?? place;
}

/** The mirror image: left and right of the plan and of the feet change over. */
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

/** An open hand needs no room for a stick above the other: the hi-hat this low over the snare. Centimetres. */
const OPEN_HAT_ABOVE_SNARE = 8;

/**
 * The kit for open hands, the hi-hat's own hand on the hi-hat: the hi-hat comes down and the ride stands over on its
 * side.
 */
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

/** Straight through the air from middle to middle, in centimetres. */
export function distanceBetween(a: KitPiece, b: KitPiece): number {
  return Math.hypot(a.x - b.x, a.y - b.y, a.height - b.height);
}

/** How wide a target the surface is from above, in centimetres: what leans is narrower. Our estimate. */
export function targetWidth({ size, angle }: KitPiece): number {
  return Math.max(1, size * Math.cos((angle * Math.PI) / 180));
}

/**
 * What of a kit a phrase's layout depends on: which surfaces there are, who plays them, and in which order they stand
 * from left to right. Kits with the same text lay every phrase out the same.
 */
export function layoutKey({ surfaces }: Kit): string {
  const order = surfaces.map(({ place, x }) => [x, place] as const).sort(([a], [b]) => a - b);
  return [...surfaces.map(({ place, player }) => `${place}:${player}`), ...order.map(([, place]) => place)].join(" ");
}
