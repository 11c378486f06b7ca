/** Whether a repeat was clean, and the one thing that went wrong most. */

import type { Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";
import type { Expectation } from "./expect";
import type { Estimate, LimbMeasure, Measures } from "./measure";
import type { Strictness } from "./settings";

/** Above which something is a fault. */
export interface Thresholds {
  /** Of a limb against the others, of hands after a kick, of drift over a repeat. */
  readonly offset: Seconds;
  /** Of the whole against the click: more is let pass than between limbs. */
  readonly fromClick: Seconds;
  /** Standard deviation of one stroke. */
  readonly spread: Seconds;
  /** Between two strokes that are written together. */
  readonly unison: Seconds;
  /** Missed or extra strokes that are let pass in so many. */
  readonly slips: number;
  /** Least decibels of velocity from one level to the next but one. */
  readonly contrast: {
    readonly accentOverNormal: number;
    readonly normalOverGhost: number;
    readonly accentOverGhost: number;
  };
}

interface StrictnessNumbers {
  /** Shares of the shortest gap between strokes. */
  readonly offset: number;
  readonly spread: number;
  /** Bounds in seconds: nobody plays closer than the first, nobody calls more than the second together. */
  readonly least: number;
  readonly most: number;
  readonly unison: number;
  /** One slip in so many strokes is let pass; 0 for none. */
  readonly slipEvery: number;
  readonly contrast: number;
}

/** Our estimates: what a patient teacher lets pass, what a band hears, what a recording shows. */
const NUMBERS: Record<Strictness, StrictnessNumbers> = {
  gentle: { offset: 0.16, spread: 0.18, least: 0.012, most: 0.035, unison: 0.03, slipEvery: 24, contrast: 0.6 },
  standard: { offset: 0.1, spread: 0.12, least: 0.009, most: 0.025, unison: 0.022, slipEvery: 0, contrast: 1 },
  strict: { offset: 0.06, spread: 0.08, least: 0.006, most: 0.015, unison: 0.014, slipEvery: 0, contrast: 1.3 },
};
/** The whole may stand this much further off the click than limbs off each other. */
const FROM_CLICK = 1.6;
/** Decibels that make three clearly different levels. Our estimates. */
const CONTRAST = { accentOverNormal: 2, normalOverGhost: 4, accentOverGhost: 6.5 };

export function thresholdsFor(strictness: Strictness, gap: Seconds, strokes: number): Thresholds {
  const { offset, spread, least, most, unison, slipEvery, contrast } = NUMBERS[strictness];
  const clamp = (share: number) => seconds(Math.min(most, Math.max(least, share * gap)));
  return {
    offset: clamp(offset),
    fromClick: seconds(clamp(offset) * FROM_CLICK),
    spread: clamp(spread),
    unison: seconds(unison),
    slips: slipEvery > 0 ? Math.floor(strokes / slipEvery) : 0,
    contrast: {
      accentOverNormal: CONTRAST.accentOverNormal * contrast,
      normalOverGhost: CONTRAST.normalOverGhost * contrast,
      accentOverGhost: CONTRAST.accentOverGhost * contrast,
    },
  };
}

export const FAULT_KINDS = [
  "missed",
  "missed-ghosts",
  "extra",
  "elsewhere",
  "other-limb",
  "flams",
  "unisons",
  "rushing",
  "dragging",
  "early",
  "late",
  "limb-early",
  "limb-late",
  "after-early",
  "after-late",
  "uneven-limb",
  "unsteady",
  "accents-weak",
  "ghosts-loud",
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

export interface Fault {
  readonly kind: FaultKind;
  /** How many times over what is let pass, as far as it is sure; 1 and more is a fault. */
  readonly severity: number;
  readonly limb?: Limb;
  /** The foot that a hand follows. */
  readonly after?: "K" | "H";
  /** How much, in seconds, or decibels where levels are meant; always positive. */
  readonly by?: number;
  readonly count?: number;
  /** Where, by slots of the phrase. */
  readonly slots: readonly number[];
}

export const RESULTS = ["clean", "nearly", "no"] as const;
export type Result = (typeof RESULTS)[number];

export interface Judgement {
  readonly result: Result;
  /** The worst first; those under 1 are left out. */
  readonly faults: readonly Fault[];
  readonly thresholds: Thresholds;
}

/** Under this share of strokes heard it is not judged: somebody was not playing. */
const PLAYED_SHARE = 0.25;
/** Faults up to this many times over are nearly clean. */
const NEARLY = 1.7;
/** Standard errors that a mean must stand off before it is called one. */
const SURE = 2;
/** A limb is uneven by itself when it spreads so much more than the others. */
const ALONE = 1.6;
/** Something that is missing altogether is worse than something that is off: the severity of one slip. */
const SLIP = 1.5;
const FLAM = 2.2;
/** Further ones add less and less. */
const MORE = 0.45;

/** Null where too little was heard to be judged. */
export function judgeRepeat(
  measures: Measures,
  { gap, strokes }: Expectation,
  strictness: Strictness,
): Judgement | null {
  const thresholds = thresholdsFor(strictness, gap, strokes.length);
  if (measures.expected === 0 || measures.heard < measures.expected * PLAYED_SHARE) return null;
  const faults = listFaults(measures, thresholds)
    .filter(({ severity }) => severity >= 1)
    .sort((a, b) => b.severity - a.severity);
  const worst = faults[0]?.severity ?? 0;
  return { result: worst < 1 ? "clean" : worst <= NEARLY ? "nearly" : "no", faults, thresholds };
}

function listFaults(measures: Measures, thresholds: Thresholds): Fault[] {
  return [
    ...listSlips(measures, thresholds),
    ...listTimes(measures, thresholds),
    ...listUneven(measures, thresholds),
    ...listLevels(measures, thresholds),
  ];
}

function slipSeverity(one: number, count: number): number {
  return count <= 0 ? 0 : one + (count - 1) * MORE;
}

function listSlips(measures: Measures, { slips, unison }: Thresholds): Fault[] {
  const { missed, extra, elsewhere, otherLimb, flams, unisons } = measures;
  const slotsOf = (strokes: readonly { readonly slot: number | null }[]) =>
    [...new Set(strokes.flatMap(({ slot }) => (slot === null ? [] : [slot])))].sort((a, b) => a - b);
  const ghosts = missed.filter(({ level }) => level === "ghost");
  const areGhosts = missed.length > 0 && ghosts.length * 2 > missed.length;
  const loose = unisons.filter(({ gap }) => gap > unison);
  const faults: Fault[] = [
    {
      kind: areGhosts ? "missed-ghosts" : "missed",
      severity: slipSeverity(SLIP, missed.length - slips),
      count: areGhosts ? ghosts.length : missed.length,
      slots: slotsOf(areGhosts ? ghosts : missed),
    },
    { kind: "extra", severity: slipSeverity(SLIP, extra.length - slips), count: extra.length, slots: [] },
    {
      kind: "elsewhere",
      severity: slipSeverity(1.2, elsewhere.length - slips),
      count: elsewhere.length,
      slots: slotsOf(elsewhere.map(({ expected }) => expected)),
    },
    {
      kind: "other-limb",
      severity: slipSeverity(1.2, otherLimb.length - slips),
      count: otherLimb.length,
      slots: slotsOf(otherLimb.map(({ expected }) => expected)),
    },
    { kind: "flams", severity: slipSeverity(FLAM, flams.length), count: flams.length, slots: slotsOf(flams) },
  ];
  if (loose.length > 0) {
    const wide = loose.reduce((sum, { gap }) => sum + gap, 0) / loose.length;
    // One loose unison among many is let pass by degrees.
    const share = loose.length / unisons.length;
    const severity = (wide / unison) * Math.min(1, 0.5 + share);
    faults.push({ kind: "unisons", severity, by: wide, count: loose.length, slots: slotsOf(loose) });
  }
  return faults;
}

/** How far an estimate is over a threshold, for sure. */
function over({ value, error }: Estimate, threshold: number): number {
  return Math.max(0, Math.abs(value) - SURE * error) / threshold;
}

function listTimes({ drift, offset, limbs, afters }: Measures, { offset: most, fromClick }: Thresholds): Fault[] {
  const faults: Fault[] = [];
  const isLate = ({ value }: Estimate) => value > 0;
  if (drift) {
    const kind = isLate(drift) ? "dragging" : "rushing";
    faults.push({ kind, severity: over(drift, most), by: Math.abs(drift.value), slots: [] });
  }
  if (offset) {
    const kind = isLate(offset) ? "late" : "early";
    faults.push({ kind, severity: over(offset, fromClick), by: Math.abs(offset.value), slots: [] });
  }
  const apart = findApart(limbs, most);
  if (apart) faults.push(apart);
  for (const { limb, after, late, slots } of afters) {
    const kind = isLate(late) ? "after-late" : "after-early";
    faults.push({ kind, severity: over(late, most), limb, after, by: Math.abs(late.value), slots });
  }
  return faults;
}

/** The limb that stands off the others most: of two hands that disagree, the one that is further from the click. */
function findApart(limbs: readonly LimbMeasure[], most: number): Fault | null {
  let worst: Fault | null = null;
  let far = 0;
  for (const { limb, apart, offset } of limbs) {
    if (!apart) continue;
    const severity = over(apart, most);
    const distance = Math.abs(offset ?? 0);
    if (severity < (worst?.severity ?? 0) - 1e-9) continue;
    if (worst && Math.abs(severity - worst.severity) < 1e-9 && distance <= far) continue;
    worst = {
      kind: apart.value > 0 ? "limb-late" : "limb-early",
      severity,
      limb,
      by: Math.abs(apart.value),
      slots: [],
    };
    far = distance;
  }
  return worst;
}

function listUneven({ limbs, spread }: Measures, thresholds: Thresholds): Fault[] {
  if (spread === null) return [];
  const most = thresholds.spread;
  // A spread that is made of few strokes is itself known roughly: one part in the square root of twice as many.
  const sure = (value: number, strokes: number) => value * (1 - 1 / Math.sqrt(2 * Math.max(2, strokes)));
  const spreads = limbs.filter((limb) => limb.spread !== null && limb.heard >= 4);
  for (const { limb, spread: own, heard: strokes } of spreads) {
    const others = spreads.filter((other) => other.limb !== limb);
    if (own === null || others.length === 0) continue;
    const rest = others.reduce((sum, other) => sum + (other.spread ?? 0), 0) / others.length;
    if (own > most && sure(own, strokes) > rest * ALONE) {
      return [{ kind: "uneven-limb", severity: sure(own, strokes) / most, limb, by: own, slots: [] }];
    }
  }
  return [{ kind: "unsteady", severity: spread / most, by: spread, slots: [] }];
}

function listLevels({ contrast }: Measures, { contrast: least }: Thresholds): Fault[] {
  const short = (found: number | null, wanted: number) =>
    found === null || found >= wanted ? 0 : 1 + (wanted - found) / wanted;
  const faults: Fault[] = [];
  const accents = short(contrast.accentOverNormal, least.accentOverNormal);
  if (accents > 0) {
    faults.push({
      kind: "accents-weak",
      severity: accents,
      by: Math.max(0, contrast.accentOverNormal ?? 0),
      slots: [],
    });
  }
  const soft = contrast.normalOverGhost ?? contrast.accentOverGhost;
  const wanted = contrast.normalOverGhost === null ? least.accentOverGhost : least.normalOverGhost;
  const ghosts = short(soft, wanted);
  if (ghosts > 0) faults.push({ kind: "ghosts-loud", severity: ghosts, by: Math.max(0, soft ?? 0), slots: [] });
  return faults;
}
