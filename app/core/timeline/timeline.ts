/** The timeline: what happens when. Every view, sound and file uses it, and computes no times of its own. */

import type { Kit } from "../kit/kit";
import { type CellItem, type Phrase, type PlayedSwell, playItems, type Swell, type Window } from "../phrase/phrase";
import { type Pulse, pulseOf } from "../pulse/pulse";
import {
  homePlace,
  isHand,
  type KitVoice,
  LEVELS,
  type Level,
  LIMBS,
  type Limb,
  otherHand,
  partsOf,
  type Stroke,
  type Technique,
} from "../stroke/stroke";
import { type Bpm, barTicks, type Meter, type Rate, secondsToTicks, slotTicks, type Ticks, ticks } from "../time/time";
import type { Fold, TimelineSlot } from "./slot";
import { voiceSlots } from "./voice-slots";

/** One played cell. */
export interface TimelineCell {
  readonly index: number;
  readonly at: Ticks;
  readonly duration: Ticks;
  readonly size: number;
  readonly firstSlot: number;
  readonly rate: Rate;
  /** Its item in the line. */
  readonly item: CellItem;
}

/** One sounding stroke or grace note. */
export interface TimelineEvent {
  readonly at: Ticks;
  /** Duration of its part of the slot; for a grace note, up to the next note of its ornament. */
  readonly duration: Ticks;
  readonly limb: Limb;
  readonly level: Level;
  /** Loudness on the scale of {@link LEVELS}, 0 to 2: the level's own, or in between where the phrase swells. */
  readonly force: number;
  readonly technique: Technique;
  readonly place: KitVoice;
  /** The number of grace notes before this stroke, and their surface if it differs. */
  readonly graces: number;
  readonly gracePlace?: KitVoice;
  /** For a grace note: its index in the ornament, from 0. */
  readonly grace?: number;
  readonly slot: number;
  /** The part of a shared slot, and their number. */
  readonly part: number;
  readonly parts: number;
}

/** One playing of a run that grows louder or softer. */
export interface TimelineSwell {
  readonly swell: Swell;
  readonly firstSlot: number;
  readonly lastSlot: number;
  /** Its first and last stroke. */
  readonly from: Ticks;
  readonly to: Ticks;
}

/** A bar line the player wrote, compared with the meter. */
export interface BarCheck {
  readonly at: Ticks;
  /** Ticks after the nearest real bar line; negative before it; 0 if correct. */
  readonly offBy: Ticks;
  /** The cell after it. */
  readonly beforeCell: number;
}

export interface Timeline {
  readonly meter: Meter;
  readonly pulse: Pulse;
  readonly tempo: Bpm;
  readonly window: Window;
  readonly slots: readonly TimelineSlot[];
  readonly cells: readonly TimelineCell[];
  /** In order of time; simultaneous events in the order of {@link LIMBS}. */
  readonly events: readonly TimelineEvent[];
  readonly barChecks: readonly BarCheck[];
  readonly swells: readonly TimelineSwell[];
  /** Surfaces the kit lacks, and their substitutes; empty without a kit. */
  readonly folds: readonly Fold[];
  /** The end of the last slot; the window's start for an empty line. */
  readonly end: Ticks;
}

/**
 * Time between grace notes, or from one to its stroke. Estimates: a tight flam leads by about 30 ms at any tempo, the
 * notes of a drag or ruff are slightly further apart.
 */
export const FLAM_SECONDS = 0.028;
const DRAG_SECONDS = 0.042;
/** An ornament takes at most this share of the slot part before it, at any tempo. */
const GRACE_SHARE = 0.5;
/** A choked cymbal is stopped after this share of its note: the ear wants it short. Our estimate. */
const CHOKE_SHARE = 0.5;

/**
 * How long a stroke sounds, if that is defined: a buzz for its whole note, a choked cymbal until the hand arrives.
 * Otherwise null.
 */
export function lastsFor({ technique, duration }: Pick<TimelineEvent, "technique" | "duration">): number | null {
  if (technique === "buzz") return duration;
  return technique === "choke" ? duration * CHOKE_SHARE : null;
}

