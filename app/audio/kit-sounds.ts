/** Which sound a stroke uses: surface, level and technique, its loudness, and what cuts off ringing sounds. */

import type { Click } from "~/core/pulse";
import { betweenLevels, type KitVoice, LEVELS, type Level, type Limb, type Technique } from "~/core/stroke";
import { makeNoise } from "./signal";
import type { SoundKit, SoundSetup } from "./sound-setup";
import { USUAL_SPOT } from "./spots";

export interface SoundWanted {
  readonly kit: SoundKit;
  readonly place: KitVoice;
  readonly level: Level;
  readonly technique: SoundingTechnique;
  /** Which of the {@link VARIATIONS} to use. */
  readonly variation: number;
  /** The diameter of the drum or cymbal relative to the usual one. */
  readonly scale: number;
  /** Whether the weaker hand plays it. */
  readonly isWeak: boolean;
}

/** Striking a choked cymbal is like striking any other. */
type SoundingTechnique = Exclude<Technique, "choke">;

/** A stroke to be played as sound. */
export interface KitHit {
  readonly limb: Limb;
  readonly place: KitVoice;
  /** As in a timeline event: 0 for a ghost note to 2 for an accent. */
  readonly force: number;
  readonly technique: Technique;
}

/** A stroke in this many seconds, with this duration. */
export interface StruckLater extends KitHit {
  readonly after: number;
  readonly seconds: number | null;
}

/** The recorded level closest to the stroke's force. */
export function soundOf({ limb, place, force, technique }: KitHit, variation: number, setup: SoundSetup): SoundWanted {
  return {
    kit: setup.kit,
    place,
    level: nearestLevel(force),
    technique: technique === "choke" ? "plain" : technique,
    variation,
    scale: (setup.spots[place] ?? USUAL_SPOT).scale,
    isWeak: limb === setup.weaker,
  };
}

function nearestLevel(force: number): Level {
  return LEVELS[Math.min(LEVELS.length - 1, Math.max(0, Math.round(force)))] ?? "normal";
}

/** Gain that adapts a sound recorded at one level to this force: linear in decibels between levels. */
export function gainFrom(level: Level, force: number): number {
  return 10 ** ((betweenLevels(force, LEVEL_STEPS) - LEVEL_STEPS[level]) / 20);
}

export function keyOf({ kit, place, level, technique, variation, scale, isWeak }: SoundWanted): string {
  return `${kit} ${place} ${level} ${technique} ${variation} ${scale} ${isWeak}`;
}

/** Strokes of one kind differ a little, so that a roll doesn't sound like a machine gun. */
export const VARIATIONS = 5;

/**
 * Chooses the variation of each stroke: separately for each limb and surface, never the same twice in a row. The same
 * strokes in the same order always get the same variations.
 */
export class Humaniser {
  private readonly last = new Map<string, number>();
  private readonly noise = makeNoise(20_261);

  next({ limb, place }: Pick<KitHit, "limb" | "place">): number {
    const key = `${limb} ${place}`;
    const before = this.last.get(key);
    const step = Math.floor(((this.noise() + 1) / 2) * (VARIATIONS - 1)) % (VARIATIONS - 1);
    const next = before === undefined ? 0 : (before + 1 + step) % VARIATIONS;
    this.last.set(key, next);
    return next;
  }
}

/** Seconds it takes to choke an open hi-hat. */
export const CHOKE = 0.03;
const CHOKING: readonly KitVoice[] = ["hh", "hf", "hp", "hs", "ho"];
const RINGING: readonly KitVoice[] = ["ho", "hf", "hs"];

/** Whether a stroke cuts off a ringing open hi-hat. */
export function chokesHat(place: KitVoice): boolean {
  return CHOKING.includes(place);
}

/** Whether it is a hi-hat that rings until closed. */
export function ringsHat(place: KitVoice): boolean {
  return RINGING.includes(place);
}

/** How much softer each level is than an accent, in decibels. */
export const LEVEL_STEPS: Record<Level, number> = { ghost: -16, normal: -6, accent: 0 };

/** What plays the beat: the metronome, or two sticks counting in. */
export type ClickSound = "click" | "sticks";

/** What a click marks: the first beat of a bar, another beat, or a subdivision. */
export const CLICK_KINDS = ["one", "beat", "between"] as const;
export type ClickKind = (typeof CLICK_KINDS)[number];

/** Every click there is. */
export const CLICKS = (["click", "sticks"] as const).flatMap((sound) => CLICK_KINDS.map((kind) => ({ kind, sound })));

export function kindOfClick({ strong, between }: Click): ClickKind {
  return between.length > 0 ? "between" : strong ? "one" : "beat";
}

/** Headroom in decibels: samples are this much softer than they will be heard, so that no stroke clips. */
export const HEADROOM = 6;
