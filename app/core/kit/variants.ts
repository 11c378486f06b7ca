/**
 * Easier and busier versions of a phrase, each with the ceiling that it has. Accents and the hands on the backbeat stay
 * in all of them.
 */

import type { Line, Phrase } from "../phrase";
import { isWritable, mapPlayedSlots, placeStrokes } from "../rewrite";
import {
  isHand,
  joinStrokes,
  type Limb,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  type Place,
  partsOf,
  playedBy,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
  strokesOf,
} from "../stroke";
import { beatTicks, isBackbeat } from "../time";
import { layOut, type Timeline, type TimelineSlot } from "../timeline";
import { findCeiling, findOtherPlace, listMotions } from "./ceiling";
import { isPlayable, TOMS } from "./kit";
import type { Travel } from "./travel";

export type VariantKind =
  | "kicks-on-beats"
  | "kick-leaves-unisons"
  | "single-kicks"
  | "no-kicks"
  | "plain-strokes"
  | "one-stroke-a-slot"
  | "doubles-for-singles"
  | "one-drum"
  | "shorter-reach"
  | "leave-out"
  | "kicks-in-gaps"
  | "kicks-under-accents"
  | "double-kicks"
  | "quick-doubles"
  | "flams-on-accents"
  | "singles-for-doubles"
  | "accents-on-toms";

export interface Variant {
  readonly kind: VariantKind;
  readonly line: Line;
  /** Not rounded; null without any demand. */
  readonly bpm: number | null;
  /** Slots that are other than before. */
  readonly changed: readonly number[];
  /** For what names a surface: which stroke goes where. */
  readonly put: { readonly slot: number; readonly place: Place } | null;
}

interface Scene {
  readonly phrase: Phrase;
  readonly timeline: Timeline;
  readonly travel: Travel;
}

/** What must stay: accents, and hands on the backbeat. */
function isKept(stroke: Stroke, onBackbeat: boolean): boolean {
  return stroke.level === "accent" || (onBackbeat && isHand(stroke.limb) && stroke.level !== "ghost");
}

function startsOnBackbeat({ at }: TimelineSlot, { timeline }: Scene): boolean {
  return isBackbeat(at, timeline.meter);
}

function isOnBeat({ at }: TimelineSlot, { timeline }: Scene): boolean {
  return at % beatTicks(timeline.meter) === 0;
}

type SlotChange = (slot: Slot, at: TimelineSlot, scene: Scene) => Slot;

/** The slot without the strokes that do not pass. */
function keepStrokes(slot: Slot, passes: (stroke: Stroke, part: number) => boolean): Slot {
  let isSame = true;
  const parts = partsOf(slot).map((part, number) => {
    const kept = strokesOf(part).filter((stroke) => passes(stroke, number));
    if (kept.length === strokesOf(part).length) return part;
    isSame = false;
    return joinStrokes(kept);
  });
  return isSame ? slot : makeSplit(parts);
}

function mapOwn(slot: Slot, change: (part: Silence | Strokes, number: number) => Silence | Strokes): Slot {
  let isSame = true;
  const parts = partsOf(slot).map((part, number) => {
    const next = change(part, number);
    if (next !== part) isSame = false;
    return next;
  });
  return isSame ? slot : makeSplit(parts);
}

/** Changes of one slot at a time. */
const SLOT_CHANGES: Partial<Record<VariantKind, SlotChange>> = {
  "kicks-on-beats": (slot, at, scene) => {
    const beat = isOnBeat(at, scene);
    const kept = keepStrokes(
      slot,
      (stroke, part) => stroke.limb !== "K" || (beat && part === 0) || isKept(stroke, false),
    );
    if (!beat || strokesOf(partsOf(kept)[0] as Slot).some(({ limb }) => limb === "K")) return kept;
    return mapOwn(kept, (part, number) => (number === 0 ? joinStrokes([...strokesOf(part), makeStroke("K")]) : part));
  },
  "kick-leaves-unisons": (slot) =>
    mapOwn(slot, (part) => {
      const strokes = strokesOf(part);
      const hands = strokes.filter(({ limb }) => isHand(limb));
      if (hands.length === 0 || !strokes.some((stroke) => !isHand(stroke.limb) && stroke.level !== "accent"))
        return part;
      return joinStrokes(strokes.filter((stroke) => isHand(stroke.limb) || stroke.level === "accent"));
    }),
  "no-kicks": (slot) => keepStrokes(slot, (stroke) => stroke.limb !== "K" || stroke.level === "accent"),
  "plain-strokes": (slot) =>
    mapOwn(slot, (part) => {
      if (part.kind === "silence" || part.strokes.every(({ graces }) => graces === 0)) return part;
      return makeStrokes(part.strokes.map((stroke) => ({ ...stroke, graces: 0 })));
    }),
  "one-stroke-a-slot": (slot) => {
    if (slot.kind !== "split") return slot;
    const parts = slot.parts.filter((part) => part.kind === "strokes");
    return parts.find((part) => strokesOf(part).some(({ level }) => level === "accent")) ?? parts[0] ?? makeSilence();
  },
  "kicks-in-gaps": (slot) => (slot.kind === "silence" ? makeStrokes([makeStroke("K")]) : slot),
  "kicks-under-accents": (slot) =>
    mapOwn(slot, (part) => {
      const strokes = strokesOf(part);
      const accented = strokes.some(({ limb, level }) => isHand(limb) && level === "accent");
      return accented && !strokes.some(({ limb }) => limb === "K") ? joinStrokes([...strokes, makeStroke("K")]) : part;
    }),
  "double-kicks": (slot) => {
    const only = slot.kind === "strokes" && slot.strokes.length === 1 ? slot.strokes[0] : undefined;
    if (only?.limb !== "K") return slot;
    return makeSplit([
      makeStrokes([only]),
      makeStrokes([{ ...only, level: only.level === "accent" ? "normal" : only.level }]),
    ]);
  },
  "quick-doubles": (slot) => {
    const only = slot.kind === "strokes" && slot.strokes.length === 1 ? slot.strokes[0] : undefined;
    if (!only || !isHand(only.limb) || only.level === "accent" || only.graces > 0) return slot;
    return makeSplit([makeStrokes([only]), makeStrokes([{ ...only }])]);
  },
  "flams-on-accents": (slot) =>
    mapOwn(slot, (part) => {
      if (part.kind === "silence") return part;
      const hands = part.strokes.filter(({ limb }) => isHand(limb));
      const only = hands.length === 1 ? hands[0] : undefined;
      if (only?.level !== "accent" || only.graces > 0) return part;
      return makeStrokes(part.strokes.map((stroke) => (stroke === only ? { ...stroke, graces: 1 } : stroke)));
    }),
};

