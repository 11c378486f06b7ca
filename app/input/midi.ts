/** Pads through Web MIDI. The browser asks for permission when this is opened, not before. */

import type { KitVoice } from "~/core/stroke";
import { bendVelocity, readStrike } from "./midi-message";
import type { OnHit } from "./raw-hit";

export type MidiTrouble =
  /** This browser has no Web MIDI. */
  | "missing"
  /** The player, or the browser, refused permission. */
  | "refused"
  /** Nothing is plugged in. */
  | "nothing";

export interface MidiState {
  readonly trouble: MidiTrouble | null;
  /** Names of the connected devices. */
  readonly devices: readonly string[];
}

export interface MidiOptions {
  readonly pads: () => ReadonlyMap<number, KitVoice>;
  readonly curve: () => number;
  readonly onHit: OnHit;
  /** Called immediately, then on every connect and disconnect. */
  readonly onState: (state: MidiState) => void;
}

/** Listens to all inputs until closed, including devices connected later. */
export async function openMidi({ pads, curve, onHit, onState }: MidiOptions): Promise<() => void> {
  if (typeof navigator.requestMIDIAccess !== "function") {
    onState({ trouble: "missing", devices: [] });
    return () => {};
  }
  let access: MIDIAccess;
  try {
    access = await navigator.requestMIDIAccess();
  } catch {
    onState({ trouble: "refused", devices: [] });
    return () => {};
  }
  const onMessage = (event: Event) => {
    const { data, timeStamp } = event as MIDIMessageEvent;
    const strike = readStrike(data);
    if (!strike) return;
    onHit({
      at: timeStamp || performance.now(),
      place: pads().get(strike.note) ?? null,
      limb: null,
      velocity: bendVelocity(strike.velocity, curve()),
      note: strike.note,
    });
  };
  const listen = () => {
    const inputs = [...access.inputs.values()];
    // Adding the same listener to an input twice has no effect.
    for (const input of inputs) input.addEventListener("midimessage", onMessage);
    const there = inputs.filter(({ state }) => state === "connected");
    onState({
      trouble: there.length === 0 ? "nothing" : null,
      devices: there.map(({ name }) => name ?? "a MIDI input"),
    });
  };
  listen();
  access.addEventListener("statechange", listen);
  return () => {
    access.removeEventListener("statechange", listen);
    for (const input of access.inputs.values()) input.removeEventListener("midimessage", onMessage);
  };
}
