/** Own grooves as they begin. */

import { type Bpm, barTicks, bpm, formatLine, layOutGroove, type Meter, mirrorGroove, plainGroove } from "~/core";
import type { GrooveChoice } from "~/data/grooves";
import type { Handedness } from "~/data/preferences";
import { type GrooveContent, makeGrooveContent } from "~/formats/groove";
import { MAX_NAME } from "~/formats/phrase";
import { keepFeel } from "~/formats/setting";

/** The plain pulse of a meter, to be worked on. */
export function newGroove(meter: Meter, tempo: Bpm): GrooveContent {
  return makeGrooveContent({
    text: formatLine(plainGroove(meter).line),
    meter: { beats: meter.beats, unit: meter.unit },
    tempo,
    slowest: bpm(tempo * 0.7),
    fastest: bpm(tempo * 1.3),
  });
}

/** A copy, with the hands as this player has them. */
export function copyGroove({ name, groove, isOwn, slowest, fastest }: GrooveChoice, hands: Handedness): GrooveContent {
  const turned = isOwn || hands === "right" ? groove : mirrorGroove(groove);
  const { meter } = groove;
  const length = layOutGroove(groove, meter, slowest)?.end ?? barTicks(meter);
  const bars = Math.max(1, Math.ceil(length / barTicks(meter)));
  return makeGrooveContent({
    name: `${name} (copy)`.slice(0, MAX_NAME),
    text: formatLine(turned.line),
    meter: { beats: meter.beats, unit: meter.unit },
    window: { start: 0 as GrooveContent["window"]["start"], length: (bars * barTicks(meter)) as never },
    tempo: bpm(Math.round((slowest + fastest) / 2)),
    slowest,
    fastest,
    feel: keepFeel(turned.feel),
  });
}