const SIMPLER: readonly VariantKind[] = [
  "kicks-on-beats",
  "kick-leaves-unisons",
  "single-kicks",
  "no-kicks",
  "plain-strokes",
  "one-stroke-a-slot",
  "doubles-for-singles",
  "one-drum",
  "shorter-reach",
  "leave-out",
];
const BUSIER: readonly VariantKind[] = [
  "kicks-in-gaps",
  "kicks-under-accents",
  "double-kicks",
  "quick-doubles",
  "flams-on-accents",
  "singles-for-doubles",
  "accents-on-toms",
];

/** Changes that look at the whole phrase. */
const LINE_CHANGES: Partial<Record<VariantKind, (scene: Scene) => Line | null>> = {
  "single-kicks": (scene) => {
    let last = -2;
    const motions = listMotions(scene.timeline).filter(({ limb }) => limb === "K");
    const second = new Set<string>();
    for (const motion of motions) {
      const event = scene.timeline.events[motion.event];
      if (!event) continue;
      if (motion.moment === last + 1 && event.level !== "accent") {
        second.add(`${event.slot} ${event.part}`);
        last = -2;
      } else last = motion.moment;
    }
    return mapPlayedSlots(scene.phrase.line, (slot, index) =>
      keepStrokes(slot, (stroke, part) => stroke.limb !== "K" || !second.has(`${index} ${part}`)),
    );
  },
  "doubles-for-singles": (scene) => restick(scene, (hands) => alternates(hands), 2),
  "singles-for-doubles": (scene) => restick(scene, (hands) => !alternates(hands), 1),
  "one-drum": ({ phrase, timeline }) =>
    placeStrokes(
      phrase.line,
      timeline.events
        .filter(({ limb, place }) => isHand(limb) && place !== "sn")
        .map((event) => [event, "sn"] as const),
    ),
  "accents-on-toms": ({ phrase, timeline, travel }) => {
    const toms = TOMS.filter((place) => isPlayable(travel.kit, "R", place));
    let number = 0;
    return placeStrokes(
      phrase.line,
      timeline.events.flatMap((event) => {
        if (!isHand(event.limb) || event.level !== "accent" || isBackbeat(event.at, timeline.meter)) return [];
        const tom = toms[number++ % toms.length];
        return tom ? [[event, tom] as const] : [];
      }),
    );
  },
  "leave-out": (scene) => {
    const ceiling = findCeiling(scene.timeline, scene.travel);
    if (!ceiling) return null;
    const { to, from } = ceiling.bottleneck;
    for (const motion of [to, from]) {
      const event = scene.timeline.events[motion.event];
      const slot = event && scene.timeline.slots[event.slot];
      if (!event || !slot || event.limb !== motion.limb) continue;
      if (isKept({ ...event, graces: 0 }, event.part === 0 && startsOnBackbeat(slot, scene))) continue;
      return mapPlayedSlots(scene.phrase.line, (content, index) =>
        index === event.slot
          ? keepStrokes(content, (stroke, part) => part !== event.part || stroke.limb !== event.limb)
          : content,
      );
    }
    return null;
  },
};

/** The least run of hands in which another sticking makes a difference. */
const LEAST_RESTICK = 4;

