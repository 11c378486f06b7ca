/** Through the phrase note by note, each with its sound, as slowly as one likes. */

import { strike } from "~/audio/playing";
import { ticksToSeconds } from "~/core";
import { type BenchHandle, workOut } from "./bench";
import { chooseSlot, chosenSlot } from "./choice";

/** Chooses the next slot, or the one before, and sounds what is in it. */
export function stepNote(bench: BenchHandle, by: 1 | -1) {
  const { timeline } = workOut(bench.store.getState().content);
  const { slots, events, tempo, meter } = timeline;
  if (slots.length === 0) return;
  const now = chosenSlot(timeline)?.index ?? (by > 0 ? -1 : slots.length);
  const next = Math.min(slots.length - 1, Math.max(0, now + by));
  chooseSlot(timeline, next);
  const sounding = events.filter(({ slot }) => slot === next);
  const first = sounding[0];
  if (!first) return;
  void strike(
    sounding.map(({ limb, place, level, rimShot, at }) => ({
      limb,
      place,
      level,
      rimShot,
      after: ticksToSeconds(at - first.at, tempo, meter),
    })),
  );
}
