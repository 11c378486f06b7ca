/** Reads notation back as text, for tests. */

import { beamCount, type StaffNote, soundingTicks, type WrittenVoice } from "./spell";

/** Total duration of a bar's notes and rests in ticks. */
export function barSounds(voice: WrittenVoice): number {
  return voice.notes.reduce((sum, _, index) => sum + soundingTicks(voice, index), 0);
}

/**
 * A bar as you would dictate it: "3:2(8-8-8) 16-8-16 qr h.". Dashes join notes under one beam, dots mark where all
 * beams but the first break, and r is a rest.
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
