/** How a phrase can end, what each ending needs, and what would land better. */

import { setLimb } from "../line/edit-slot";
import { isWritable, replaceLastCell, takeSlots } from "../line/rewrite";
import { formatSlots } from "../line/write";
import { type Line, mirrorLine, openingRate, type Phrase } from "../phrase/phrase";
import { type Player, reachTime } from "../player/player";
import type { Hand, KitVoice, Limb, Slot } from "../stroke/stroke";
import { beatTicks, type Seconds, type Ticks, ticks, ticksToSeconds } from "../time/time";
import { layOut, type Timeline } from "../timeline/timeline";
import { MAX_FIXED_SLOTS, type NamedCell } from "./closing";
import { measureFit } from "./fit";
import { findLanding, type HandOnLanding, type Landing, rankLanding } from "./landing";

/** Surfaces that ring and must be choked for a hard stop. */
const RINGING: readonly KitVoice[] = ["ho", "rd", "rb", "c1", "c2", "ch", "sp"];

export type Ending =
  /** Crash and bass drum together on one. */
  | {
      readonly kind: "crash";
      readonly good: boolean;
      readonly hand: Hand;
      /** Whether the hand arrives in time. */
      readonly handIsFree: boolean;
      /** The time it has; null if the hand did not play. */
      readonly handSeconds: Seconds | null;
      /** Time from the last kick to the kick on one; null without an earlier kick. */
      readonly kickSeconds: Seconds | null;
    }
  /** A last stroke on one where the hand already is, then silence: the other hand chokes what rings. */
  | {
      readonly kind: "hit";
      readonly good: boolean;
      readonly hand: Hand;
      readonly place: KitVoice;
      /** The time the hand has; null if it did not play. */
      readonly handSeconds: Seconds | null;
      /** The hand that chokes; null if nothing rings or no hand is free. */
      readonly choke: Hand | null;
      readonly rings: boolean;
    }
  /** Silence on one. A hand must be free to choke what rings. */
  | { readonly kind: "stop"; readonly good: boolean; readonly rings: KitVoice | null; readonly choke: Hand | null }
  /** The groove continues immediately, so the timekeeping hand must be back. */
  | { readonly kind: "time"; readonly good: boolean; readonly hand: Hand; readonly handSeconds: Seconds | null }
  /** Plays only the first part, then nothing until one. */
  | {
      readonly kind: "half";
      readonly good: boolean;
      readonly slots: number;
      readonly last: readonly Limb[];
      readonly silence: Seconds;
      readonly line: Line;
    };

/** The endings of a phrase for one player. Empty for a phrase without strokes. */
export function listEndings(phrase: Phrase, player: Player): Ending[] {
  const timeline = layOut(phrase, player.kit);
  const landing = findLanding(timeline, player);
  if (!landing) return [];
  return [
    crashEnding(timeline, landing, player),
    hitEnding(landing, player),
    stopEnding(timeline, landing),
    timeEnding(landing, player),
    ...halfEnding(phrase, timeline, landing, player),
  ];
}

/** The timekeeping hand must be back on its surface. */
function timeEnding(landing: Landing, player: Player): Ending {
  const { hand, from, restSeconds } = handOf(landing, player.hands.timekeeper);
  const { need } = reachTime(player, hand, from);
  return { kind: "time", good: restSeconds === null || restSeconds >= need, hand, handSeconds: restSeconds };
}

function handOf({ hands }: Landing, hand: Hand): HandOnLanding {
  return hands[0].hand === hand ? hands[0] : hands[1];
}

function crashEnding(timeline: Timeline, landing: Landing, player: Player): Ending {
  const { meter, tempo } = timeline;
  const hand = landing.hands[0];
  const kick = timeline.events.findLast((event) => event.limb === "K");
  const kickSeconds = kick ? ticksToSeconds(landing.one - kick.at, tempo, meter) : null;
  const footIsFree = kickSeconds === null || kickSeconds >= player.limits.limbs.K.double;
  return {
    kind: "crash",
    good: hand.free && footIsFree,
    hand: hand.hand,
    handIsFree: hand.free,
    handSeconds: hand.restSeconds,
    kickSeconds,
  };
}

