/** A fill laid out and spelled, for export. */

import type { FillContent } from "~/library/fill/content";
import { analyse } from "../editor";
import { type PlayContext, setupOf } from "../fill/score";

export async function drawBars(content: FillContent, stage: PlayContext) {
  const { makeScore } = await import("~/engrave/score");
  const { timeline } = analyse(content, setupOf(content, stage));
  const { sixes } = stage.preferences;
  return { timeline, bars: makeScore(timeline, timeline.slots, content.countStyle, { sixes }) };
}
