/** A bar round the kit, to hear the sound: hi-hat, snare, the available toms, and a cymbal with the bass drum. */

import type { StruckLater } from "~/audio/kit-sounds";
import { CYMBALS, isPlayable, type Kit, surfaceAt, TOMS } from "~/core/kit";
import type { Hands } from "~/core/player";
import { type KitVoice, type Limb, otherHand } from "~/core/stroke";

/** Duration of a sixteenth at a medium tempo, in seconds. */
const STEP = 0.15;

export function listTaste(kit: Kit, { leading }: Hands): StruckLater[] {
  const strokes: StruckLater[] = [];
  const strike = (step: number, place: KitVoice, limb: Limb, force: number) => {
    if (isPlayable(kit, limb, place)) {
      strokes.push({ limb, place, force, technique: "plain", after: step * STEP, seconds: null });
    }
  };
  const weak = otherHand(leading);
  const toms = TOMS.filter((place) => surfaceAt(kit, place));
  const crash = CYMBALS.find((place) => place.startsWith("c") && surfaceAt(kit, place)) ?? "hh";
  for (const step of [0, 2, 4, 6]) strike(step, "hh", leading, step % 4 === 0 ? 1.4 : 1);
  strike(0, "kk", "K", 1.2);
  strike(4, "sn", weak, 2);
  strike(7, "sn", weak, 0);
  for (let note = 0; note < 8; note++) {
    const place = note < 2 ? "sn" : (toms[Math.floor(((note - 2) * toms.length) / 6)] ?? "sn");
    strike(8 + note, place, note % 2 === 0 ? leading : weak, note % 2 === 0 ? 1.8 : 1);
  }
  strike(16, crash, leading, 2);
  strike(16, "kk", "K", 1.6);
  return strokes;
}
