/** Hits: what was played, as pads, keys or a simulated drummer report it. */

import { basePlace } from "../kit/kit";
import { canPlay, isHand, type KitVoice, type Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";

export interface Hit {
  /** From the start of the repeat; before 0 for what comes early on its first stroke. */
  readonly at: Seconds;
  /** Null where the input does not say. A pad knows its surface, a key its limb. */
  readonly place: KitVoice | null;
  readonly limb: Limb | null;
  /** 1 to 127; null where the input cannot tell. */
  readonly velocity: number | null;
}

/** Two reports of one pad closer than this may be one stroke that triggered twice; no limb repeats so fast. Our estimate. */
export const DOUBLE_TRIGGER = seconds(0.025);
/** They are when the second is this much softer: two hands on one drum are a flam, and alike. */
const ECHO_SHARE = 0.7;

export interface CleanHits {
  /** In order of time. */
  readonly hits: readonly Hit[];
  /** Second triggers of one stroke, most likely; left out of the hits. */
  readonly echoes: readonly Hit[];
}

/** Hits in order, each stroke once. */
export function cleanHits(hits: readonly Hit[]): CleanHits {
  const inOrder = hits.toSorted((a, b) => a.at - b.at);
  const last = new Map<string, Hit>();
  const kept: Hit[] = [];
  const echoes: Hit[] = [];
  for (const hit of inOrder) {
    const pad = `${hit.place} ${hit.limb}`;
    const before = last.get(pad);
    if (before && hit.at - before.at < DOUBLE_TRIGGER && isEcho(before, hit)) echoes.push(hit);
    else {
      last.set(pad, hit);
      kept.push(hit);
    }
  }
  return { hits: kept, echoes };
}

function isEcho(before: Hit, { velocity }: Hit): boolean {
  return before.velocity === null || velocity === null || velocity < before.velocity * ECHO_SHARE;
}

/** Whether a hit is on another surface than is wanted, as far as that is known. Zones of one surface are one. */
export function isElsewhere(hit: Hit, place: KitVoice): boolean {
  return hit.place !== null && basePlace(hit.place) !== basePlace(place);
}

/** Whether another limb has played than is wanted, as far as that is known: pedals are played by feet. */
export function isOtherLimb(hit: Hit, limb: Limb): boolean {
  if (hit.limb !== null) return hit.limb !== limb;
  return false;
}

/** Whether hands or feet have played; null where that is not known. */
export function isByHand({ limb, place }: Hit): boolean | null {
  if (limb !== null) return isHand(limb);
  if (place === null) return null;
  return canPlay("R", place);
}
