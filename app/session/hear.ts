/** Plays a single drum or cymbal of the player's kit. */

import { useCallback } from "react";
import { isPlayable } from "~/core/kit";
import { type KitVoice, LIMBS } from "~/core/stroke";
import { usePlayer } from "./player";
import { useSound } from "./session";

/** Between a normal stroke and an accent. */
const FORCE = 1.4;

/** Plays a surface, unless something is playing: then you hear it in its place. */
export function useHear(): (place: KitVoice) => void {
  const sound = useSound();
  const { kit, hands } = usePlayer();
  return useCallback(
    (place: KitVoice) => {
      const limb = [hands.leading, ...LIMBS].find((one) => isPlayable(kit, one, place));
      if (limb) void sound.preview({ limb, place, force: FORCE, technique: "plain" });
    },
    [sound, kit, hands],
  );
}