/** The hand that has rested longest plays one more stroke where it is. */
function hitEnding({ hands }: Landing, player: Player): Ending {
  const rest = ({ restSeconds }: HandOnLanding) => restSeconds ?? Number.POSITIVE_INFINITY;
  const [one, other] = rest(hands[1]) > rest(hands[0]) ? [hands[1], hands[0]] : hands;
  const place = one.from ?? "sn";
  const rings = RINGING.includes(place);
  const choke = rings && other.free ? other.hand : null;
  const isInTime = one.restSeconds === null || one.restSeconds >= player.limits.limbs[one.hand].single;
  return {
    kind: "hit",
    good: isInTime && (!rings || choke !== null),
    hand: one.hand,
    place,
    handSeconds: one.restSeconds,
    choke,
    rings,
  };
}

function stopEnding(timeline: Timeline, landing: Landing): Ending {
  const ringing = timeline.events.findLast((event) => event.grace === undefined && RINGING.includes(event.place));
  const choke = landing.hands.find((hand) => hand.free)?.hand ?? null;
  return { kind: "stop", good: !ringing || choke !== null, rings: ringing?.place ?? null, choke };
}

/** A shorter silence doesn't sound like a stop. Seconds; our estimate. */
const MIN_STOP = 0.3;

/** Up to the beat at or before the middle of the window. */
function halfEnding(phrase: Phrase, timeline: Timeline, landing: Landing, player: Player): Ending[] {
  const { meter, tempo, window } = timeline;
  const beat = beatTicks(meter);
  const middle: Ticks = ticks(Math.floor((window.start + window.length / 2) / beat) * beat);
  const kept = timeline.slots.filter((slot) => slot.at + slot.duration <= middle).length;
  if (kept === 0 || kept === timeline.slots.length) return [];
  const line = takeSlots(phrase.line, kept);
  const cut = layOut({ ...phrase, line }, player.kit);
  const strokes = cut.events.filter((event) => event.grace === undefined);
  const last = strokes.at(-1);
  if (!last) return [];
  const limbs = strokes.filter((event) => event.at === last.at).map((event) => event.limb);
  const silence = ticksToSeconds(landing.one - last.at, tempo, meter);
  return [{ kind: "half", good: silence >= MIN_STOP, slots: kept, last: limbs, silence, line }];
}

export type FixWay =
  | { readonly kind: "mirror" }
  | { readonly kind: "tail"; readonly tail: NamedCell; readonly text: string }
  | { readonly kind: "kick" };

export interface Fix {
  readonly way: FixWay;
  readonly line: Line;
  readonly landing: Landing;
}

const MAX_FIXES = 4;

/**
 * Changes that make a phrase land better, best first: lead with the other hand, another last cell of the same size, a
 * kick at the end. None breaks the fit. Empty for a line too long to be a fill.
 */
export function listFixes(phrase: Phrase, book: readonly NamedCell[], player: Player): Fix[] {
  const timeline = layOut(phrase, player.kit);
  const before = findLanding(timeline, player);
  const crash = player.hands.timekeeper;
  const last = timeline.cells.at(-1);
  if (!before || !last || timeline.slots.length > MAX_FIXED_SLOTS) return [];
  const fit = measureFit(timeline, openingRate(phrase.line)).verdict;
  const seen = new Set<string>();
  const fixes: Fix[] = [];
  const attempt = (way: FixWay, line: Line) => {
    if (!isWritable(line)) return;
    const laid = layOut({ ...phrase, line }, player.kit);
    const landing = findLanding(laid, player);
    if (!landing || measureFit(laid, openingRate(line)).verdict !== fit) return;
    if (rankFor(landing, crash) > rankFor(before, crash)) fixes.push({ way, line, landing });
  };
  attempt({ kind: "mirror" }, mirrorLine(phrase.line));
  attempt({ kind: "kick" }, replaceLastCell(phrase.line, endOnKick(last.item.slots)));
  for (const tail of book) {
    const text = formatSlots(tail.cell);
    if (tail.cell.length !== last.size || seen.has(text)) continue;
    seen.add(text);
    attempt({ kind: "tail", tail, text }, replaceLastCell(phrase.line, tail.cell));
  }
  return fixes.sort((a, b) => rankFor(b.landing, crash) - rankFor(a.landing, crash)).slice(0, MAX_FIXES);
}

/** Landings are better when the hand on the side of the crash is free. */
export function rankFor(landing: Landing, crash: Hand): number {
  const wanted = landing.hands.find(({ hand }) => hand === crash);
  return rankLanding(landing) + (wanted?.free ? 4 : 0);
}

function endOnKick(slots: readonly Slot[]): readonly Slot[] {
  const last = slots.findLastIndex((slot) => slot.kind !== "silence");
  return last < 0 ? slots : slots.with(last, setLimb(slots[last] as Slot, "K"));
}
