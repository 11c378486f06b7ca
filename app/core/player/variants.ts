/** Easier and busier versions of a phrase, each with its top tempo. All keep accents and the hands on backbeats. */

import { isWritable, mapPlayedSlots, placeStrokes } from "../line/rewrite";
import type { Line, Phrase } from "../phrase/phrase";
import type { KitVoice } from "../stroke/stroke";
import type { TimelineSlot } from "../timeline/slot";
import { layOut } from "../timeline/timeline";
import { findCeiling, findOtherPlace } from "./ceiling";
import { NO_OSTINATO, type Ostinato } from "./motions";
import type { Player } from "./player";
import { LINE_CHANGES, SLOT_CHANGES, type VariantKind, type VariantScene } from "./variant-changes";

export type { VariantKind } from "./variant-changes";

export interface Variant {
  readonly kind: VariantKind;
  readonly line: Line;
  /** Not rounded; null without demands. */
  readonly bpm: number | null;
  /** Slots that changed. */
  readonly changed: readonly number[];
  /** For changes of surface: which stroke goes where. */
  readonly put: { readonly slot: number; readonly place: KitVoice } | null;
}

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

/** Enough for any fill; longer phrases would slow down every edit. */
const MAX_SLOTS = 512;

export interface PhraseVersions {
  /** Only versions that are faster than the phrase. */
  readonly simpler: readonly Variant[];
  readonly busier: readonly Variant[];
}

/** Easier and busier versions, highest top tempo first. Empty for a line too long to be a fill. */
export function listVersions(phrase: Phrase, player: Player, ostinato: Ostinato = NO_OSTINATO): PhraseVersions {
  const timeline = layOut(phrase, player.kit);
  const scene: VariantScene = {
    phrase,
    timeline,
    player,
    ostinato,
    ceiling: findCeiling(timeline, player, ostinato(timeline)),
  };
  const limit = scene.ceiling?.bpm ?? Number.POSITIVE_INFINITY;
  return {
    simpler: makeAll(SIMPLER, scene).filter((variant) => bpmOf(variant) > limit * CLEARLY),
    busier: makeAll(BUSIER, scene),
  };
}

/** A smaller gain isn't worth it. */
const CLEARLY = 1.005;

function bpmOf({ bpm }: Variant): number {
  return bpm ?? Number.POSITIVE_INFINITY;
}

function makeAll(kinds: readonly VariantKind[], scene: VariantScene): Variant[] {
  if (scene.timeline.slots.length > MAX_SLOTS) return [];
  const seen = new Set<string>();
  const variants = kinds.flatMap((kind) => {
    const variant = makeVariant(kind, scene);
    const key = variant ? JSON.stringify(variant.line) : "";
    if (!variant || seen.has(key)) return [];
    seen.add(key);
    return [variant];
  });
  return variants.sort((a, b) => bpmOf(b) - bpmOf(a));
}

function makeVariant(kind: VariantKind, scene: VariantScene): Variant | null {
  const { phrase, timeline, player, ostinato, ceiling } = scene;
  let put: Variant["put"] = null;
  let line: Line | null;
  if (kind === "shorter-reach") {
    const other = ceiling && findOtherPlace(timeline, player, ceiling, ostinato);
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
  const laid = layOut({ ...phrase, line }, player.kit);
  if (laid.events.length === 0) return null;
  const changed = laid.slots.flatMap((slot) =>
    JSON.stringify(slot.content) === JSON.stringify(timeline.slots[slot.index]?.content) ? [] : [slot.index],
  );
  return changed.length === 0
    ? null
    : { kind, line, bpm: findCeiling(laid, player, ostinato(laid))?.bpm ?? null, changed, put };
}
