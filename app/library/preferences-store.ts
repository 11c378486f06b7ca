/** Schema and storage of preferences. */

import { z } from "zod";
import { SOUND_KITS } from "~/audio/sound-setup";
import { PLAYER_LEVELS } from "~/core/player";
import { CLICKS_ON, COUNT_STYLES } from "~/core/pulse";
import { KIT_VOICES } from "~/core/stroke";
import { MAX_BPM, MIN_BPM, parseMeter } from "~/core/time";
import { REPEAT_STYLES, SIXES } from "~/engrave/notation";
import { listeningSchema } from "~/formats/listening-schema";
import { ORIENTATIONS, PAPERS, PRINT_SIZES, SHEET_PARTS } from "~/ink/paper-sizes";
import type { BookDatabase } from "./database";
import { keepChoices } from "./keep-choices";
import {
  ALL_CHOICES,
  CLICKS_BETWEEN,
  choiceKey,
  DEFAULT_PREFERENCES,
  HANDEDNESS,
  LETTER_KEYS,
  THEMES,
} from "./preferences";

const MAX_NOTE_MAP = 500;
const MAX_OWN_KEYS = 300;

/** Maximum strokes per second of one limb; nobody is faster. */
const MAX_STROKES = 40;
const strokesASecond = z.number().min(0.2).max(MAX_STROKES).optional();
/** Constants of reach in seconds; see {@link LimbLimits}. */
const reachSeconds = z.number().min(0).max(2).optional();
const measuredLimb = z
  .object({ single: strokesASecond, double: strokesASecond, base: reachSeconds, perBit: reachSeconds })
  .optional();
const measuredSchema = z.object({ R: measuredLimb, L: measuredLimb, K: measuredLimb, H: measuredLimb });

const fader = z.number().min(0).max(1);

export const preferencesSchema = z.object({
  /** "left": a left-handed kit. "open": a right-handed kit with the left hand on the hi-hat. */
  hands: z.enum(HANDEDNESS),
  countStyle: z.enum(COUNT_STYLES),
  /** Notation of six notes in a beat, and of repeated bars. */
  sixes: z.enum(SIXES),
  repeats: z.enum(REPEAT_STYLES),
  /** Null for the usual one where the player is. */
  paper: z.enum(PAPERS).nullable(),
  orientation: z.enum(ORIENTATIONS),
  printSize: z.enum(PRINT_SIZES),
  /** The contents of a fill's page, and of a lesson's pages. */
  fillParts: z.array(z.enum(SHEET_PARTS)),
  lessonParts: z.array(z.enum(SHEET_PARTS)),
  /** Surfaces for keys and instruments of other programs' files, as the player assigned them; null for none. */
  noteMap: z
    .record(z.string().min(1).max(80), z.enum(KIT_VOICES).nullable())
    .refine((map) => Object.keys(map).length <= MAX_NOTE_MAP, "has too many notes"),
  theme: z.enum(THEMES),
  letterKeys: z.enum(LETTER_KEYS),
  /** The player's own keys, by command id. */
  ownKeys: z
    .record(z.string().min(1).max(60), z.array(z.string().min(1).max(30)).max(3).readonly())
    .refine((keys) => Object.keys(keys).length <= MAX_OWN_KEYS, "has too many keys"),
  /** Whether the first steps are still shown. */
  wayIn: z.boolean(),
  /** Whether it has been said that small letters are ghost notes. */
  ghostsTold: z.boolean(),
  /** Master volume, 0 to 1. */
  volume: z.number().min(0).max(1),
  /** The sounds of the kit. */
  sounds: z.enum(SOUND_KITS),
  /** Whether the weaker hand sounds a little softer and duller. */
  weakerHand: z.boolean(),
  /** Amount of room, 0 to 1, and whether it is on. */
  room: fader,
  isDry: z.boolean(),
  /** Balance of the parts, 0 to 1: the middle is balanced. */
  fillVolume: fader,
  grooveVolume: fader,
  clickVolume: fader,
  countInVolume: fader,
  /** Whether the metronome continues after the count-in. */
  click: z.boolean(),
  /** The beats it clicks on. */
  clicksOn: z.enum(CLICKS_ON),
  /** Softer clicks between beats. */
  clicksBetween: z.enum(CLICKS_BETWEEN),
  /** See {@link ClickPlan}. */
  silentBars: z.number().int().min(0).max(8),
  countInBars: z.number().int().min(0).max(2),
  /** The context for viewing and hearing cells, if no fill provides one. */
  cellTempo: z.number().min(MIN_BPM).max(MAX_BPM),
  /** The id of a shipped or own kit. */
  kit: z.string().max(64),
  /** Estimated level of the player's speed, where it isn't measured. */
  level: z.enum(PLAYER_LEVELS),
  /** The player's measured speeds, instead of estimates. */
  measured: measuredSchema,
  /** Listening settings for practice. */
  listening: listeningSchema,
  cellMeter: z.string().refine((text) => parseMeter(text) !== null, "is not a meter"),
});
export type Preferences = z.infer<typeof preferencesSchema>;

/** Stored preferences over the defaults; each invalid field falls back on its own. */
export async function loadPreferences(book: BookDatabase): Promise<Preferences> {
  const rows = new Map((await book.preferences.toArray()).map((row) => [row.key, row]));
  const together: Record<string, unknown> = { ...rows.get(ALL_CHOICES) };
  const kept = Object.entries(preferencesSchema.shape).flatMap(([field, schema]) => {
    const row = rows.get(choiceKey(field));
    const read = schema.safeParse(row ? row.value : together[field]);
    return read.success ? [[field, read.data]] : [];
  });
  return { ...DEFAULT_PREFERENCES, ...Object.fromEntries(kept) };
}

export async function savePreferences(book: BookDatabase, change: Partial<Preferences>): Promise<void> {
  if (!book.isOpen()) await book.open();
  await new Promise<void>((done, failed) => keepChoices(book, change, (error) => (error ? failed(error) : done())));
}
