/** Hits: strokes as reported by pads, keys or the simulated drummer. */

import { basePlace } from "../kit/kit";
import { canPlay, isHand, type KitVoice, type Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";

export interface Hit {
  /** Time from the start of the repeat; negative if it comes early on the first stroke. */
  readonly at: Seconds;
  /** Null if the input can't tell. A pad knows its surface, a key its limb. */
  readonly place: KitVoice | null;
  readonly limb: Limb | null;
  /** 1 to 127; null if the input can't tell. */
  readonly velocity: number | null;
}

/**
 * Two reports of one pad closer than this may be one stroke that triggered twice; no limb repeats that fast. Our
 * estimate.
 */
export const DOUBLE_TRIGGER = seconds(0.025);
/**
 * They are a double trigger if the second is this much softer: two hands on one drum make a flam of similar strokes.
 */
const ECHO_SHARE = 0.7;

export interface CleanHits {
  /** In order of time. */
  readonly hits: readonly Hit[];
  /** Probable double triggers, removed from the hits. */
  readonly echoes: readonly Hit[];
}

/** Hits in order, without double triggers. */
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

/** Whether a hit is on the wrong surface, as far as we know. Zones of one surface count as one. */
export function isElsewhere(hit: Hit, place: KitVoice): boolean {
  return hit.place !== null && basePlace(hit.place) !== basePlace(place);
}

/** Whether the wrong limb played, as far as we know: feet play pedals. */
export function isOtherLimb(hit: Hit, limb: Limb): boolean {
  if (hit.limb !== null) return hit.limb !== limb;
  return false;
}

/** Whether hands or feet played; null if unknown. */
export function isByHand({ limb, place }: Hit): boolean | null {
  if (limb !== null) return isHand(limb);
  if (place === null) return null;
  return canPlay("R", place);
}
