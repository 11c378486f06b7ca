/** A fill laid out and spelled, for export. */

import { analyse } from "~/editor/editor";
import { type PlayContext, setupOf } from "~/editor/fill/score";
import type { FillContent } from "~/library/fill/content";

export async function drawBars(content: FillContent, stage: PlayContext) {
  const { makeScore } = await import("~/engrave/score");
  const { timeline } = analyse(content, setupOf(content, stage));
  const { sixes } = stage.preferences;
  return { timeline, bars: makeScore(timeline, timeline.slots, content.countStyle, { sixes }) };
}
