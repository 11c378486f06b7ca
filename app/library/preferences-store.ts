/** What preferences may hold, and how they are kept. */

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

/** Strokes a second of one limb; nobody is faster. */
const MAX_STROKES = 40;
const strokesASecond = z.number().min(0.2).max(MAX_STROKES).optional();
/** Constants of reach, in seconds; see {@link LimbLimits}. */
const reachSeconds = z.number().min(0).max(2).optional();
const measuredLimb = z
  .object({ single: strokesASecond, double: strokesASecond, base: reachSeconds, perBit: reachSeconds })
  .optional();
const measuredSchema = z.object({ R: measuredLimb, L: measuredLimb, K: measuredLimb, H: measuredLimb });

/** A fader. */
const fader = z.number().min(0).max(1);

export const preferencesSchema = z.object({
  /** "left": a left-handed kit. "open": a right-handed kit with the left hand on the hi-hat. */
  hands: z.enum(HANDEDNESS),
  countStyle: z.enum(COUNT_STYLES),
  /** How six notes in a beat are written, and bars that are played again. */
  sixes: z.enum(SIXES),
  repeats: z.enum(REPEAT_STYLES),
  /** Null for the one that is usual where the player is. */
  paper: z.enum(PAPERS).nullable(),
  orientation: z.enum(ORIENTATIONS),
  printSize: z.enum(PRINT_SIZES),
  /** What stands on the page of a fill, and on the pages of a lesson. */
  fillParts: z.array(z.enum(SHEET_PARTS)),
  lessonParts: z.array(z.enum(SHEET_PARTS)),
  /** What keys and instruments of other programs' files are played on, where the player has said it; null for nothing. */
  noteMap: z
    .record(z.string().min(1).max(80), z.enum(KIT_VOICES).nullable())
    .refine((map) => Object.keys(map).length <= MAX_NOTE_MAP, "has too many notes"),
  theme: z.enum(THEMES),
  letterKeys: z.enum(LETTER_KEYS),
  /** Keys that the player has given to commands, by the commands' ids. */
  ownKeys: z
    .record(z.string().min(1).max(60), z.array(z.string().min(1).max(30)).max(3).readonly())
    .refine((keys) => Object.keys(keys).length <= MAX_OWN_KEYS, "has too many keys"),
  /** Whether the first steps are still shown. */
  wayIn: z.boolean(),
  /** Master volume, 0 to 1. */
  volume: z.number().min(0).max(1),
  /** Which sounds the kit has. */
  sounds: z.enum(SOUND_KITS),
  /** Whether the weaker hand sounds a shade softer and duller. */
  weakerHand: z.boolean(),
  /** How much of the room is heard, 0 to 1, and whether any is. */
  room: fader,
  isDry: z.boolean(),
  /** Of the parts against one another, 0 to 1: in the middle they stand well together. */
  fillVolume: fader,
  grooveVolume: fader,
  clickVolume: fader,
  countInVolume: fader,
  /** Whether the metronome sounds after the count-in. */
  click: z.boolean(),
  /** Which beats it clicks on. */
  clicksOn: z.enum(CLICKS_ON),
  /** What it clicks between them, more softly. */
  clicksBetween: z.enum(CLICKS_BETWEEN),
  /** See {@link ClickPlan}. */
  silentBars: z.number().int().min(0).max(8),
  countInBars: z.number().int().min(0).max(2),
  /** What cells are looked at and heard in, where no fill says it. */
  cellTempo: z.number().min(MIN_BPM).max(MAX_BPM),
  /** The kit: the id of one that ships, or of an own one. */
  kit: z.string().max(64),
  /** What the player's speed is estimated as, where it is not measured. */
  level: z.enum(PLAYER_LEVELS),
  /** The player's own speeds, in place of estimates. */
  measured: measuredSchema,
  /** What practice is listened to with. */
  listening: listeningSchema,
  cellMeter: z.string().refine((text) => parseMeter(text) !== null, "is not a meter"),
});
export type Preferences = z.infer<typeof preferencesSchema>;

/** Stored preferences over the defaults; a field that is not valid any more falls back alone. */
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
