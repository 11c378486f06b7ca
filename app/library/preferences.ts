/** The player's preferences; the same for all fills. */

import { CLICK_DIVISIONS, type ClickDivision } from "~/core/pulse";
import { isSame } from "~/data/same";
import { DEFAULT_LISTENING } from "~/formats/listening";
import type { Preferences } from "./preferences-store";

export type { Preferences } from "./preferences-store";

/** The row that held all preferences together, before each had its own. */
export const ALL_CHOICES = "player";

/**
 * The key of a preference's own row. It is written in one step without reading, so that a closing page still saves it,
 * and two tabs that change different preferences don't overwrite each other.
 */
export function choiceKey(field: string): string {
  return `${ALL_CHOICES}.${field}`;
}

export const HANDEDNESS = ["right", "left", "open"] as const;
export type Handedness = (typeof HANDEDNESS)[number];
export const THEMES = ["system", "daylight", "backline"] as const;
export const CLICKS_BETWEEN = ["nothing", ...CLICK_DIVISIONS] as const;

/** When single letters, digits and signs are commands. */
export const LETTER_KEYS = ["always", "chosen", "off"] as const;

/** The clicks between beats, as a click plan. */
export function divisionOf({ clicksBetween }: Pick<Preferences, "clicksBetween">): ClickDivision | null {
  return clicksBetween === "nothing" ? null : clicksBetween;
}

export const DEFAULT_PREFERENCES: Preferences = {
  hands: "right",
  countStyle: "beats",
  sixes: "whole",
  repeats: "written",
  paper: null,
  orientation: "portrait",
  printSize: "standard",
  noteMap: {},
  fillParts: ["tempos", "staff", "stack", "line", "landing", "groove", "legend", "steps", "code"],
  lessonParts: ["tempos", "staff", "legend", "code"],
  theme: "system",
  letterKeys: "always",
  ownKeys: {},
  wayIn: true,
  ghostsTold: false,
  volume: 0.5,
  sounds: "studio",
  weakerHand: true,
  room: 0.5,
  isDry: false,
  fillVolume: 0.5,
  grooveVolume: 0.5,
  clickVolume: 0.5,
  countInVolume: 0.5,
  click: false,
  clicksOn: "beat",
  clicksBetween: "nothing",
  silentBars: 0,
  countInBars: 1,
  cellTempo: 80,
  cellMeter: "4/4",
  kit: "four-piece",
  level: "working",
  measured: {},
  listening: DEFAULT_LISTENING,
};

/** The part of `chosen` that differs from what is stored; the same object if all of it does. */
export function withoutStored(chosen: Partial<Preferences>, stored: Preferences): Partial<Preferences> {
  const all = Object.keys(chosen) as (keyof Preferences)[];
  const left = all.filter((field) => !isSame(chosen[field], stored[field]));
  return left.length === all.length ? chosen : Object.fromEntries(left.map((field) => [field, chosen[field]]));
}
