/** The verdicts in words and numbers. */

import type { Fit, Landing } from "~/core/fit";
import type { Hand, Limb } from "~/core/stroke";
import { KIT_VOICE_NAMES } from "~/core/stroke";
import { barTicks, beatTicks, type Cycle, type Meter, type Rate, slotTicks } from "~/core/time";
import type { BarCheck } from "~/core/timeline";
import { listAnd } from "./list";
import { LIMB_NAMES } from "./slot";
import { describeMilliseconds, describeNumber, describeOneSlot, describeRate, plural } from "./time";

export type VerdictTone = "good" | "open" | "bad" | "plain";

export interface Verdict {
  readonly tone: VerdictTone;
  readonly headline: string;
  readonly detail: string;
}

/** "16 of 16 sixteenths", "1 sixteenth left to fill", "2 sixteenths too many". */
export function describeFit(fit: Fit, meter: Meter, lastRate: Rate): Verdict {
  const beats = (span: number) => plural(Math.abs(span) / beatTicks(meter), "beat");
  if (fit.verdict === "empty") {
    return {
      tone: "plain",
      headline: "Nothing yet",
      detail: `There ${fit.window === beatTicks(meter) ? "is" : "are"} ${beats(fit.window)} to fill. Type a sticking above.`,
    };
  }
  const of =
    fit.windowSlots === null
      ? `${describeNumber(fit.usedSlots)} notes, mixed values`
      : `${describeNumber(fit.usedSlots)} of ${describeNumber(fit.windowSlots)} ${describeRate(lastRate)}`;
  if (fit.verdict === "fits") return { tone: "good", headline: of, detail: `Fits exactly: ${beats(fit.used)}` };
  const spare = plural(Math.abs(fit.spareSlots), describeOneSlot(lastRate), describeRate(lastRate));
  const size = beats(fit.spare);
  return fit.verdict === "short"
    ? {
        tone: "open",
        headline: `${of}: ${describeNumber(Math.abs(fit.spareSlots))} left`,
        detail: `${spare} still to fill (${size})`,
      }
    : {
        tone: "bad",
        headline: `${of}: ${describeNumber(Math.abs(fit.spareSlots))} too many`,
        detail: `${spare} too long (${size})`,
      };
}

/** When the phrase, repeated alone, starts on a bar line again. */
export function describeCycle(cycle: Cycle | null, fit: Fit, meter: Meter): Verdict {
  if (!cycle) return { tone: "plain", headline: "Repeats", detail: "Type a sticking first" };
  if (cycle.repeats === 1) {
    const every = cycle.bars === 1 ? "bar" : plural(cycle.bars, "bar");
    return { tone: "good", headline: `Fits every ${every}`, detail: "Every repeat starts in the same place" };
  }
  const inBar = fit.used < barTicks(meter) && barTicks(meter) % fit.used === 0;
  const detail = `${plural(cycle.repeats, "repeat")}${inBar ? " in the bar" : " across the bar line"}`;
  return { tone: inBar ? "good" : "open", headline: `Lines up again after ${plural(cycle.bars, "bar")}`, detail };
}

function nameLimbs(limbs: readonly Limb[]): string {
  return listAnd(limbs.map((limb) => (limb === "K" ? "kick" : LIMB_NAMES[limb])));
}

const HAND_NAMES: Record<Hand, string> = { R: "Right", L: "Left" };

/** "Both hands free, kick into the 1", "Ends on the kick. Both hands free: right to the crash. Time to reach the 1: 163 ms". */
export function describeLanding(landing: Landing | null): Verdict {
  if (!landing) return { tone: "plain", headline: "Landing", detail: "Type a sticking first" };
  const ends = `Ends on the ${nameLimbs(landing.last)}`;
  const free = landing.hands.filter((hand) => hand.free);
  const crash = landing.hands[0];
  const hand = HAND_NAMES[crash.hand];
  const where = KIT_VOICE_NAMES[crash.crash];
  const [headline, words] =
    free.length === 2
      ? ["Both hands free", `${hand.toLowerCase()} to the ${where}`]
      : free.length === 1
        ? [`${hand} hand free`, `it can reach the ${where}`]
        : [
            "No hand free for the crash",
            `${hand.toLowerCase()} has ${describeMilliseconds(crash.restSeconds ?? 0)} and needs ${describeMilliseconds(crash.need)}`,
          ];
  const kicks = landing.kickRun === 1 ? "kick" : `${landing.kickRun} kicks`;
  const isKicked = landing.kickRun > 0 && landing.kickSpeed;
  const kick = isKicked ? `; ${kicks} into the 1, ${landing.kickSpeed?.toFixed(1)} per second` : "";
  return {
    tone: free.length > 0 ? "good" : "bad",
    headline: `${headline}${isKicked ? `, ${kicks} into the 1` : ""}`,
    detail: `${ends}. ${headline}: ${words}${kick}. Time to reach the 1: ${describeMilliseconds(landing.secondsLeft)}`,
  };
}

export function describeLead(landing: Landing | null): Verdict {
  if (!landing?.lead) return { tone: "plain", headline: "One lead", detail: "Only one hand plays" };
  const { hand, isDoubled } = landing.lead;
  const name = HAND_NAMES[hand];
  return {
    tone: isDoubled ? "open" : "good",
    headline: `${name} hand leads`,
    detail: isDoubled ? `Repeats join with two ${name.toLowerCase()}s in a row` : "Hands change over at each repeat",
  };
}

/** Written bar lines that aren't on one: mentioned once, however many. */
export function describeBarChecks(wrong: readonly BarCheck[], rateOf: (cell: number) => Rate): string {
  const [first] = wrong;
  if (!first) return "";
  const off = first.offBy / slotTicks(rateOf(first.beforeCell - 1));
  const where = `The | before cell ${first.beforeCell + 1} is ${plural(Math.abs(off), "note")} ${off > 0 ? "after" : "before"} the bar line`;
  const more = wrong.length - 1;
  return more === 0 ? `${where}.` : `${where}, and ${more} more | ${more === 1 ? "is" : "are"} off too.`;
}
