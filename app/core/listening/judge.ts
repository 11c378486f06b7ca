/** Whether a repeat was clean, and its main fault. */

import type { Limb } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";
import type { Expectation } from "./expect";
import type { Estimate, LimbMeasure, Measures } from "./measure";
import type { Strictness } from "./settings";

/** Limits above which something is a fault. */
export interface Thresholds {
  /** For one limb against the others, hands after a kick, and drift over a repeat. */
  readonly offset: Seconds;
  /** For the whole against the click: more tolerance than between limbs. */
  readonly fromClick: Seconds;
  /** Standard deviation of one stroke. */
  readonly spread: Seconds;
  /** Between two strokes written together. */
  readonly unison: Seconds;
  /** Tolerated share of missed or extra strokes. */
  readonly slips: number;
  /** Minimum difference in decibels between a level and the next but one. */
  readonly contrast: {
    readonly accentOverNormal: number;
    readonly normalOverGhost: number;
    readonly accentOverGhost: number;
  };
}

interface StrictnessNumbers {
  /** As shares of the shortest gap between strokes. */
  readonly offset: number;
  readonly spread: number;
  /** Bounds in seconds: nobody plays closer than the first, nobody hears more than the second as together. */
  readonly least: number;
  readonly most: number;
  readonly unison: number;
  /** One slip in this many strokes is tolerated; 0 for none. */
  readonly slipEvery: number;
  readonly contrast: number;
}

/** Our estimates of what a patient teacher tolerates, what a band hears, and what a recording shows. */
const NUMBERS: Record<Strictness, StrictnessNumbers> = {
  gentle: { offset: 0.16, spread: 0.18, least: 0.012, most: 0.035, unison: 0.03, slipEvery: 24, contrast: 0.6 },
  standard: { offset: 0.1, spread: 0.12, least: 0.009, most: 0.025, unison: 0.022, slipEvery: 0, contrast: 1 },
  strict: { offset: 0.06, spread: 0.08, least: 0.006, most: 0.015, unison: 0.014, slipEvery: 0, contrast: 1.3 },
};
/** The whole may be this much further off the click than limbs are off each other. */
const FROM_CLICK = 1.6;
/** Decibels for three clearly different levels. Our estimates. */
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
  /** Multiple of the tolerance, as far as it is certain; 1 and above is a fault. */
  readonly severity: number;
  readonly limb?: Limb;
  /** The foot before the hand. */
  readonly after?: "K" | "H";
  /** Size of the fault in seconds, or in decibels for levels; always positive. */
  readonly by?: number;
  readonly count?: number;
  /** Slots of the phrase concerned. */
  readonly slots: readonly number[];
}

export const RESULTS = ["clean", "nearly", "no"] as const;
export type Result = (typeof RESULTS)[number];

export interface Judgement {
  readonly result: Result;
  /** Worst first; severities below 1 are left out. */
  readonly faults: readonly Fault[];
  readonly thresholds: Thresholds;
}

/** If fewer strokes are heard, we don't judge: somebody wasn't playing. */
const PLAYED_SHARE = 0.25;
/** Faults up to this severity count as nearly clean. */
const NEARLY = 1.7;
/** A mean counts as off only beyond this many standard errors. */
const SURE = 2;
/** A limb is uneven in its own right if its spread is this many times the others'. */
const ALONE = 1.6;
/** Something missing is worse than something off: the severity of one slip. */
const SLIP = 1.5;
const FLAM = 2.2;
/** Further slips add less and less. */
const MORE = 0.45;

/** Null if too little was heard to judge. */
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
    // One loose unison among many is tolerated in proportion.
    const share = loose.length / unisons.length;
    const severity = (wide / unison) * Math.min(1, 0.5 + share);
    faults.push({ kind: "unisons", severity, by: wide, count: loose.length, slots: slotsOf(loose) });
  }
  return faults;
}

/** How far an estimate exceeds a limit, for certain. */
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

/** The limb furthest off the others; if two hands disagree, the one further from the click. */
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
  // A spread from few strokes is uncertain: by one part in the square root of twice their number.
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
