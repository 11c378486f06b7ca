/** How a phrase arrives on the one that follows it, for one player. */

import { type Player, type Reach, reachCrash } from "../player/player";
import { type Hand, isHand, type KitVoice, type Limb, partsOf, strokesOf } from "../stroke/stroke";
import { nextBarLine, type Seconds, type Ticks, ticks, ticksToSeconds } from "../time/time";
import type { Timeline, TimelineEvent } from "../timeline/timeline";

export interface HandOnLanding {
  readonly hand: Hand;
  /** From its last stroke to the one; null when it does not play. */
  readonly rest: Ticks | null;
  readonly restSeconds: Seconds | null;
  /** The crash that it reaches soonest, and what it needs to get there from its last stroke. */
  readonly crash: KitVoice;
  readonly need: Seconds;
  /** Where it strikes last; null when it does not play. */
  readonly from: KitVoice | null;
  /** Whether it has the time that it needs. */
  readonly free: boolean;
}

/** Which hand plays first each time the phrase is repeated as it is written. */
export interface Lead {
  readonly hand: Hand;
  /** Whether the same hand also plays last, so that it plays twice in a row where the repeat begins. */
  readonly isDoubled: boolean;
}

export interface Landing {
  /** The one: the first bar line at or after the end of phrase and window. */
  readonly one: Ticks;
  /** Limbs of the last stroke. */
  readonly last: readonly Limb[];
  /** From the last stroke to the one. */
  readonly timeLeft: Ticks;
  readonly secondsLeft: Seconds;
  /** Both hands, the one to crash with first. */
  readonly hands: readonly [HandOnLanding, HandOnLanding];
  /** Kicks in a row that end on the slot before the one, and run into the kick on it. */
  readonly kickRun: number;
  /** Kick strokes a second, from the last of the run to the one; null without a run. */
  readonly kickSpeed: number | null;
  /** Null when fewer than both hands play. */
  readonly lead: Lead | null;
}

/** The other hand crashes, though both are free, when it gets there this much sooner. Seconds; our estimate. */
const MUCH_NEARER = 0.08;

/** Null for a phrase without a stroke: nothing lands. */
export function describeLanding(timeline: Timeline, player: Player): Landing | null {
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

/** The leading hand crashes when both can, unless the other is much nearer; else the one that can, or comes closest to it. */
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
 * How good a landing is, to compare two: a free hand counts 2, both 3; a kick into the one adds 1. -1 when nothing lands.
 */
export function rankLanding(landing: Landing | null): number {
  if (!landing) return -1;
  const free = landing.hands.filter((hand) => hand.free).length;
  return (free === 2 ? 3 : free === 1 ? 2 : 0) + (landing.kickRun > 0 ? 1 : 0);
}

/** Kicks in consecutive parts of slots, counted back from the end. */
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
