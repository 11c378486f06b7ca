/** Grooves that ship, for a right-handed player with crossed hands; other players get their mirror or open hands. */

import type { GrooveEntry } from "./schema";

const FOUR_FOUR = { beats: 4, unit: 4 } as const;

export const GROOVES: readonly GrooveEntry[] = [
  {
    id: "straight-eighths",
    name: "Straight eighths",
    meter: FOUR_FOUR,
    line: "@2 (>R/hhK)r/hh (>R/hh>L)r/hh (>R/hhK)(r/hhK) (>R/hh>L)r/hh",
  },
  {
    id: "busy-sixteenths",
    name: "Ghosted sixteenths",
    meter: FOUR_FOUR,
    line: "@4 (>R/hhK)-r/hhl (>R/hh>L)-(r/hhK)l r/hhl(>R/hhK)- (>R/hh>L)-r/hhl",
  },
  {
    id: "half-time",
    name: "Half-time",
    meter: FOUR_FOUR,
    line: "@2 (>R/rdK)r/rd (R/rdH)r/rd (>R/rd>L)(r/rdK) (R/rdH)r/rd",
  },
  {
    id: "six-eight",
    name: "Rolling six",
    meter: { beats: 6, unit: 8 },
    line: "@2 (>R/hhK)r/hhr/hh (>R/hh>L)r/hh(r/hhK)",
  },
  {
    id: "waltz",
    name: "Three in the bar",
    meter: { beats: 3, unit: 4 },
    line: "@2 (>R/rdK)r/rd (R/rdL)r/rd (R/rdL)r/rd",
  },
];
