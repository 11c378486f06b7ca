/** The bench's sound: the fill in its groove, following every edit, and as it is being practised. */

import { useMemo } from "react";
import type { Score, ScoreSource } from "~/audio/score";
import {
  arrange,
  arrangeRange,
  type Bpm,
  bpm,
  type ClickPlan,
  type Groove,
  ladderTempo,
  type Meter,
  mirrorGroove,
  plainGroove,
  type Setting,
  STRAIGHT,
  sameMeter,
} from "~/core";
import type { GrooveChoice } from "~/data/grooves";
import type { Preferences } from "~/data/preferences";
import type { FillContent } from "~/formats/fill";
import { toSetting } from "~/formats/setting";
import { type Heard, type Playback, usePlayback, useSound } from "~/ui/playback";
import { AS_WRITTEN, type Practice, usePractice } from "~/ui/practice";
import { rigNow, useRig } from "~/ui/rig";
import { workOut } from "./bench";
import { useContent } from "./context";

export function groovesFor(grooves: readonly GrooveChoice[], meter: Meter): GrooveChoice[] {
  return grooves.filter(({ groove }) => sameMeter(groove.meter, meter));
}

/** The groove that a fill is heard in: its own where that fits the meter, else the plainest one. Hands as the player has them. */
export function pickGroove(
  grooves: readonly GrooveChoice[],
  content: FillContent,
  hands: Preferences["hands"],
): Groove {
  const meter = content.meter as Meter;
  const chosen = groovesFor(grooves, meter).find(({ id }) => id === content.groove);
  if (chosen?.isOwn) return chosen.groove;
  const groove = chosen?.groove ?? plainGroove(meter);
  return hands === "right" ? groove : mirrorGroove(groove);
}

/** All of a fill's setting in its groove, for this player. */
export function settingOf(
  content: FillContent,
  groove: Groove,
  { countInBars }: Pick<Preferences, "countInBars">,
): Setting {
  return toSetting(content.setting, { grooveBars: content.grooveBars, countInBars }, groove.feel);
}

function clickPlan({ click, clicksOn, silentBars }: Preferences): ClickPlan | null {
  return click ? { on: clicksOn, silentBars } : null;
}

/** The fill in its groove; what is practised of it, at its tempo. */
export function makeScore(
  content: FillContent,
  grooves: readonly GrooveChoice[],
  preferences: Preferences,
  practice: Practice = AS_WRITTEN,
): Score {
  const { timeline, landing, phrase } = workOut(content);
  const groove = pickGroove(grooves, content, preferences.hands);
  const setting = settingOf(content, groove, preferences);
  const { loop, mix } = practice;
  const arrangement = loop
    ? arrangeRange(timeline, {
        slots: loop,
        toBeat: loop.toBeat,
        feel: setting.follows ? setting.feel : STRAIGHT,
        countInBars: setting.countInBars,
      })
    : arrange(timeline, groove, setting, landing?.hands[0].hand ?? "R", rigNow().kit);
  return { arrangement, tempo: phrase.tempo, click: clickPlan(preferences), mix };
}

/** The tempo of a repeat, as it is practised. */
export function practiceTempo(tempo: Bpm, { speed, ladder }: Practice, repeat: number): Bpm {
  return ladder ? ladderTempo(ladder, repeat) : bpm(tempo * speed);
}

/** A score for each repeat. Laid out anew at each tempo: grace notes and what stands beside the beat are times, not shares. */
export function makeSource(
  content: FillContent,
  grooves: readonly GrooveChoice[],
  preferences: Preferences,
  practice: Practice,
): ScoreSource {
  const made = new Map<number, Score>();
  return (repeat) => {
    const tempo = practiceTempo(content.tempo, practice, repeat);
    const found = made.get(tempo);
    if (found) return found;
    const at = tempo === content.tempo ? content : { ...content, tempo };
    const score = makeScore(at, grooves, preferences, practice);
    made.set(tempo, score);
    return score;
  };
}

/** The practice of the moment, as far as it is this fill's. */
export function usePracticeOf(fillId: string): Practice {
  const practice = usePractice();
  return practice.loop && practice.loop.fillId !== fillId ? { ...practice, loop: null } : practice;
}

interface StackPlaybackOptions {
  readonly fillId: string;
  /** In place of what is on the bench. */
  readonly heard?: FillContent | null;
  readonly onFrame?: (heard: Heard | null) => void;
}

/** Plays the fill on the bench. */
export function useStackPlayback(
  grooves: readonly GrooveChoice[],
  preferences: Preferences,
  { fillId, heard = null, onFrame }: StackPlaybackOptions,
): Playback {
  const own = useContent();
  const content = heard ?? own;
  const { layout } = useRig();
  const practice = usePracticeOf(fillId);
  const { speed, mix, loop, ladder } = practice;
  useSound(preferences);
  return usePlayback({
    id: "stack",
    // biome-ignore lint/correctness/useExhaustiveDependencies: on another kit it sounds otherwise
    makeScore: useMemo(
      () => makeSource(content, grooves, preferences, { speed, mix, loop, ladder }),
      [content, grooves, preferences, speed, mix, loop, ladder, layout],
    ),
    ...(onFrame ? { onFrame } : {}),
  });
}
