/** The demo's own grooves: the ones Ines Halloran plays in her band's songs. */

import type { Meter, Ticks } from "~/core/time";
import { QUARTER } from "~/core/time";
import { type GrooveContent, makeGrooveContent } from "~/library/groove/content";

export interface DemoGroove {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: GrooveContent;
}

type GrooveTempo = GrooveContent["tempo"];

export function makeDemoGrooves(): DemoGroove[] {
  const five: Meter = { beats: 5, unit: 4 };
  return [
    {
      id: "demo-groove-kettle",
      daysAgo: 4,
      content: makeGrooveContent({
        name: "Copper Kettle verse",
        tags: ["Copper Kettle", "shuffle"],
        text: "@3 (R/hhK)-R/hh (R/hh>L)lR/hh (R/hhK)-(R/hhK) (R/hh>L)-R/hh",
        tempo: 84 as GrooveTempo,
        slowest: 72 as GrooveTempo,
        fastest: 108 as GrooveTempo,
        feel: { swing: { unit: 2, share: 2 / 3 }, push: { L: 12 } },
      }),
    },
    {
      id: "demo-groove-stairs",
      daysAgo: 18,
      content: makeGrooveContent({
        name: "Long Stairs chorus",
        tags: ["Long Stairs", "5/4"],
        text: "@2 (R/rdK)R/rd (R/rdH)(R/rdK) (R/rd>L)R/rd (R/rdKH)R/rd (R/rd>L)(R/rdK)",
        meter: five,
        window: { start: 0 as Ticks, length: (5 * QUARTER) as Ticks },
        tempo: 108 as GrooveTempo,
        slowest: 90 as GrooveTempo,
        fastest: 130 as GrooveTempo,
      }),
    },
  ];
}
