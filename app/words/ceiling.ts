/** How fast a phrase can be played, and what limits it, in a drummer's words. */

import { handOnTop, type Kit, surfaceAt } from "~/core/kit";
import { type Ceiling, type Demand, listMotions, type Motion, type OtherPlace } from "~/core/player";
import { isHand, KIT_VOICE_NAMES } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { capital, LIMB_NAMES, thePlace } from "./slot";
import type { Verdict } from "./verdict";

/** "128": tempos aren't known more precisely than to one bpm. */
export function describeBpm(bpm: number): string {
  return Number.isFinite(bpm) ? String(Math.floor(bpm)) : "any tempo";
}

function notes(from: Motion, to: Motion, several = false): string {
  if (from.slot === to.slot) return `in note ${from.slot + 1}`;
  return several ? `notes ${from.slot + 1} to ${to.slot + 1}` : `notes ${from.slot + 1} and ${to.slot + 1}`;
}

/** Whether the limb goes back immediately: then we name the way there and back. */
function findReturn(timeline: Timeline, { limb, from, to }: Demand): Motion | null {
  const next = listMotions(timeline).find((motion) => motion.limb === limb && motion.moment > to.moment);
  return next?.place === from.place ? next : null;
}

function wordDemand(timeline: Timeline, demand: Demand, kit: Kit): string {
  const { kind, limb, from, to } = demand;
  const who = LIMB_NAMES[limb];
  switch (kind) {
    case "move": {
      const back = findReturn(timeline, demand);
      const way = `${KIT_VOICE_NAMES[from.place]} to ${KIT_VOICE_NAMES[to.place]}`;
      return back
        ? `${who}, ${way} and back between notes ${from.slot + 1} and ${back.slot + 1}`
        : `${who}, ${way} between notes ${from.slot + 1} and ${to.slot + 1}`;
    }
    case "bounce":
      return `${who}, bounced strokes ${notes(from, to)}`;
    case "coordination":
      return `${wordTurns(timeline, demand)}, ${notes(from, to, true)}`;
    case "buzz":
      return `${LIMB_NAMES[from.limb]}, time for the buzz on note ${from.slot + 1}`;
    case "choke":
      return `a hand free to choke the ${KIT_VOICE_NAMES[struckOf(demand).place]} on note ${struckOf(demand).slot + 1}`;
    case "double":
      return `${who}, two strokes in a row, ${notes(from, to)}`;
    case "turn":
      return `${who}, three strokes, ${notes(from, to, true)}`;
    case "burst":
      return `${who}, a burst, ${notes(from, to, true)}`;
    case "singles":
      return `${who}, steady singles, ${notes(from, to, true)}`;
    case "cross":
      return `${describeCrossing(from, to, kit)}, ${notes(from, to)}`;
  }
}

function struckOf({ from, to }: Demand): Motion {
  return from.chokedAt === null ? to : from;
}

/** "hands in turn", "hands and feet in turn". */
function wordTurns(timeline: Timeline, { from, to }: Demand): string {
  const between = listMotions(timeline).filter(({ moment }) => moment >= from.moment && moment <= to.moment);
  const hands = between.some(({ limb }) => isHand(limb));
  const feet = between.some(({ limb }) => !isHand(limb));
  if (hands && feet) return "hands and feet in turn";
  return hands ? "hand to hand" : "foot to foot";
}

/** "right hand over left, closed hi-hat over snare". */
function describeCrossing(from: Motion, to: Motion, kit: Kit): string {
  const [right, left] = from.limb === "R" ? [from, to] : [to, from];
  const [atRight, atLeft] = [surfaceAt(kit, right.place), surfaceAt(kit, left.place)];
  const top = atRight && atLeft ? handOnTop(atRight, atLeft) : "R";
  const [over, under] = top === "R" ? [right, left] : [left, right];
  return `${LIMB_NAMES[over.limb]} over ${over.limb === "R" ? "left" : "right"}, ${KIT_VOICE_NAMES[over.place]} over ${KIT_VOICE_NAMES[under.place]}`;
}

/** "Left hand, snare to floor tom and back between notes 6 and 8: 128." */
export function describeBottleneck(timeline: Timeline, { bpm, bottleneck }: Ceiling, kit: Kit): string {
  return `${capital(wordDemand(timeline, bottleneck, kit))}: ${describeBpm(bpm)}.`;
}

/** The top tempo in a verdict: headline and limit. */
export function describeCeiling(timeline: Timeline, ceiling: Ceiling | null, kit: Kit | null): Verdict {
  if (!ceiling || !kit) return { tone: "plain", headline: "No top tempo", detail: "No hand or foot plays twice" };
  const isOver = timeline.tempo > ceiling.bpm;
  const headline = isOver ? `Too fast: top tempo ${describeBpm(ceiling.bpm)}` : `Up to ${describeBpm(ceiling.bpm)} bpm`;
  const detail = capital(wordDemand(timeline, ceiling.bottleneck, kit));
  return { tone: isOver ? "bad" : "good", headline, detail };
}

/** "With note 7 on tom 2 it would be 151." */
export function describeOtherPlace(other: OtherPlace | null): string {
  return other
    ? `With note ${other.slot + 1} on ${thePlace(other.place)} you could play it at ${describeBpm(other.bpm)}.`
    : "";
}
