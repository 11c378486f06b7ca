/** What the sums say, in words and numbers. */

import {
  barTicks,
  beatTicks,
  type Cycle,
  type Fit,
  type Hand,
  type Landing,
  type Limb,
  type Meter,
  type Rate,
  slotTicks,
} from "~/core";
import { sayMilliseconds } from "./closing";
import { LIMB_NAMES } from "./slot";
import { nameRate, plural, sayNumber } from "./time";

export type Tone = "good" | "open" | "bad" | "plain";

export interface Verdict {
  readonly tone: Tone;
  readonly headline: string;
  readonly detail: string;
}

/** "16 of 16 slots", "1 slot left", "2 too many". */
export function wordFit(fit: Fit, meter: Meter, lastRate: Rate): Verdict {
  const beats = (span: number) => plural(Math.abs(span) / beatTicks(meter), "beat");
  if (fit.verdict === "empty") {
    return {
      tone: "plain",
      headline: "Nothing yet",
      detail: `The window holds ${beats(fit.window)}. Type a sticking above.`,
    };
  }
  const of =
    fit.windowSlots === null
      ? `${sayNumber(fit.usedSlots)} slots at mixed rates`
      : `${sayNumber(fit.usedSlots)} of ${sayNumber(fit.windowSlots)} slots`;
  if (fit.verdict === "fits")
    return { tone: "good", headline: of, detail: `Fits: ${beats(fit.used)}, nothing left over` };
  const slots = plural(Math.abs(fit.spareSlots), "slot");
  const size = `${beats(fit.spare)} of ${nameRate(lastRate)}`;
  return fit.verdict === "short"
    ? { tone: "open", headline: `${of}: ${slots} left`, detail: `${size} to fill` }
    : { tone: "bad", headline: `${of}: ${slots} too many`, detail: `${size} past the window` };
}

/** When the phrase, repeated by itself, begins on a bar line again. */
export function wordCycle(cycle: Cycle | null, fit: Fit, meter: Meter): Verdict {
  if (!cycle) return { tone: "plain", headline: "Comes round", detail: "when there is something to repeat" };
  if (cycle.repeats === 1) {
    return { tone: "good", headline: `Closes in ${plural(cycle.bars, "bar")}`, detail: "Repeats begin where it began" };
  }
  const inBar = fit.used < barTicks(meter) && barTicks(meter) % fit.used === 0;
  const detail = `${plural(cycle.repeats, "repeat")}${inBar ? " in the bar" : ", drifting across the bar line"}`;
  return { tone: inBar ? "good" : "open", headline: `Comes round after ${plural(cycle.bars, "bar")}`, detail };
}

function nameLimbs(limbs: readonly Limb[]): string {
  return limbs.map((limb) => (limb === "K" ? "kick" : LIMB_NAMES[limb])).join(" and ");
}

const HAND_NAMES: Record<Hand, string> = { R: "Right", L: "Left" };

/** "Last note kick, both hands free for the one". */
export function wordLanding(landing: Landing | null): Verdict {
  if (!landing) return { tone: "plain", headline: "Landing", detail: "no stroke to land from" };
  const headline = `Last note ${nameLimbs(landing.last)}, ${sayMilliseconds(landing.secondsLeft)} to the one`;
  const free = landing.hands.filter((hand) => hand.free);
  const crash = landing.hands[0];
  const words =
    free.length === 2
      ? "Both hands free for the crash"
      : free.length === 1
        ? `${HAND_NAMES[crash.hand]} hand free for the crash`
        : `No hand is free in time: ${HAND_NAMES[crash.hand].toLowerCase()} has ${sayMilliseconds(crash.restSeconds ?? 0)}`;
  const kick =
    landing.kickRun > 0 && landing.kickSpeed
      ? `; ${landing.kickRun === 1 ? "kick" : `${landing.kickRun} kicks`} into the one, ${landing.kickSpeed.toFixed(1)} a second`
      : "";
  return { tone: free.length > 0 ? "good" : "bad", headline, detail: `${words}${kick}` };
}

export function wordLead(landing: Landing | null): Verdict {
  if (landing === null || landing.leadFlips === null) {
    return { tone: "plain", headline: "One lead", detail: "fewer than two hands play" };
  }
  return landing.leadFlips
    ? { tone: "open", headline: "Lead flips", detail: "alternates with each repeat" }
    : { tone: "good", headline: "Lead stays", detail: "same hand on every repeat" };
}

/** A written bar line that is not on one. */
export function wordBarCheck(offBy: number, beforeCell: number, rate: Rate): string {
  const slots = plural(Math.abs(offBy) / slotTicks(rate), "slot");
  return `The | before cell ${beforeCell + 1} stands ${slots} ${offBy > 0 ? "after" : "before"} the bar line.`;
}
