/** The demo's own grooves: what Ines Halloran plays in her band's songs. */

import type { Meter, Ticks } from "~/core/time";
import { type GrooveContent, makeGrooveContent } from "~/library/groove/content";

export interface DemoGroove {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: GrooveContent;
}

type Tempo = GrooveContent["tempo"];

export function makeDemoGrooves(): DemoGroove[] {
  const five: Meter = { beats: 5, unit: 4 };
  return [
    {
      id: "demo-groove-kettle",
      daysAgo: 4,
      content: makeGrooveContent({
        name: "Copper Kettle verse",
        tags: ["Copper Kettle", "shuffle"],
        text: "@3 (>R/hhK)-r/hh (>R/hh>L)lr/hh (>R/hhK)-(r/hhK) (>R/hh>L)-r/hh",
        tempo: 84 as Tempo,
        slowest: 72 as Tempo,
        fastest: 108 as Tempo,
        feel: { swing: { unit: 2, share: 2 / 3 }, push: { L: 12 } },
      }),
    },
    {
      id: "demo-groove-stairs",
      daysAgo: 18,
      content: makeGrooveContent({
        name: "Long Stairs chorus",
        tags: ["Long Stairs", "5/4"],
        text: "@2 (>R/rdK)r/rd (R/rdH)(r/rdK) (>R/rd>L)r/rd (R/rdKH)r/rd (>R/rd>L)(r/rdK)",
        meter: five,
        window: { start: 0 as Ticks, length: (5 * 10_080) as Ticks },
        tempo: 108 as Tempo,
        slowest: 90 as Tempo,
        fastest: 130 as Tempo,
      }),
    },
  ];
}
