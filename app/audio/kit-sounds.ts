/** Which sound a stroke has: its surface, level and technique, how loud it is, and what ends what rings. */

import { betweenLevels, isHand, LEVELS, type Level, type Limb, type Place, type Technique } from "~/core/stroke";

export interface SoundWanted {
  readonly place: Place;
  readonly level: Level;
  readonly technique: SoundingTechnique;
  /** Which of {@link VARIATIONS} slightly different strokes. */
  readonly variation: number;
}

/** A choked cymbal is struck as any other. */
type SoundingTechnique = Exclude<Technique, "choke">;

/** A stroke to be sounded. */
export interface Struck {
  readonly limb: Limb;
  readonly place: Place;
  /** As a timeline event has it: 0 for a ghost to 2 for an accent. */
  readonly force: number;
  readonly technique: Technique;
}

/** A stroke so many seconds from now, which sounds for so long. */
export interface StruckLater extends Struck {
  readonly after: number;
  readonly seconds: number | null;
}

/** The sound whose level is nearest to the stroke's force. */
export function soundOf({ place, force, technique }: Struck, variation: number): SoundWanted {
  return { place, level: nearestLevel(force), technique: technique === "choke" ? "plain" : technique, variation };
}

function nearestLevel(force: number): Level {
  return LEVELS[Math.min(LEVELS.length - 1, Math.max(0, Math.round(force)))] ?? "normal";
}

/** What a sound is turned up or down by, for a force between two levels: straight in decibels from one to the next. */
export function gainForForce(force: number): number {
  return Math.exp(betweenLevels(force, LOG_PEAKS)) / LEVEL_PEAKS[nearestLevel(force)];
}

export function keyOf({ place, level, technique, variation }: SoundWanted): string {
  return `${place} ${level} ${technique} ${variation}`;
}

/** Strokes of one kind differ a little, so that a roll does not rattle like a machine. */
export const VARIATIONS = 3;

/** Which variation the `count`th stroke is: hands vary from stroke to stroke, a foot is steadier. */
export function variationOf(limb: Limb, count: number): number {
  return isHand(limb) ? count % VARIATIONS : 0;
}

/** Seconds in which an open hi-hat is choked. */
export const CHOKE = 0.03;
const CHOKING: readonly Place[] = ["hh", "hf", "hp", "hs", "ho"];
const RINGING: readonly Place[] = ["ho", "hf", "hs"];

/** Whether a stroke ends an open hi-hat that rings. */
export function chokesHat(place: Place): boolean {
  return CHOKING.includes(place);
}

/** Whether it is a hi-hat that rings until it is closed. */
export function ringsHat(place: Place): boolean {
  return RINGING.includes(place);
}

/** Peak of each level: ghosts are some 16 dB, normal strokes 6 dB below accents. */
export const LEVEL_PEAKS: Record<Level, number> = { ghost: 0.15, normal: 0.48, accent: 0.95 };
const LOG_PEAKS: Record<Level, number> = {
  ghost: Math.log(LEVEL_PEAKS.ghost),
  normal: Math.log(LEVEL_PEAKS.normal),
  accent: Math.log(LEVEL_PEAKS.accent),
};
