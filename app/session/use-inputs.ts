/** Keyboard and pads, open while they are wanted. */

import { useEffect, useRef, useState } from "react";
import type { Listening } from "~/formats/listening";
import { openKeys } from "~/input/keys";
import { type MidiState, openMidi } from "~/input/midi";
import { mapPads } from "~/input/midi-message";
import type { OnHit } from "~/input/raw-hit";
import { usePlayer } from "./player";

/** Hits of the chosen source go to `onHit`. MIDI is asked for once pads are chosen; its state is null before. */
export function useInputs(listening: Listening, onHit: OnHit, isOn = true): MidiState | null {
  const { source } = listening;
  const { kit } = usePlayer();
  const scene = useRef({ listening, onHit, kit });
  scene.current = { listening, onHit, kit };
  const [midi, setMidi] = useState<MidiState | null>(null);
  useEffect(() => {
    const tell: OnHit = (hit) => scene.current.onHit(hit);
    if (!isOn) return;
    if (source === "keys") return openKeys(() => scene.current.listening.keys, tell);
    if (source !== "midi") return;
    let close = () => {};
    let isClosed = false;
    void openMidi({
      pads: () => mapPads(scene.current.kit, scene.current.listening.pads),
      curve: () => scene.current.listening.curve,
      onHit: tell,
      onState: setMidi,
    }).then((made) => {
      if (isClosed) made();
      else close = made;
    });
    return () => {
      isClosed = true;
      close();
      setMidi(null);
    };
  }, [source, isOn]);
  return midi;
}