function alternates(hands: readonly Limb[]): boolean {
  return hands.every((hand, index) => index === 0 || hand !== hands[index - 1]);
}

/**
 * Runs of single hand strokes in consecutive slots, from which the sticking fits, with each hand `each` times in turn.
 * Levels and surfaces stay with their slots.
 */
function restick({ phrase, timeline }: Scene, isMeant: (hands: readonly Limb[]) => boolean, each: 1 | 2): Line | null {
  const handOf = ({ content }: TimelineSlot): Stroke | null => {
    const only = content.kind === "strokes" && content.strokes.length === 1 ? content.strokes[0] : undefined;
    return only && isHand(only.limb) && only.graces === 0 ? only : null;
  };
  const by = new Map<number, Limb>();
  let run: TimelineSlot[] = [];
  const close = () => {
    const hands = run.flatMap((slot) => handOf(slot)?.limb ?? []);
    const whole = run.length - (run.length % 4);
    const first = hands[0];
    if (whole >= LEAST_RESTICK && first && isMeant(hands.slice(0, whole))) {
      const other: Limb = first === "R" ? "L" : "R";
      for (const [index, slot] of run.slice(0, whole).entries()) {
        by.set(slot.index, Math.floor(index / each) % 2 === 0 ? first : other);
      }
    }
    run = [];
  };
  for (const slot of timeline.slots) {
    if (run.at(-1) && run.at(-1)?.duration !== slot.duration) close();
    if (handOf(slot)) run.push(slot);
    else close();
  }
  close();
  return mapPlayedSlots(phrase.line, (slot, index) => {
    const hand = by.get(index);
    const only = slot.kind === "strokes" ? slot.strokes[0] : undefined;
    return hand && only && only.limb !== hand ? makeStrokes([playedBy(only, hand)]) : slot;
  });
}

/** Enough for any phrase that is a fill; longer ones cost too much at each edit. */
const MOST_SLOTS = 512;

/**
 * Easier versions, the highest ceiling first; none that is no faster than the phrase. Empty for a line that is too long to
 * be a fill.
 */
export function listSimpler(phrase: Phrase, travel: Travel): Variant[] {
  const { scene, bpm } = begin(phrase, travel);
  const limit = bpm ?? Number.POSITIVE_INFINITY;
  return makeAll(SIMPLER, scene)
    .filter((variant) => (variant.bpm ?? Number.POSITIVE_INFINITY) > limit * 1.005)
    .sort((a, b) => (b.bpm ?? Number.POSITIVE_INFINITY) - (a.bpm ?? Number.POSITIVE_INFINITY));
}

/** Busier versions, the highest ceiling first. Empty for a line that is too long to be a fill. */
export function listBusier(phrase: Phrase, travel: Travel): Variant[] {
  const { scene } = begin(phrase, travel);
  return makeAll(BUSIER, scene).sort(
    (a, b) => (b.bpm ?? Number.POSITIVE_INFINITY) - (a.bpm ?? Number.POSITIVE_INFINITY),
  );
}

function begin(phrase: Phrase, travel: Travel): { scene: Scene; bpm: number | null } {
  const timeline = layOut(phrase, travel.kit);
  return { scene: { phrase, timeline, travel }, bpm: findCeiling(timeline, travel)?.bpm ?? null };
}

function makeAll(kinds: readonly VariantKind[], scene: Scene): Variant[] {
  if (scene.timeline.slots.length > MOST_SLOTS) return [];
  const seen = new Set<string>();
  return kinds.flatMap((kind) => {
    const variant = makeVariant(kind, scene);
    if (!variant) return [];
    const key = JSON.stringify(variant.line);
    if (seen.has(key)) return [];
    seen.add(key);
    return [variant];
  });
}

function makeVariant(kind: VariantKind, scene: Scene): Variant | null {
  const { phrase, timeline, travel } = scene;
  let put: Variant["put"] = null;
  let line: Line | null;
  if (kind === "shorter-reach") {
    const ceiling = findCeiling(timeline, travel);
    const other = ceiling && findOtherPlace(timeline, travel, ceiling);
    const event = other ? timeline.events[other.event] : undefined;
    if (!other || !event) return null;
    put = { slot: other.slot, place: other.place };
    line = placeStrokes(phrase.line, [[event, other.place]]);
  } else {
    const change = SLOT_CHANGES[kind];
    line = change
      ? mapPlayedSlots(phrase.line, (slot, index) => change(slot, timeline.slots[index] as TimelineSlot, scene))
      : (LINE_CHANGES[kind]?.(scene) ?? null);
  }
  if (!line || line === phrase.line || !isWritable(line)) return null;
  const laid = layOut({ ...phrase, line }, travel.kit);
  if (laid.events.length === 0) return null;
  const changed = laid.slots.flatMap((slot) =>
    JSON.stringify(slot.content) === JSON.stringify(timeline.slots[slot.index]?.content) ? [] : [slot.index],
  );
  return changed.length === 0 ? null : { kind, line, bpm: findCeiling(laid, travel)?.bpm ?? null, changed, put };
}
