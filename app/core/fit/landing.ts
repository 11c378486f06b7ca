/** How a phrase arrives on the next one, for one player. */

import { type Player, type Reach, reachCrash } from "../player/player";
import { type Hand, isHand, type KitVoice, type Limb, partsOf, strokesOf } from "../stroke/stroke";
import { nextBarLine, type Seconds, type Ticks, ticks, ticksToSeconds } from "../time/time";
import type { Timeline, TimelineEvent } from "../timeline/timeline";

export interface HandOnLanding {
  readonly hand: Hand;
  /** Time from its last stroke to one; null if it doesn't play. */
  readonly rest: Ticks | null;
  readonly restSeconds: Seconds | null;
  /** The crash it can reach soonest, and the time that takes from its last stroke. */
  readonly crash: KitVoice;
  readonly need: Seconds;
  /** The surface of its last stroke; null if it doesn't play. */
  readonly from: KitVoice | null;
  /** Whether it has enough time. */
  readonly free: boolean;
}

/** Which hand starts each repeat of the phrase as written. */
export interface Lead {
  readonly hand: Hand;
  /** Whether the same hand also ends the phrase, and so plays twice in a row at the repeat. */
  readonly isDoubled: boolean;
}

export interface Landing {
  /** One: the first bar line at or after the end of both phrase and window. */
  readonly one: Ticks;
  /** The limbs of the last stroke. */
  readonly last: readonly Limb[];
  /** Time from the last stroke to one. */
  readonly timeLeft: Ticks;
  readonly secondsLeft: Seconds;
  /** Both hands, the crashing one first. */
  readonly hands: readonly [HandOnLanding, HandOnLanding];
  /** Consecutive kicks that end on the slot before one and lead into the kick there. */
  readonly kickRun: number;
  /** Kick strokes per second from the last of the run to one; null without a run. */
  readonly kickSpeed: number | null;
  /** Null unless both hands play. */
  readonly lead: Lead | null;
}

/** If both hands are free, the other hand crashes if it arrives this much sooner. Seconds; our estimate. */
const MUCH_NEARER = 0.08;

/** Null for a phrase without strokes: there is nothing to land. */
export function findLanding(timeline: Timeline, player: Player): Landing | null {
  const { meter, tempo, window } = timeline;
  const strokes = timeline.events.filter((event) => event.grace === undefined);
  const lastAt = strokes.at(-1)?.at;
  if (lastAt === undefined) return null;
  const one = nextBarLine(ticks(Math.max(timeline.end, window.start + window.length)), meter);
  const inSeconds = (span: number) => ticksToSeconds(span, tempo, meter);
  const land = (hand: Hand): HandOnLanding => {
    const played = strokes.findLast((event) => event.limb === hand);
    const { place: crash, need }: Reach = reachCrash(player, hand, played?.place ?? null);
    if (!played) return { hand, rest: null, restSeconds: null, crash, need, from: null, free: true };
    const rest = ticks(one - played.at);
    const restSeconds = inSeconds(rest);
    return { hand, rest, restSeconds, crash, need, from: played.place, free: restSeconds >= need };
  };
  const run = timeline.end === one ? countKickRun(timeline) : 0;
  return {
    one,
    last: strokes.filter((event) => event.at === lastAt).map((event) => event.limb),
    timeLeft: ticks(one - lastAt),
    secondsLeft: inSeconds(one - lastAt),
    hands: crashFirst(land(player.hands.leading), land(player.hands.leading === "R" ? "L" : "R")),
    kickRun: run,
    kickSpeed: run > 0 ? 1 / inSeconds(one - lastAt) : null,
    lead: findLead(strokes),
  };
}

/**
 * If both hands can crash, the leading hand does, unless the other is much nearer. If only one can, that one; if
 * neither, the closest.
 */
function crashFirst(leading: HandOnLanding, other: HandOnLanding): Landing["hands"] {
  const spare = ({ restSeconds, need }: HandOnLanding) => (restSeconds ?? Number.POSITIVE_INFINITY) - need;
  const takesOther =
    leading.free === other.free
      ? leading.free
        ? other.from !== null && other.need < leading.need - MUCH_NEARER
        : spare(other) > spare(leading)
      : other.free;
  return takesOther ? [other, leading] : [leading, other];
}

function findLead(strokes: readonly TimelineEvent[]): Lead | null {
  const hands = strokes.map(({ limb }) => limb).filter(isHand);
  const [first] = hands;
  if (!first || hands.every((hand) => hand === first)) return null;
  return { hand: first, isDoubled: hands.at(-1) === first };
}

/**
 * Score of a landing, to compare two: one free hand counts 2, both 3, and a kick into one adds 1. -1 when nothing
 * lands.
 */
export function rankLanding(landing: Landing | null): number {
  if (!landing) return -1;
  const free = landing.hands.filter((hand) => hand.free).length;
  return (free === 2 ? 3 : free === 1 ? 2 : 0) + (landing.kickRun > 0 ? 1 : 0);
}

/** Kicks on consecutive parts of slots, counted back from the end. */
function countKickRun(timeline: Timeline): number {
  let run = 0;
  for (const slot of timeline.slots.toReversed()) {
    for (const part of partsOf(slot.content).toReversed()) {
      if (!strokesOf(part).some((stroke) => stroke.limb === "K")) return run;
      run++;
    }
  }
  return run;
}
