/** An own kit being set up, with undo. */

import type { Kit, KitPiece } from "~/core/kit";
import type { KitVoice } from "~/core/stroke";
import { type Draft, openDraft } from "~/editor/draft";
import type { KitContent } from "~/library/kit/content";
import { MAX_ANGLE, MAX_DISTANCE, MAX_HEIGHT, MAX_SIZE, MIN_SIZE, toKit } from "~/library/kit/kit";

export interface KitDraft extends Draft<KitContent> {
  readonly changeKit: (change: (kit: Kit) => Kit, kind?: string) => void;
  readonly changeSurface: (place: KitVoice, change: Partial<KitPiece>, kind?: string) => void;
}

function within(value: number, least: number, most: number): number {
  return Number.isFinite(value) ? Math.min(most, Math.max(least, value)) : least;
}

/** A kit that can be stored: within the allowed area. */
function keepInRoom(surface: KitPiece): KitPiece {
  const kept = {
    ...surface,
    x: within(surface.x, -MAX_DISTANCE, MAX_DISTANCE),
    y: within(surface.y, -MAX_DISTANCE, MAX_DISTANCE),
    height: within(surface.height, 0, MAX_HEIGHT),
    size: within(surface.size, MIN_SIZE, MAX_SIZE),
    angle: within(surface.angle, 0, MAX_ANGLE),
    midi: Math.round(within(surface.midi, 0, 127)),
  };
  // Unchanged surfaces stay the same objects and aren't redrawn.
  return (Object.keys(kept) as (keyof KitPiece)[]).every((key) => kept[key] === surface[key]) ? surface : kept;
}

export function openKitDraft(initial: KitContent): KitDraft {
  const draft = openDraft(initial);
  const changeKit: KitDraft["changeKit"] = (change, kind) =>
    draft.edit(kind ?? null, (content) => {
      const before = toKit(content);
      const after = change(before);
      return after === before ? content : { ...content, surfaces: after.surfaces.map(keepInRoom) };
    });
  return {
    ...draft,
    changeKit,
    changeSurface: (place, change, kind) =>
      changeKit(
        ({ surfaces }) => ({ surfaces: surfaces.map((one) => (one.place === place ? { ...one, ...change } : one)) }),
        kind,
      ),
  };
}
