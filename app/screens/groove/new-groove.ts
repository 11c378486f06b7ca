/** Initial own grooves. */

import { layOutGroove, mirrorGroove, plainGroove } from "~/core/groove";
import { formatLine } from "~/core/line";
import { type Bpm, barTicks, bpm, type Meter, ticks } from "~/core/time";
import type { GrooveChoice } from "~/library/groove/choices";
import { type GrooveContent, makeGrooveContent } from "~/library/groove/content";
import { MAX_NAME } from "~/library/phrase/phrase";
import { keepFeel } from "~/library/phrase/setting";
import type { Handedness } from "~/library/preferences";

/** The plain pulse of a meter, as a starting point. */
export function newGroove(meter: Meter, tempo: Bpm): GrooveContent {
  return makeGrooveContent({
    text: formatLine(plainGroove(meter).line),
    meter: { beats: meter.beats, unit: meter.unit },
    tempo,
    slowest: bpm(tempo * 0.7),
    fastest: bpm(tempo * 1.3),
  });
}

/** A copy, with this player's hands. */
export function copyGroove({ name, groove, isOwn, slowest, fastest }: GrooveChoice, hands: Handedness): GrooveContent {
  const turned = isOwn || hands === "right" ? groove : mirrorGroove(groove);
  const { meter } = groove;
  const length = layOutGroove(groove, meter, slowest)?.end ?? barTicks(meter);
  const bars = Math.max(1, Math.ceil(length / barTicks(meter)));
  return makeGrooveContent({
    name: `${name} (copy)`.slice(0, MAX_NAME),
    text: formatLine(turned.line),
    meter: { beats: meter.beats, unit: meter.unit },
    window: { start: ticks(0), length: ticks(bars * barTicks(meter)) },
    tempo: bpm(Math.round((slowest + fastest) / 2)),
    slowest,
    fastest,
    feel: keepFeel(turned.feel),
  });
}
