/** Whether pads are connected, and if not, what to do. */

import type { MidiState, MidiTrouble } from "~/input/midi";
import { capital } from "~/words/slot";

export const MIDI_TROUBLE: Record<MidiTrouble, string> = {
  missing: "This browser has no Web MIDI. Use another one, the keyboard, or judge yourself.",
  refused: "MIDI wasn't allowed. Allow it next to the address bar, then choose Electronic drums again.",
  nothing: "No kit found. Plug it in: it connects right away.",
};

export function MidiNote({ midi }: { readonly midi: MidiState | null }) {
  return (
    <p role="status">
      {!midi
        ? "Asking for MIDI…"
        : midi.trouble
          ? MIDI_TROUBLE[midi.trouble]
          : `Listening to ${midi.devices.map(capital).join(", ")}.`}
    </p>
  );
}
