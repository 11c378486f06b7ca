/** A fill laid out and spelled, for files of it. */

import type { FillContent } from "~/library/fill/content";
import { workOut } from "../editor";
import { type Stage, setupOf } from "../fill/score";

export async function drawBars(content: FillContent, stage: Stage) {
  const { makeScore } = await import("~/engrave/score");
  const { timeline } = workOut(content, setupOf(content, stage));
  const { sixes } = stage.preferences;
  return { timeline, bars: makeScore(timeline, timeline.slots, content.countStyle, { sixes }) };
}
