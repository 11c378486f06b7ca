/** Assigns surfaces to a phrase's strokes from voicing, line and kit. */

import { foldPlace, type Kit } from "../kit/kit";
import { applyOrchestration, type Orchestration, type VoicedStroke } from "../orchestration/layers";
import { isBackbeat, type Pulse } from "../pulse/pulse";
import {
  canPlay,
  homePlace,
  isHand,
  type KitVoice,
  LIMBS,
  type Limb,
  mapEachStroke,
  otherHand,
  partsOf,
  type Stroke,
  strokesOf,
  withPlace,
} from "../stroke/stroke";
import { ticks } from "../time/time";
import type { Fold, TimelineSlot } from "./slot";

/** `drafts` are the slots as written; unchanged ones are returned as they are. */
export function voiceSlots(
  drafts: readonly TimelineSlot[],
  voicing: Orchestration | undefined,
  pulse: Pulse,
  kit: Kit | null,
): { readonly slots: readonly TimelineSlot[]; readonly folds: Fold[] } {
  const layers = voicing?.filter((layer) => layer.on) ?? [];
  if (layers.length === 0 && !kit) return { slots: drafts, folds: [] };
  const strokes = layers.length > 0 ? listStrokes(drafts, pulse) : null;
  if (strokes) applyOrchestration(strokes, layers, kit);
  const fold = makeFolder(kit);
  const isHomeThere = LIMBS.every((limb) => foldsTo(kit, limb, homePlace(limb)) === homePlace(limb));
  let next = 0;
  const slots = drafts.map((draft): TimelineSlot => {
    // At home, on a kit that has it: most slots of most lines.
    if (!strokes && isHomeThere && strokesOf(draft.content).every(({ place }) => place === undefined)) return draft;
    const graces = new Map<Stroke, KitVoice>();
    const voiced = mapEachStroke(draft.content, (stroke) => {
      const given = strokes?.[next++];
      const home = homePlace(stroke.limb);
      const wanted = stroke.place ?? (given && canPlay(stroke.limb, given.place) ? given.place : home);
      const place = fold(stroke.limb, wanted);
      const put = stroke.place === undefined && place === home ? stroke : withPlace(stroke, place);
      if (given?.gracePlace && isHand(stroke.limb)) {
        const gracePlace = fold(otherHand(stroke.limb), given.gracePlace);
        if (gracePlace !== place) graces.set(put, gracePlace);
      }
      return put;
    });
    if (voiced === draft.content && graces.size === 0) return draft;
    return graces.size > 0 ? { ...draft, voiced, gracePlaces: graces } : { ...draft, voiced };
  });
  return { slots, folds: fold.told() };
}

function foldsTo(kit: Kit | null, limb: Limb, place: KitVoice): KitVoice {
  return kit ? foldPlace(kit, limb, place) : place;
}

/** Adapts surfaces to this kit and notes what it lacks. */
function makeFolder(kit: Kit | null) {
  const known = new Map<string, KitVoice>();
  const folds = new Map<string, { from: KitVoice; to: KitVoice; strokes: number }>();
  const fold = (limb: Limb, place: KitVoice): KitVoice => {
    if (!kit) return place;
    const key = `${limb}${place}`;
    const to = known.get(key) ?? foldsTo(kit, limb, place);
    known.set(key, to);
    if (to !== place) {
      const told = folds.get(`${place}${to}`) ?? { from: place, to, strokes: 0 };
      told.strokes++;
      folds.set(`${place}${to}`, told);
    }
    return to;
  };
  return Object.assign(fold, { told: (): Fold[] => [...folds.values()] });
}

function listStrokes(drafts: readonly TimelineSlot[], pulse: Pulse): VoicedStroke[] {
  const notes = new Map<number, number>();
  for (const { cell, content } of drafts) {
    const sounding = partsOf(content).filter((part) => part.kind === "strokes").length;
    notes.set(cell, (notes.get(cell) ?? 0) + sounding);
  }
  const strokes: VoicedStroke[] = [];
  let [moment, cell, note] = [0, -1, 0];
  for (const draft of drafts) {
    if (draft.cell !== cell) note = 0;
    cell = draft.cell;
    const parts = partsOf(draft.content);
    for (const [index, part] of parts.entries()) {
      if (part.kind === "silence") continue;
      const at = ticks(draft.at + (index * draft.duration) / parts.length);
      const onBackbeat = isBackbeat(at, pulse);
      for (const { limb, level, graces } of part.strokes) {
        const place = homePlace(limb);
        const many = notes.get(cell) ?? 0;
        strokes.push({ limb, level, graces, cell, note, notes: many, moment, onBackbeat, place, gracePlace: null });
      }
      moment++;
      note++;
    }
  }
  return strokes;
}
