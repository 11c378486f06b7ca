/** The bench's sound: the fill in its groove, following every edit. */

import { useCallback } from "react";
import type { Score } from "~/audio/player";
import { arrange, barTicks, type Groove, type Meter, mirrorLine, plainGroove, readStickLine, slotAt } from "~/core";
import type { Preferences } from "~/data/preferences";
import type { FillContent } from "~/formats/fill";
import { type Playback, usePlayback, useSound } from "~/ui/playback";
import { rigNow, useRig } from "~/ui/rig";
import { type BenchHandle, workOut } from "./bench";
import { useContent } from "./context";

/** A shipped groove as the server sends it. */
export interface ShippedGroove {
  readonly id: string;
  readonly name: string;
  readonly meter: { readonly beats: number; readonly unit: number };
  readonly line: string;
}

export function groovesFor(grooves: readonly ShippedGroove[], content: FillContent): ShippedGroove[] {
  const { beats, unit } = content.meter;
  return grooves.filter((groove) => groove.meter.beats === beats && groove.meter.unit === unit);
}

/** The groove that a fill is heard in: its own where that fits the meter, else the plainest one. Hands as the player has them. */
export function pickGroove(
  grooves: readonly ShippedGroove[],
  content: FillContent,
  hands: Preferences["hands"],
): Groove {
  const chosen = groovesFor(grooves, content).find((groove) => groove.id === content.groove);
  const { meter } = content;
  const line = chosen ? readStickLine(chosen.line).line : null;
  const groove = line ? { meter, line } : plainGroove(meter);
  return hands === "right" ? groove : { ...groove, line: mirrorLine(groove.line) };
}

export function makeScore(content: FillContent, grooves: readonly ShippedGroove[], preferences: Preferences): Score {
  const { timeline, landing, phrase } = workOut(content);
  const groove = pickGroove(grooves, content, preferences.hands);
  const form = { grooveBars: content.grooveBars, countInBars: preferences.countInBars };
  const arrangement = arrange(timeline, groove, form, landing?.hands[0].hand ?? "R", rigNow().kit);
  return { arrangement, tempo: phrase.tempo, meter: phrase.meter, click: preferences.click };
}

/** Ticks from the phrase's first bar line, of ticks in the loop. */
function inPhrase({ meter, grooveBars }: FillContent, at: number): number {
  return at - grooveBars * barTicks(meter as Meter);
}

/** Plays the fill on the bench, or `heard` in its place; `onFrame` is told where in the phrase the ear is. */
export function useStackPlayback(
  bench: BenchHandle,
  grooves: readonly ShippedGroove[],
  preferences: Preferences,
  {
    heard = null,
    onFrame,
  }: { readonly heard?: FillContent | null; readonly onFrame?: (at: number | null) => void } = {},
): Playback {
  const own = useContent();
  const content = heard ?? own;
  const { layout } = useRig();
  useSound(preferences);
  return usePlayback({
    id: "stack",
    // biome-ignore lint/correctness/useExhaustiveDependencies: on another kit it sounds otherwise
    makeScore: useCallback(() => makeScore(content, grooves, preferences), [content, grooves, preferences, layout]),
    slotAt: (at) => {
      const now = heard ?? bench.store.getState().content;
      return slotAt(workOut(now).timeline, Math.floor(inPhrase(now, at)))?.index ?? null;
    },
    onFrame: (at) => onFrame?.(at === null ? null : inPhrase(heard ?? bench.store.getState().content, at)),
  });
}
