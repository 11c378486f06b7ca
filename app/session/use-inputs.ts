/** Keyboard and pads, open while they are needed. */

import { useEffect, useRef, useState } from "react";
import type { Kit } from "~/core/kit";
import type { Listening, Source } from "~/formats/listening";
import { openKeys } from "~/input/keys";
import { type MidiState, openMidi } from "~/input/midi";
import { mapPads } from "~/input/midi-message";
import type { OnHit } from "~/input/raw-hit";
import { usePlayer } from "./player";

interface InputScene {
  readonly listening: Listening;
  readonly onHit: OnHit;
  readonly kit: Kit;
}
/** Opens an input; its settings are read at each hit. Returns a function that closes it. */
type Opener = (scene: { readonly current: InputScene }, onMidi: (state: MidiState | null) => void) => () => void;

const nothing: Opener = () => () => {};

const OPENERS: Readonly<Record<Source, Opener>> = {
  self: nothing,
  drummer: nothing,
  keys: (scene) =>
    openKeys(
      () => scene.current.listening.keys,
      (hit) => scene.current.onHit(hit),
    ),
  midi: (scene, onMidi) => {
    let close = () => {};
    let isClosed = false;
    void openMidi({
      pads: () => mapPads(scene.current.kit, scene.current.listening.pads),
      curve: () => scene.current.listening.curve,
      onHit: (hit) => scene.current.onHit(hit),
      onState: onMidi,
    }).then((made) => {
      if (isClosed) made();
      else close = made;
    });
    return () => {
      isClosed = true;
      close();
      onMidi(null);
    };
  },
};

/**
 * Sends hits of the chosen source to `onHit`. Asks for MIDI access once pads are chosen; its state is null before that.
 */
export function useInputs(listening: Listening, onHit: OnHit, isOn = true): MidiState | null {
  const { source } = listening;
  const { kit } = usePlayer();
  const scene = useRef({ listening, onHit, kit });
  scene.current = { listening, onHit, kit };
  const [midi, setMidi] = useState<MidiState | null>(null);
  useEffect(() => {
    return isOn ? OPENERS[source](scene, setMidi) : undefined;
  }, [source, isOn]);
  return midi;
}
