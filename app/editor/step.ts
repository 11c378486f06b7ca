/** Stepping through the phrase note by note, with sound, as slowly as you like. */

import type { SoundOutput } from "~/audio/playing";
import { ticksToSeconds } from "~/core/time";
import { lastsFor } from "~/core/timeline";
import type { Chooser } from "./choice";
import type { PhraseEditor } from "./editor";

/** Chooses the next or previous slot and plays it. */
export function stepNote(editor: Pick<PhraseEditor, "worked">, chooser: Chooser, sound: SoundOutput, by: 1 | -1) {
  const { timeline } = editor.worked();
  const { slots, events, tempo, meter } = timeline;
  if (slots.length === 0) return;
  const now = chooser.slot(timeline)?.index ?? (by > 0 ? -1 : slots.length);
  const next = Math.min(slots.length - 1, Math.max(0, now + by));
  chooser.choose(timeline, next);
  const sounding = events.filter(({ slot }) => slot === next);
  const first = sounding[0];
  if (!first) return;
  void sound.strike(
    sounding.map((event) => {
      const lasts = lastsFor(event);
      return {
        limb: event.limb,
        place: event.place,
        force: event.force,
        technique: event.technique,
        seconds: lasts === null ? null : ticksToSeconds(lasts, tempo, meter),
        after: ticksToSeconds(event.at - first.at, tempo, meter),
      };
    }),
  );
}
