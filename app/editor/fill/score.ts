/** The fill's sound: in its groove, following every edit, with the current practice settings. */

import type { Score, ScoreSource } from "~/audio/score";
import {
  arrange,
  arrangeRange,
  crashOf,
  type Groove,
  ladderTempo,
  mirrorGroove,
  ostinatoUnder,
  plainGroove,
  pulseInGroove,
  type Setting,
  STRAIGHT,
} from "~/core/groove";
import type { Ostinato, Player } from "~/core/player";
import type { ClickPlan, Pulse } from "~/core/pulse";
import { type Bpm, bpm, type Meter, sameMeter } from "~/core/time";
import type { FillContent } from "~/library/fill/content";
import type { GrooveChoice } from "~/library/groove/choices";
import { toSetting } from "~/library/phrase/setting";
import { divisionOf, type Preferences } from "~/library/preferences";
import { AS_WRITTEN, type Practice } from "~/session/practice";
import { type AnalysisContext, analyse } from "../editor";

/** The context of a fill's sound: the available grooves, the player, and the player's settings. */
export interface PlayContext {
  readonly grooves: readonly GrooveChoice[];
  readonly player: Player;
  readonly preferences: Preferences;
}

export function groovesFor(grooves: readonly GrooveChoice[], meter: Meter): GrooveChoice[] {
  return grooves.filter(({ groove }) => sameMeter(groove.meter, meter));
}

/** The groove of a fill: its own if it fits the meter, otherwise the simplest one. Hands as the player has them. */
export function pickGroove(
  content: Pick<FillContent, "meter" | "groove">,
  { grooves, preferences: { hands } }: Pick<PlayContext, "grooves" | "preferences">,
): Groove {
  const chosen = groovesFor(grooves, content.meter).find(({ id }) => id === content.groove);
  if (chosen?.isOwn) return chosen.groove;
  const groove = chosen?.groove ?? plainGroove(content.meter);
  return hands === "right" ? groove : mirrorGroove(groove);
}

const pulses = new WeakMap<readonly GrooveChoice[], Map<string, Pulse>>();

/** The pulse of a fill in the current groove; the same object for the same groove and form. */
export function pulseOfFill(content: Pick<FillContent, "meter" | "groove" | "grooveBars">, stage: PlayContext): Pulse {
  const { meter, groove, grooveBars } = content;
  const known = pulses.get(stage.grooves) ?? new Map<string, Pulse>();
  pulses.set(stage.grooves, known);
  const key = JSON.stringify([meter, groove, grooveBars]);
  const found = known.get(key) ?? pulseInGroove(pickGroove(content, stage), meter, grooveBars);
  known.set(key, found);
  return found;
}

/** The player and pulse a fill is analysed for. */
export function setupOf(
  content: Pick<FillContent, "meter" | "groove" | "grooveBars">,
  stage: PlayContext,
): AnalysisContext {
  return { player: stage.player, pulse: pulseOfFill(content, stage) };
}

/** What a fill is played over, for its top tempo. */
export function ostinatoOf(
  content: Pick<FillContent, "meter" | "groove" | "grooveBars" | "setting">,
  stage: PlayContext,
): Ostinato {
  const groove = pickGroove(content, stage);
  return ostinatoUnder(groove, settingOf(content, groove, stage.preferences), stage.player.kit);
}

/** A fill's complete setting in its groove, for this player. */
export function settingOf(
  content: Pick<FillContent, "setting" | "grooveBars">,
  groove: Groove,
  { countInBars }: Pick<Preferences, "countInBars">,
): Setting {
  return toSetting(content.setting, { grooveBars: content.grooveBars, countInBars }, groove.feel);
}

function clickPlan(preferences: Preferences): ClickPlan | null {
  const { click, clicksOn, silentBars } = preferences;
  return click ? { on: clicksOn, between: divisionOf(preferences), silentBars } : null;
}

/** The fill in its groove; only the practised part, at its tempo. */
export function makeScore(content: FillContent, stage: PlayContext, practice: Practice = AS_WRITTEN): Score {
  const { player, preferences } = stage;
  const { timeline, landing, phrase } = analyse(content, setupOf(content, stage));
  const groove = pickGroove(content, stage);
  const setting = settingOf(content, groove, preferences);
  const { loop, mix } = practice;
  const arrangement = loop
    ? arrangeRange(timeline, {
        slots: loop,
        toBeat: loop.toBeat,
        feel: setting.follows ? setting.feel : STRAIGHT,
        countInBars: setting.countInBars,
      })
    : arrange(timeline, groove, setting, crashOf(landing, player), player.kit);
  return { arrangement, tempo: phrase.tempo, click: clickPlan(preferences), mix };
}

/** The practice tempo of a repeat. */
export function practiceTempo(tempo: Bpm, { speed, ladder }: Practice, repeat: number): Bpm {
  return ladder ? ladderTempo(ladder, repeat) : bpm(tempo * speed);
}

/** A score per repeat. Each tempo needs its own layout: grace notes and offsets are times, not shares of the beat. */
export function makeSource(content: FillContent, stage: PlayContext, practice: Practice): ScoreSource {
  const made = new Map<number, Score>();
  return (repeat) => {
    const tempo = practiceTempo(content.tempo, practice, repeat);
    const found = made.get(tempo);
    if (found) return found;
    const at = tempo === content.tempo ? content : { ...content, tempo };
    const score = makeScore(at, stage, practice);
    made.set(tempo, score);
    return score;
  };
}
