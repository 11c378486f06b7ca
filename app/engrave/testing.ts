/** What is written, read back, for tests. */

import { beamCount, type StaffNote, soundingTicks, type WrittenVoice } from "./spell";

/** How long a bar's notes and rests sound in ticks. */
export function barSounds(voice: WrittenVoice): number {
  return voice.notes.reduce((sum, _, index) => sum + soundingTicks(voice, index), 0);
}

/**
 * A bar as one would dictate it: "3:2(8-8-8) 16-8-16 qr h.". Notes under one beam are joined by dashes, by a dot where all beams
 * but the first break; r is a rest.
 */
export function dictate({ notes, tuplets, refusedAt }: WrittenVoice): string {
  if (refusedAt !== null) return `refused at ${refusedAt}`;
  return notes
    .map((note, index) => {
      const opens = tuplets
        .filter(({ from }) => from === index)
        .sort((a, b) => b.to - a.to)
        .map(({ notes: many, inTimeOf }) => `${many}:${inTimeOf}(`);
      const closes = tuplets.filter(({ to }) => to === index).map(() => ")");
      const { value, heads } = note;
      const word = `${value.name}${value.dots ? "." : ""}${heads.length ? "" : "r"}`;
      return `${joint(notes[index - 1], note)}${opens.join("")}${word}${closes.join("")}`;
    })
    .join("");
}

function joint(before: StaffNote | undefined, note: StaffNote): string {
  if (!before) return "";
  const isBeamed = beamCount(before) > 0 && beamCount(note) > 0 && before.beam === note.beam;
  if (!isBeamed) return " ";
  return note.breaksBeam ? "·" : "-";
}
