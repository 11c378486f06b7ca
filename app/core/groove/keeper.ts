/** The backbeat keeper: which of the groove's backbeats a fill keeps, and changes that would keep the others. */

import { MAX_FIXED_SLOTS } from "../fit/closing";
import { isWritable, mapPlayedSlots } from "../line/rewrite";
import { ALL_STROKES, type Orchestration } from "../orchestration/layers";
import type { Line } from "../phrase/phrase";
import { backbeatsBetween } from "../pulse/pulse";
import {
  type Hand,
  isHand,
  joinStrokes,
  makeStroke,
  mapParts,
  otherHand,
  type Slot,
  type Stroke,
  strokesOf,
} from "../stroke/stroke";
import type { Ticks } from "../time/time";
import type { TimelineSlot } from "../timeline/slot";
import type { Timeline, TimelineEvent } from "../timeline/timeline";
import type { LoopForm } from "./sounding";

/** What the fill has on a backbeat of the groove. */
export type BackbeatState =
  /** A hand on the snare, accented. */
  | "kept"
  /** A hand on the snare, not accented. */
  | "soft"
  /** A hand somewhere else. */
  | "elsewhere"
  /** Only a foot. */
  | "foot"
  | "silent"
  /** No slot starts there. */
  | "between"
  /** The phrase hasn't started or is already over. */
  | "empty";

export type BackbeatFixKind = "accent" | "to-snare" | "hand-with" | "hand-for" | "hand-in";

/** A change to one note that keeps one backbeat. */
export interface BackbeatFix {
  readonly kind: BackbeatFixKind;
  readonly hand: Hand;
  readonly line: Line;
}

export interface BackbeatCheck {
  /** Position from the phrase's first bar line. */
  readonly at: Ticks;
  readonly state: BackbeatState;
  readonly slot: number | null;
  /** Most likely first; empty if the backbeat is kept, or no note can be changed. */
  readonly fixes: readonly BackbeatFix[];
}

/** One check per backbeat from the window's start to the end of the fill. Empty for a pulse without backbeats. */
export function checkBackbeats(
  timeline: Timeline,
  line: Line,
  { fillAt, fillStart, fillEnd }: LoopForm,
): BackbeatCheck[] {
  return backbeatsBetween(timeline.pulse, fillStart - fillAt, fillEnd - fillAt).map((at) =>
    checkOne(timeline, line, at),
  );
}

function checkOne(timeline: Timeline, line: Line, at: Ticks): BackbeatCheck {
  const here = timeline.events.filter((event) => event.at === at && event.grace === undefined);
  const slot = timeline.slots.find((one) => one.at === at) ?? null;
  const state = judge(here, slot, timeline, at);
  // Changes are computed slot by slot; for lines too long to be fills that would slow down every edit.
  const isFixed = slot !== null && state !== "kept" && timeline.slots.length <= MAX_FIXED_SLOTS;
  const fixes = isFixed ? listFixes(here, slot, state, timeline, line) : [];
  return { at, state, slot: slot?.index ?? here[0]?.slot ?? null, fixes };
}

function judge(
  here: readonly TimelineEvent[],
  slot: TimelineSlot | null,
  { window, end }: Timeline,
  at: Ticks,
): BackbeatState {
  const hands = here.filter(({ limb }) => isHand(limb));
  const onSnare = hands.filter(({ place }) => place === "sn");
  if (onSnare.some(({ level }) => level === "accent")) return "kept";
  if (onSnare.length > 0) return "soft";
  if (hands.length > 0) return "elsewhere";
  if (here.length > 0) return "foot";
  if (at < window.start || at >= end) return "empty";
  return slot ? "silent" : "between";
}

function listFixes(
  here: readonly TimelineEvent[],
  slot: TimelineSlot,
  state: BackbeatState,
  timeline: Timeline,
  line: Line,
): BackbeatFix[] {
  const playing = here.find(({ limb, place }) => isHand(limb) && (state !== "soft" || place === "sn"))?.limb;
  const hand = playing && isHand(playing) ? playing : freerHand(timeline, slot.at);
  const change = (kind: BackbeatFixKind, next: (strokes: readonly Stroke[]) => readonly Stroke[]): BackbeatFix => ({
    kind,
    hand,
    line: mapPlayedSlots(line, (content, index) => (index === slot.index ? changeFirst(content, next) : content)),
  });
  const backbeat = makeStroke(hand, { level: "accent", place: "sn" });
  const accent = (place: boolean) => (strokes: readonly Stroke[]) =>
    strokes.map((stroke) =>
      stroke.limb === hand
        ? { ...stroke, level: "accent" as const, ...(place ? { place: "sn" as const } : {}) }
        : stroke,
    );
  const found =
    state === "soft"
      ? [change("accent", accent(false))]
      : state === "elsewhere"
        ? [change("to-snare", accent(true))]
        : state === "foot"
          ? [change("hand-with", (strokes) => [...strokes, backbeat]), change("hand-for", () => [backbeat])]
          : [change("hand-in", () => [backbeat])];
  return found.filter((fix) => fix.line !== line && isWritable(fix.line));
}

/** The slot with the strokes of its first part changed. */
function changeFirst(slot: Slot, next: (strokes: readonly Stroke[]) => readonly Stroke[]): Slot {
  return mapParts(slot, (part, number) => (number === 0 ? joinStrokes(next(strokesOf(part))) : part));
}

/** The hand whose nearest stroke on either side is further away. */
function freerHand(timeline: Timeline, at: Ticks): Hand {
  const nearest = (hand: Hand) =>
    timeline.events.reduce(
      (least, event) => (event.limb === hand ? Math.min(least, Math.abs(event.at - at)) : least),
      Number.POSITIVE_INFINITY,
    );
  const [right, left] = [nearest("R"), nearest("L")];
  if (right !== left) return right > left ? "R" : "L";
  const before = timeline.events.findLast((event) => event.at < at && isHand(event.limb))?.limb;
  return before && isHand(before) ? otherHand(before) : "R";
}

/** The voicing with a layer on top that keeps backbeat hands on the snare; null if it already has one. */
export function keepBackbeatLayer(voicing: Orchestration): Orchestration | null {
  if (voicing.some(({ on, rule }) => on && rule.kind === "backbeat")) return null;
  return [...voicing, { on: true, rule: { kind: "backbeat", on: "sn" }, filter: ALL_STROKES }];
}
