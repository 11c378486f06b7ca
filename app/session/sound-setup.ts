/** The player's sound: their kit, their hands, and their preferences. */

import type { SoundSetup } from "~/audio/sound-setup";
import { spotsOf } from "~/audio/spots";
import type { Player } from "~/core/player";
import { otherHand } from "~/core/stroke";
import type { Preferences } from "~/library/preferences";

export function soundSetupOf(preferences: Preferences, { kit, hands }: Pick<Player, "kit" | "hands">): SoundSetup {
  return {
    kit: preferences.sounds,
    spots: spotsOf(kit),
    weaker: preferences.weakerHand ? otherHand(hands.leading) : null,
    room: preferences.isDry ? 0 : preferences.room,
    faders: {
      fill: preferences.fillVolume,
      groove: preferences.grooveVolume,
      clicks: preferences.clickVolume,
      countIn: preferences.countInVolume,
    },
  };
}
