/** Sound kits, and output latency. */

import type { Preferences } from "~/library/preferences";

export const SOUND_KIT_NAMES: Record<Preferences["sounds"], { readonly name: string; readonly does: string }> = {
  studio: { name: "Studio", does: "Recorded cymbals, drums made to match. The one to judge a fill by." },
  pad: { name: "Pad", does: "Practice pads, high and low like the kit. Short knocks show up every uneven stroke." },
  drawn: { name: "Drawn", does: "Everything is synthesised, so nothing has to be fetched." },
};

export const CLICKS_BETWEEN_NAMES: Record<Preferences["clicksBetween"], string> = {
  nothing: "nothing",
  eighths: "eighths",
  triplets: "triplets",
  sixteenths: "sixteenths",
};

/** Why playback is silent. */
export const SOUND_TROUBLE: Record<"not-started" | "interrupted", string> = {
  "not-started": "The sound didn't start. Check that this browser may play sound, then press Play again.",
  interrupted:
    "Your device took the sound away: a call, another app, or an output that was unplugged. Press Play to begin again with the count-in.",
};

const MILLISECONDS = 1000;

/** `latency` in seconds; null before the first sound. */
export function describeOutputLatency(latency: number | null): string {
  if (latency === null) return "Play something, and the delay of your output is shown here.";
  return `Sound takes about ${Math.round(latency * MILLISECONDS)} ms to reach your ears, as this browser reports it. The playhead and the listening allow for it.`;
}

/** For a changed output; both in seconds. */
export function describeOutputChanged(before: number, now: number): string {
  return `The sound output has changed: it now takes about ${Math.round(now * MILLISECONDS)} ms instead of ${Math.round(before * MILLISECONDS)}. This is allowed for. If your hits are marked early or late, measure the latency again in Setup.`;
}
