/** An idea's top tempo, and a draw as a fill. */

import { repeatLine } from "~/core/line";
import type { Line } from "~/core/phrase";
import { findCeiling, type Player } from "~/core/player";
import { type Bpm, barTicks, type Meter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { type FillContent, makeContent } from "~/library/fill/content";
import type { FlowContent } from "~/library/flow/content";
import { MAX_NAME } from "~/library/phrase/phrase";

/** The top tempo of a repeated idea; null if no limb plays twice. */
export function topOf(
  line: Line,
  { meter, tempo }: Pick<FlowContent, "meter" | "tempo">,
  player: Player,
): number | null {
  const window = { start: ticks(0), length: barTicks(meter as Meter) };
  const phrase = { meter: meter as Meter, tempo: tempo as Bpm, window, line: repeatLine(line, 2) };
  return findCeiling(layOut(phrase, player.kit), player)?.bpm ?? null;
}

/** A draw as a new fill. */
export function fillOf(content: FlowContent, text: string): FillContent {
  const { name, meter, tempo, bars, form, groove, setting, seed } = content;
  return makeContent({
    name: `${name || "Flow"}, draw ${seed}`.slice(0, MAX_NAME),
    tags: ["flow"],
    text,
    meter,
    tempo,
    window: { start: ticks(0), length: ticks(bars * barTicks(meter as Meter)) },
    groove,
    grooveBars: Math.min(8, form.timeBars),
    setting,
  });
}