/**
 * Lays out the phrase in exact time, and on the kit if there is one. The line must be valid at its rates, as {@link
 * readStickLine} ensures.
 */
export function layOut(phrase: Phrase, kit: Kit | null = null): Timeline {
  const { meter, tempo, window, pulse = pulseOf(meter) } = phrase;
  const drafts: TimelineSlot[] = [];
  const cells: TimelineCell[] = [];
  const barChecks: BarCheck[] = [];
  const swelling = new Map<PlayedSwell, { firstSlot: number; lastSlot: number }>();
  let at: number = window.start;
  for (const played of playItems(phrase.line)) {
    if (played.kind === "bar") {
      barChecks.push({ at: ticks(at), offBy: fromNearestBarLine(at, meter), beforeCell: cells.length });
      continue;
    }
    const { item, rate } = played;
    const duration = slotTicks(rate);
    cells.push({
      index: cells.length,
      at: ticks(at),
      duration: ticks(duration * item.slots.length),
      size: item.slots.length,
      firstSlot: drafts.length,
      rate,
      item,
    });
    for (const [place, content] of item.slots.entries()) {
      const cell = cells.length - 1;
      drafts.push({ index: drafts.length, at: ticks(at), duration, cell, inCell: place, content, voiced: content });
      at += duration;
    }
    if (played.swell) {
      const { firstSlot } = swelling.get(played.swell) ?? { firstSlot: drafts.length - item.slots.length };
      swelling.set(played.swell, { firstSlot, lastSlot: drafts.length - 1 });
    }
  }
  const swells = [...swelling].map(([{ swell }, range]) => timeSwell(swell, range, drafts));
  for (const swell of swells) {
    for (let index = swell.firstSlot; index <= swell.lastSlot; index++) {
      const draft = drafts[index] as TimelineSlot;
      drafts[index] = { ...draft, loud: loudAt(draft.at, swell) };
    }
  }
  const { slots, folds } = voiceSlots(drafts, phrase.voicing, pulse, kit);
  const events: TimelineEvent[] = [];
  let next = 0;
  for (const slot of slots) {
    while ((swells[next]?.lastSlot ?? slots.length) < slot.index) next++;
    const swell = swells[next];
    pushSlotEvents(events, slot, phrase, swell && swell.firstSlot <= slot.index ? swell : null);
  }
  // Stable, so that simultaneous events keep their order; only grace notes move.
  events.sort((a, b) => a.at - b.at || LIMBS.indexOf(a.limb) - LIMBS.indexOf(b.limb));
  return { meter, pulse, tempo, window, slots, cells, events, barChecks, swells, folds, end: ticks(at) };
}

/** The swell that a slot is in. */
export function swellAt({ swells }: Pick<Timeline, "swells">, slot: number): TimelineSwell | null {
  return swells.find(({ firstSlot, lastSlot }) => firstSlot <= slot && slot <= lastSlot) ?? null;
}

function timeSwell(
  swell: Swell,
  { firstSlot, lastSlot }: Pick<TimelineSwell, "firstSlot" | "lastSlot">,
  slots: readonly TimelineSlot[],
): TimelineSwell {
  const times = slots.slice(firstSlot, lastSlot + 1).flatMap(({ at, duration, content }) => {
    const parts = partsOf(content);
    return parts.flatMap(({ kind }, part) => (kind === "strokes" ? [at + (part * duration) / parts.length] : []));
  });
  return { swell, firstSlot, lastSlot, from: ticks(times[0] ?? 0), to: ticks(times.at(-1) ?? 0) };
}

/** Progress of the swell at a time, 0 soft to 1 loud. */
export function loudAt(at: number, { swell, from, to }: Pick<TimelineSwell, "swell" | "from" | "to">): number {
  const gone = Math.min(1, Math.max(0, (at - from) / Math.max(1, to - from)));
  return swell === "crescendo" ? gone : 1 - gone;
}

/**
 * Loudness of a stroke, 0 to 2, at a given progress of a swell. In a crescendo, a normal stroke grows from a ghost's
 * force to an accent's, a ghost up to a normal stroke's, and an accent from a normal stroke's; a diminuendo is the
 * reverse.
 */
