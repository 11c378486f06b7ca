/** Ways to fix the length, endings, and changes that land better, in words. */

import type { Closing, ClosingWay, Ending, Fix, Landing } from "~/core/fit";
import type { Hand, Limb } from "~/core/stroke";
import { isHand, KIT_VOICE_NAMES, strokesOf } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { describeBpm } from "./ceiling";
import { listAnd } from "./list";
import { LIMB_NAMES } from "./slot";
import { describeMilliseconds, describeNumber, describeRate, plural } from "./time";

export interface WayWords {
  readonly name: string;
  readonly does: string;
}

const HANDS: Record<Hand, string> = { R: "right", L: "left" };

function nameLimb(limb: Limb): string {
  return limb === "K" ? "kick" : LIMB_NAMES[limb];
}

/** "ends on the kick, both hands free". */
export function describeLandingShort(landing: Landing | null): string {
  if (!landing) return "nothing to land from";
  const free = landing.hands.filter((hand) => hand.free);
  const hands =
    free.length === 2
      ? "both hands free"
      : free.length === 1
        ? `${HANDS[free[0]?.hand ?? "R"]} hand free`
        : "neither hand free";
  return `ends on the ${listAnd(landing.last.map(nameLimb))}, ${hands}`;
}

/** "All right-hand starts, ends on the kick, both hands free, up to 124." `top` is its top tempo, if known. */
export function describeResult(timeline: Timeline, landing: Landing | null, top: number | null): string {
  const parts = [describeStarts(timeline), describeLandingShort(landing)];
  if (top !== null) parts.push(`up to ${describeBpm(top)}`);
  return `${parts.filter(Boolean).join(", ")}.`;
}

/** Which hand begins the cells that a hand begins. */
function describeStarts({ slots: all }: Timeline): string {
  const hands = new Set(
    all
      .filter(({ inCell }) => inCell === 0)
      .flatMap(({ content }) => strokesOf(content).flatMap(({ limb }) => (isHand(limb) ? [limb] : []))),
  );
  if (hands.size === 2) return "Starts change hands";
  if (hands.size === 0) return "No hand starts";
  return hands.has("R") ? "All right-hand starts" : "All left-hand starts";
}

function slots(count: number): string {
  return plural(count, "note");
}

function short(text: string): string {
  return text.length > 20 ? `${text.slice(0, 19)}…` : text;
}

function wordWay(way: ClosingWay): WayWords {
  switch (way.kind) {
    case "tail":
      return way.cells
        ? { name: `Add ${short(way.text)}`, does: way.cells.map(({ name }) => name).join(", then ") }
        : { name: `Add ${short(way.text)}`, does: "its own beginning again" };
    case "cut":
      return { name: `Cut ${slots(way.slots)}`, does: `from the ${way.side} of the last cell` };
    case "drop":
      return {
        name: `Drop ${plural(way.cells, "cell")}`,
        does: way.slots > 0 ? `and cut ${slots(way.slots)} from the one before` : "from the end",
      };
    case "shift":
      return {
        name: `Begin ${slots(Math.abs(way.slots))} ${way.slots > 0 ? "later" : "earlier"}`,
        does: "and end where the space ends",
      };
    case "window":
      return {
        name: `Make the space ${slots(Math.abs(way.slots))} ${way.slots > 0 ? "longer" : "shorter"}`,
        does: "so it ends with the phrase",
      };
    case "rate":
      return {
        name: `Play it in ${describeRate(way.rate)}`,
        does: way.tempo
          ? `at ${describeNumber(Math.round(way.tempo * 10) / 10)} bpm, so the hands go just as fast`
          : "at the same tempo, so the hands go faster or slower",
      };
    case "round":
      return { name: `Repeat for ${plural(way.bars, "bar")}`, does: `${way.repeats} times, across the bar line` };
    case "bars":
      return {
        name: `${plural(way.bars, "bar")}, then ${short(way.text)}`,
        does: `${way.repeats === 1 ? "once" : `${way.repeats} times`}, ${way.tail ? `then ${way.tail.name} at the end` : "then its beginning at the end"}`,
      };
  }
}

export function describeClosing({ way, landing }: Closing): WayWords & { readonly landing: string } {
  return { ...wordWay(way), landing: describeLandingShort(landing) };
}

export function describeEnding(ending: Ending): WayWords {
  switch (ending.kind) {
    case "crash": {
      const time =
        ending.handSeconds === null ? "it hasn't played" : `${describeMilliseconds(ending.handSeconds)} to get there`;
      const kick =
        ending.kickSeconds === null || ending.kickSeconds > 0.5
          ? "the foot is free"
          : `one kick into the next, ${(1 / ending.kickSeconds).toFixed(1)} a second`;
      const hand = HANDS[ending.hand];
      const late = !ending.handIsFree;
      const needs = late
        ? `no hand gets there in time: the ${hand} has ${describeMilliseconds(ending.handSeconds ?? 0)}`
        : `${hand} hand to the crash, but ${kick}, more than most can`;
      return {
        name: "Crash and kick",
        does: ending.good ? `${hand} hand to the crash: ${time}; ${kick}` : needs,
      };
    }
    case "hit": {
      const where = KIT_VOICE_NAMES[ending.place];
      const time = ending.handSeconds === null ? "it hasn't played" : describeMilliseconds(ending.handSeconds);
      const choked = ending.choke
        ? `, and the ${HANDS[ending.choke]} hand chokes it`
        : ", but no hand is free to choke it";
      return {
        name: "Hit on 1, then silence",
        does: `${HANDS[ending.hand]} hand on the ${where}: ${time}${ending.good || ending.rings ? "" : ", too little"}${ending.rings ? choked : ""}`,
      };
    }
    case "stop":
      if (!ending.rings) return { name: "Hard stop", does: "nothing rings on, so 1 is silent" };
      return {
        name: "Hard stop",
        does: ending.choke
          ? `the ${KIT_VOICE_NAMES[ending.rings]} rings: the ${HANDS[ending.choke]} hand chokes it`
          : `the ${KIT_VOICE_NAMES[ending.rings]} rings, and no hand is free to choke it`,
      };
    case "time": {
      const time = ending.handSeconds === null ? "it hasn't played" : describeMilliseconds(ending.handSeconds);
      return {
        name: "Straight back into time",
        does: `${HANDS[ending.hand]} hand back to the hi-hat: ${time}${ending.good ? "" : ", too little"}`,
      };
    }
    case "half":
      return {
        name: "Stop halfway",
        does: `the first ${slots(ending.slots)}, ending on the ${listAnd(ending.last.map(nameLimb))}; then ${describeMilliseconds(ending.silence)} of silence`,
      };
  }
}

export function describeFix({ way, landing }: Fix): WayWords {
  const does = describeLandingShort(landing);
  switch (way.kind) {
    case "mirror":
      return { name: "Lead with the other hand", does };
    case "kick":
      return { name: "End on a kick", does };
    case "tail":
      return { name: `End with ${short(way.text)}`, does: `${way.tail.name}: ${does}` };
  }
}
