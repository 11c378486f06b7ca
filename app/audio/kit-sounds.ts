/** Which sound a stroke has: its surface, level and technique, how loud it is, and what ends what rings. */

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
  /** Which of {@link VARIATIONS} slightly different strokes. */
  readonly variation: number;
  /** The diameter of what is struck against the usual one. */
  readonly scale: number;
  /** Whether the weaker hand strikes it. */
  readonly isWeak: boolean;
}

/** A choked cymbal is struck as any other. */
type SoundingTechnique = Exclude<Technique, "choke">;

/** A stroke to be sounded. */
export interface KitHit {
  readonly limb: Limb;
  readonly place: KitVoice;
  /** As a timeline event has it: 0 for a ghost to 2 for an accent. */
  readonly force: number;
  readonly technique: Technique;
}

/** A stroke so many seconds from now, which sounds for so long. */
export interface StruckLater extends KitHit {
  readonly after: number;
  readonly seconds: number | null;
}

/** The sound whose level is nearest to the stroke's force. */
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

/** What a sound of a level is turned up or down by, for a stroke of this force: straight in decibels from level to level. */
export function gainFrom(level: Level, force: number): number {
  return 10 ** ((betweenLevels(force, LEVEL_STEPS) - LEVEL_STEPS[level]) / 20);
}

export function keyOf({ kit, place, level, technique, variation, scale, isWeak }: SoundWanted): string {
  return `${kit} ${place} ${level} ${technique} ${variation} ${scale} ${isWeak}`;
}

/** Strokes of one kind differ a little, so that a roll does not rattle like a machine. */
export const VARIATIONS = 5;

/**
 * Which variation each stroke is: every limb on every surface by itself, and never the same one twice in a row. The same
 * strokes in the same order are always the same.
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

/** Seconds in which an open hi-hat is choked. */
export const CHOKE = 0.03;
const CHOKING: readonly KitVoice[] = ["hh", "hf", "hp", "hs", "ho"];
const RINGING: readonly KitVoice[] = ["ho", "hf", "hs"];

/** Whether a stroke ends an open hi-hat that rings. */
export function chokesHat(place: KitVoice): boolean {
  return CHOKING.includes(place);
}

/** Whether it is a hi-hat that rings until it is closed. */
export function ringsHat(place: KitVoice): boolean {
  return RINGING.includes(place);
}

/** How much softer than an accent each level is, in decibels. */
export const LEVEL_STEPS: Record<Level, number> = { ghost: -16, normal: -6, accent: 0 };

/** What gives the beat: the metronome, or two sticks that count in. */
export type ClickSound = "click" | "sticks";

/** What a click says: the first beat of a bar, another beat, or what lies between beats. */
export const CLICK_KINDS = ["one", "beat", "between"] as const;
export type ClickKind = (typeof CLICK_KINDS)[number];

export function kindOfClick({ strong, between }: Click): ClickKind {
  return between.length > 0 ? "between" : strong ? "one" : "beat";
}

/** Samples are this much softer than they are meant to be heard, in decibels, so that no single stroke is cut off. */
export const HEADROOM = 6;