export function forceOf(level: Level, loud: number | null): number {
  const own = LEVELS.indexOf(level);
  if (loud === null) return own;
  const [least, most] = [Math.max(0, own - 1), Math.min(LEVELS.length - 1, own + 1)];
  return least + (most - least) * loud;
}

function fromNearestBarLine(at: number, meter: Meter): Ticks {
  const bar = barTicks(meter);
  return ticks(at - Math.round(at / bar) * bar);
}

function pushSlotEvents(events: TimelineEvent[], slot: TimelineSlot, phrase: Phrase, swell: TimelineSwell | null) {
  const parts = partsOf(slot.voiced);
  const duration = ticks(slot.duration / parts.length);
  for (const [part, content] of parts.entries()) {
    if (content.kind === "silence") continue;
    const at = slot.at + part * duration;
    for (const stroke of content.strokes) {
      const shared = { slot: slot.index, part, parts: parts.length };
      const loud = swell && loudAt(at, swell);
      const gracePlace = stroke.graces > 0 ? slot.gracePlaces?.get(stroke) : undefined;
      if (stroke.graces > 0) {
        pushGraces(events, stroke, gracePlace, at, duration, phrase, { ...shared, force: forceOf("ghost", loud) });
      }
      events.push({
        at: ticks(at),
        duration,
        limb: stroke.limb,
        level: stroke.level,
        force: forceOf(stroke.level, loud),
        technique: stroke.technique,
        place: stroke.place ?? homePlace(stroke.limb),
        graces: stroke.graces,
        ...(gracePlace ? { gracePlace } : {}),
        ...shared,
      });
    }
  }
}

function pushGraces(
  events: TimelineEvent[],
  stroke: Stroke,
  gracePlace: KitVoice | undefined,
  at: number,
  room: Ticks,
  { tempo, meter }: Phrase,
  shared: Pick<TimelineEvent, "slot" | "part" | "parts" | "force">,
) {
  if (!isHand(stroke.limb)) return;
  const spacing = graceSpacing(stroke.graces, room, tempo, meter);
  for (let grace = 0; grace < stroke.graces; grace++) {
    events.push({
      at: ticks(at - (stroke.graces - grace) * spacing),
      duration: spacing,
      limb: otherHand(stroke.limb),
      level: "ghost",
      technique: "plain",
      place: gracePlace ?? stroke.place ?? homePlace(stroke.limb),
      graces: 0,
      grace,
      ...shared,
    });
  }
}

/** Ticks between grace notes before a stroke with `room` ticks to itself, at least 1. */
function graceSpacing(graces: number, room: Ticks, tempo: Bpm, meter: Meter): Ticks {
  const wanted = secondsToTicks(graces === 1 ? FLAM_SECONDS : DRAG_SECONDS, tempo, meter);
  return ticks(Math.max(1, Math.min(wanted, Math.floor((room * GRACE_SHARE) / graces))));
}

/** The slot sounding at `at`, by binary search; null outside the phrase. */
export function slotAt(timeline: Timeline, at: number): TimelineSlot | null {
  const { slots } = timeline;
  if (at < timeline.window.start || at >= timeline.end) return null;
  let low = 0;
  let high = slots.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((slots[middle] as TimelineSlot).at <= at) low = middle;
    else high = middle - 1;
  }
  return slots[low] ?? null;
}

/** The surface that the line itself names for an event's stroke; null if it is left to the voicing. */
export function placeByHand(timeline: Timeline, { slot, part, limb }: TimelineEvent): KitVoice | null {
  const content = timeline.slots[slot]?.content;
  const piece = content ? partsOf(content)[part] : undefined;
  if (piece?.kind !== "strokes") return null;
  return piece.strokes.find((stroke) => stroke.limb === limb)?.place ?? null;
}

/** Whether hands and feet both play, but never two limbs at once: "linear". Grace notes belong to their stroke. */
export function isLinear({ events }: Pick<Timeline, "events">): boolean {
  const strokes = events.filter(({ grace }) => grace === undefined);
  const times = new Set(strokes.map(({ at }) => at));
  const feet = strokes.filter(({ limb }) => limb === "K" || limb === "H").length;
  return times.size === strokes.length && feet > 0 && feet < strokes.length;
}
