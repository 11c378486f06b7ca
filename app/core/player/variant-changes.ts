/** The changes that make a phrase easier or busier. */

import { isPlayable, TOMS } from "../kit/kit";
import { mapPlayedSlots, placeStrokes } from "../line/rewrite";
import type { Line, Phrase } from "../phrase/phrase";
import { isBackbeat, isOnBeat } from "../pulse/pulse";
import {
  isHand,
  joinStrokes,
  type Limb,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  mapParts,
  partsOf,
  playedBy,
  type Slot,
  type Stroke,
  strokesOf,
} from "../stroke/stroke";
import type { TimelineSlot } from "../timeline/slot";
import type { Timeline } from "../timeline/timeline";
import type { Ceiling } from "./ceiling";
import { listMotions, type Ostinato } from "./motions";
import type { Player } from "./player";

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

export interface VariantScene {
  readonly phrase: Phrase;
  readonly timeline: Timeline;
  readonly player: Player;
  readonly ostinato: Ostinato;
  /** Of the unchanged phrase. */
  readonly ceiling: Ceiling | null;
}

/** What must stay: accents, and hands on backbeats. */
function isKept(stroke: Pick<Stroke, "limb" | "level">, onBackbeat: boolean): boolean {
  return stroke.level === "accent" || (onBackbeat && isHand(stroke.limb) && stroke.level !== "ghost");
}

function startsOnBackbeat({ at }: TimelineSlot, { timeline }: VariantScene): boolean {
  return isBackbeat(at, timeline.pulse);
}

function startsOnBeat({ at }: TimelineSlot, { timeline }: VariantScene): boolean {
  return isOnBeat(at, timeline.pulse);
}

type SlotChange = (slot: Slot, at: TimelineSlot, scene: VariantScene) => Slot;

/** The slot with only the strokes that pass. */
function keepStrokes(slot: Slot, passes: (stroke: Stroke, part: number) => boolean): Slot {
  return mapParts(slot, (part, number) => {
    const kept = strokesOf(part).filter((stroke) => passes(stroke, number));
    return kept.length === strokesOf(part).length ? part : joinStrokes(kept);
  });
}

/** Changes of one slot at a time. */
export const SLOT_CHANGES: Partial<Record<VariantKind, SlotChange>> = {
  "kicks-on-beats": (slot, at, scene) => {
    const beat = startsOnBeat(at, scene);
    const kept = keepStrokes(
      slot,
      (stroke, part) => stroke.limb !== "K" || (beat && part === 0) || isKept(stroke, false),
    );
    if (!beat || strokesOf(partsOf(kept)[0] as Slot).some(({ limb }) => limb === "K")) return kept;
    return mapParts(kept, (part, number) => (number === 0 ? joinStrokes([...strokesOf(part), makeStroke("K")]) : part));
  },
  "kick-leaves-unisons": (slot) =>
    mapParts(slot, (part) => {
      const strokes = strokesOf(part);
      const hands = strokes.filter(({ limb }) => isHand(limb));
      if (hands.length === 0 || !strokes.some((stroke) => !isHand(stroke.limb) && stroke.level !== "accent"))
        return part;
      return joinStrokes(strokes.filter((stroke) => isHand(stroke.limb) || stroke.level === "accent"));
    }),
  "no-kicks": (slot) => keepStrokes(slot, (stroke) => stroke.limb !== "K" || stroke.level === "accent"),
  "plain-strokes": (slot) =>
    mapParts(slot, (part) => {
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
    mapParts(slot, (part) => {
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
    mapParts(slot, (part) => {
      if (part.kind === "silence") return part;
      const hands = part.strokes.filter(({ limb }) => isHand(limb));
      const only = hands.length === 1 ? hands[0] : undefined;
      if (only?.level !== "accent" || only.graces > 0) return part;
      return makeStrokes(part.strokes.map((stroke) => (stroke === only ? { ...stroke, graces: 1 } : stroke)));
    }),
};

/** Changes that look at the whole phrase. */
export const LINE_CHANGES: Partial<Record<VariantKind, (scene: VariantScene) => Line | null>> = {
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
  "accents-on-toms": ({ phrase, timeline, player }) => {
    const toms = TOMS.filter((place) => isPlayable(player.kit, "R", place));
    let number = 0;
    return placeStrokes(
      phrase.line,
      timeline.events.flatMap((event) => {
        if (!isHand(event.limb) || event.level !== "accent" || isBackbeat(event.at, timeline.pulse)) return [];
        const tom = toms[number++ % toms.length];
        return tom ? [[event, tom] as const] : [];
      }),
    );
  },
  "leave-out": (scene) => {
    const { ceiling } = scene;
    if (!ceiling) return null;
    const { to, from } = ceiling.bottleneck;
    for (const motion of [to, from]) {
      const event = scene.timeline.events[motion.event];
      const slot = event && scene.timeline.slots[event.slot];
      if (!event || !slot || event.limb !== motion.limb) continue;
      if (isKept(event, event.part === 0 && startsOnBackbeat(slot, scene))) continue;
      return mapPlayedSlots(scene.phrase.line, (content, index) =>
        index === event.slot
          ? keepStrokes(content, (stroke, part) => part !== event.part || stroke.limb !== event.limb)
          : content,
      );
    }
    return null;
  },
};

/** The shortest run of hands in which another sticking matters. */
const MIN_RESTICK = 4;

function alternates(hands: readonly Limb[]): boolean {
  return hands.every((hand, index) => index === 0 || hand !== hands[index - 1]);
}

/**
 * Runs of single hand strokes in consecutive slots, restuck from the given point with `each` strokes per hand in turn.
 * Levels and surfaces stay.
 */
function restick(
  { phrase, timeline }: VariantScene,
  isMeant: (hands: readonly Limb[]) => boolean,
  each: 1 | 2,
): Line | null {
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
    if (whole >= MIN_RESTICK && first && isMeant(hands.slice(0, whole))) {
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
