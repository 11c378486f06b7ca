/**
 * What each limb does in a phrase, stroke by stroke, including what it is played over. All judgements of speed use
 * this.
 */

import { isHand, type KitVoice, LIMBS, type Limb, otherHand } from "../stroke/stroke";
import { tempoUnitTicks } from "../time/time";
import { FLAM_SECONDS, lastsFor, type Timeline, type TimelineEvent } from "../timeline/timeline";

/** One stroke as a motion of its limb; the grace notes of one ornament are one motion. */
export interface Motion {
  readonly limb: Limb;
  /** Ticks; fractional where swung. */
  readonly at: number;
  /**
   * Seconds before `at`: an ornament leads its stroke by the same time at every tempo, that of a tight flam, however it
   * is written.
   */
  readonly lead: number;
  readonly place: KitVoice;
  readonly slot: number;
  /** Its index in the timeline's events; -1 if it isn't part of the phrase. */
  readonly event: number;
  /** Its moment in the phrase; simultaneous strokes share one. */
  readonly moment: number;
  /** All strokes in the slot belong to this limb: one motion, a stroke and its rebounds. */
  readonly bounces: boolean;
  /** A rebound: any but the first stroke of such a slot. */
  readonly isRebound: boolean;
  readonly isBuzz: boolean;
  /** Ticks at which a hand grabs the cymbal; null if it rings. */
  readonly chokedAt: number | null;
}

/** What a layout of a phrase is played over, besides its own line. */
export interface Circumstances {
  /** When each event sounds, by index, in ticks: swing moves it. */
  readonly moments: readonly number[];
  /** What the feet keep playing, in the phrase's ticks as heard. */
  readonly feet: readonly { readonly limb: Limb; readonly at: number; readonly place: KitVoice }[];
}

/** What each layout of a phrase is played over; null for nothing. */
export type Ostinato = (timeline: Timeline) => Circumstances | null;
export const NO_OSTINATO: Ostinato = () => null;

type MotionDraft = { -readonly [K in keyof Omit<Motion, "moment">]: Motion[K] };

/** All motions, in order of time. */
export function listMotions(timeline: Timeline, ostinato: Circumstances | null = null): Motion[] {
  const { events } = timeline;
  const playing = limbsOfSlots(events);
  const drafts: MotionDraft[] = [];
  for (const [event, played] of events.entries()) {
    if (played.grace !== undefined) continue;
    const { at, duration, limb, place, slot, part, parts, graces, gracePlace, technique } = played;
    const sounds = ostinato?.moments[event] ?? at;
    const limbs = playing.get(slot);
    const bounces = parts > 1 && limbs?.only === limb;
    const motion: MotionDraft = {
      limb,
      at: sounds,
      lead: 0,
      place,
      slot,
      event,
      bounces,
      isRebound: bounces && part > (limbs?.first ?? 0),
      isBuzz: technique === "buzz",
      chokedAt: technique === "choke" ? sounds + (lastsFor({ technique, duration }) ?? 0) : null,
    };
    if (graces > 0 && isHand(limb)) {
      const leading = { limb: otherHand(limb), lead: graces * FLAM_SECONDS, place: gracePlace ?? place };
      drafts.push({ ...motion, ...leading, bounces: false, isRebound: false, isBuzz: false, chokedAt: null });
    }
    drafts.push(motion);
  }
  for (const foot of ostinato?.feet ?? []) {
    const isTaken = drafts.some(({ limb, at }) => limb === foot.limb && Math.abs(at - foot.at) < 1);
    const still = { lead: 0, slot: -1, event: -1, bounces: false, isRebound: false, isBuzz: false, chokedAt: null };
    if (!isTaken) drafts.push({ ...foot, ...still });
  }
  drafts.sort((a, b) => a.at - b.at || b.lead - a.lead);
  let moment = -1;
  return drafts.map((draft, index) => {
    const before = drafts[index - 1];
    if (!before || before.at !== draft.at || before.lead !== draft.lead) moment++;
    return { ...draft, moment };
  });
}

/** The only limb in a slot, null for several; and the first sounding part. */
interface SlotLimbs {
  readonly only: Limb | null;
  readonly first: number;
}

function limbsOfSlots(events: readonly TimelineEvent[]): Map<number, SlotLimbs> {
  const playing = new Map<number, SlotLimbs>();
  for (const { slot, limb, part, grace } of events) {
    if (grace !== undefined) continue;
    const found = playing.get(slot);
    playing.set(slot, {
      only: !found || found.only === limb ? limb : null,
      first: Math.min(part, found?.first ?? part),
    });
  }
  return playing;
}

/** Strokes per second of a limb in a phrase at its tempo, without counting the repeat. */
export interface LimbPace {
  readonly limb: Limb;
  readonly strokes: number;
  /** Over the whole phrase. */
  readonly average: number;
  /** At the shortest distance between two strokes that aren't a double; null if there are none. */
  readonly singles: number | null;
  /** In its fastest double; null if there are none. */
  readonly doubles: number | null;
}

export function measurePace(timeline: Timeline): LimbPace[] {
  const motions = listMotions(timeline);
  const perTick = 60 / (timeline.tempo * tempoUnitTicks(timeline.meter));
  const length = Math.max(1, timeline.end - timeline.window.start) * perTick;
  return LIMBS.flatMap((limb) => {
    const own = motions.filter((motion) => motion.limb === limb);
    if (own.length === 0) return [];
    let [single, double] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (const [index, to] of own.entries()) {
      const from = own[index - 1];
      if (!from) continue;
      const gap = (to.at - from.at) * perTick - to.lead + from.lead;
      if (to.moment === from.moment + 1) double = Math.min(double, gap);
      else single = Math.min(single, gap);
    }
    const rate = (gap: number) => (Number.isFinite(gap) && gap > 0 ? 1 / gap : null);
    return [{ limb, strokes: own.length, average: own.length / length, singles: rate(single), doubles: rate(double) }];
  });
}
