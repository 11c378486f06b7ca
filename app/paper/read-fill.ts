/** A fill analysed for a page, for the player it is printed for. */

import { type Fit, findLanding, type Landing, measureFit } from "~/core/fit";
import {
  type Arrangement,
  arrange,
  crashOf,
  type Groove,
  type LoopForm,
  layOutGroove,
  measureForm,
  ostinatoUnder,
  pulseInGroove,
  type Setting,
} from "~/core/groove";
import { type Line, openingRate, type Phrase } from "~/core/phrase";
import type { Player, PlayerSpec } from "~/core/player";
import { layOutWork, makePlan, type PlannedWork, wishOf } from "~/core/practice";
import type { Rate } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import { makeFormScore } from "~/engrave/form-score";
import type { RepeatStyle, Sixes } from "~/engrave/notation";
import { makeScore, type StaffBar } from "~/engrave/score";
import type { FillContent } from "~/library/fill/content";
import { lastValidLine, toPhrase } from "~/library/phrase/phrase";
import { toSetting } from "~/library/phrase/setting";
import { newPlan, type PlanRow } from "~/library/practice/plan";

/** A fill with everything a page needs. Plain data, because it is sent to a worker. */
export interface PaperFill {
  readonly content: FillContent;
  /** Its groove. */
  readonly groove: { readonly name: string; readonly groove: Groove };
  /** The player's progress; null if it was never practised. */
  readonly plan: PlanRow | null;
  /** The player that pages are printed for. */
  readonly link: string | null;
}

export interface NotationChoices {
  readonly sixes: Sixes;
  readonly repeats: RepeatStyle;
}

/** For whom pages are made. */
export interface PaperPlayer extends NotationChoices {
  readonly spec: PlayerSpec;
  /** The kit's name, and how it is set up: "Four-piece, left-handed". */
  readonly kit: string;
}

export interface ReadFill {
  readonly content: FillContent;
  readonly line: Line;
  readonly phrase: Phrase;
  readonly timeline: Timeline;
  readonly rate: Rate;
  readonly fit: Fit;
  readonly landing: Landing | null;
  readonly setting: Setting;
  readonly arrangement: Arrangement;
  readonly form: LoopForm;
}

export function readFill({ content, groove: { groove } }: PaperFill, player: Player): ReadFill {
  const line = lastValidLine(content);
  const pulse = pulseInGroove(groove, content.meter, content.grooveBars);
  const phrase = { ...toPhrase(content, line), pulse };
  const timeline = layOut(phrase, player.kit);
  const landing = findLanding(timeline, player);
  const setting = toSetting(content.setting, { grooveBars: content.grooveBars, countInBars: 0 }, groove.feel);
  const rate = openingRate(line);
  return {
    content,
    line,
    phrase,
    timeline,
    rate,
    fit: measureFit(timeline, rate),
    landing,
    setting,
    arrangement: arrange(timeline, groove, setting, crashOf(landing, player), player.kit),
    form: measureForm(timeline, setting),
  };
}

/** The fill alone. */
export function fillBars({ content, timeline }: ReadFill, { sixes }: NotationChoices): StaffBar[] {
  return makeScore(timeline, timeline.slots, content.countStyle, { sixes });
}

/** Groove and fill, and the bar it lands in. */
export function formBars(read: ReadFill, { groove: { groove } }: PaperFill, player: Player, choices: NotationChoices) {
  const { content, timeline, arrangement, form, setting } = read;
  const laid = layOutGroove(groove, content.meter, content.tempo, player.kit);
  const { sixes, repeats } = choices;
  const options = { countStyle: content.countStyle, feetBelow: false, choices: { sixes }, repeats };
  return makeFormScore(timeline, laid, arrangement, form, setting, options);
}

/** The steps of its plan with the player's progress. */
export function planOf({ phrase, setting }: ReadFill, { groove, plan }: PaperFill, player: Player): PlannedWork {
  const state = plan ?? newPlan("");
  const ostinato = ostinatoUnder(groove.groove, setting, player.kit);
  return layOutWork(makePlan(phrase, player, wishOf(phrase, state), ostinato), state);
}
