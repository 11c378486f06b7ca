/** How a phrase arrives on the one that follows it. */

import { flipsLead } from "./sticking";
import { type Hand, type Limb, partsOf, strokesOf } from "./stroke";
import { nextBarLine, type Seconds, type Ticks, ticks, ticksToSeconds } from "./time";
import type { Timeline } from "./timeline";

/**
 * An estimate: a hand with this long between its last stroke and the one gets to a cymbal without hurry. The
 * hand's own reach, measured, is to replace it.
 */
export const FREE_HAND_SECONDS = 0.15 as Seconds;

export interface HandOnLanding {
  readonly hand: Hand;
  /** From its last stroke to the one; null when it does not play. */
  readonly rest: Ticks | null;
  readonly restSeconds: Seconds | null;
  readonly free: boolean;
}

export interface Landing {
  /** The one: the first bar line at or after the end of phrase and window. */
  readonly one: Ticks;
  /** Limbs of the last stroke. */
  readonly last: readonly Limb[];
  /** From the last stroke to the one. */
  readonly timeLeft: Ticks;
  readonly secondsLeft: Seconds;
  /** Both hands, the one with more time first: it is the one to crash with. */
  readonly hands: readonly [HandOnLanding, HandOnLanding];
  /** Kicks in a row that end on the slot before the one, and run into the kick on it. */
  readonly kickRun: number;
  /** Kick strokes a second, from the last of the run to the one; null without a run. */
  readonly kickSpeed: number | null;
  /** Whether repeating alternates the leading hand; null when fewer than both hands play. */
  readonly leadFlips: boolean | null;
}

/** Null for a phrase without a stroke: nothing lands. */
export function describeLanding(timeline: Timeline): Landing | null {
  const { meter, tempo, window } = timeline;
  const strokes = timeline.events.filter((event) => event.grace === undefined);
  const lastAt = strokes.at(-1)?.at;
  if (lastAt === undefined) return null;
  const one = nextBarLine(ticks(Math.max(timeline.end, window.start + window.length)), meter);
  const inSeconds = (span: number) => ticksToSeconds(span, tempo, meter);

  const hands = (["R", "L"] as const)
    .map((hand): HandOnLanding => {
      const played = strokes.findLast((event) => event.limb === hand);
      if (!played) return { hand, rest: null, restSeconds: null, free: true };
      const rest = ticks(one - played.at);
      const restSeconds = inSeconds(rest);
      return { hand, rest, restSeconds, free: restSeconds >= FREE_HAND_SECONDS };
    })
    .sort((a, b) => (b.rest ?? Number.POSITIVE_INFINITY) - (a.rest ?? Number.POSITIVE_INFINITY));

  const run = timeline.end === one ? countKickRun(timeline) : 0;
  return {
    one,
    last: strokes.filter((event) => event.at === lastAt).map((event) => event.limb),
    timeLeft: ticks(one - lastAt),
    secondsLeft: inSeconds(one - lastAt),
    hands: hands as unknown as Landing["hands"],
    kickRun: run,
    kickSpeed: run > 0 ? 1 / inSeconds(one - lastAt) : null,
    leadFlips: flipsLead(strokes.map((stroke) => stroke.limb)),
  };
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
