/** Shipped kits, set up right-handed; other players get them mirrored or open-handed. */

import { type KitPiece, usualSurface } from "~/core/kit";
import type { KitVoice } from "~/core/stroke";
import type { KitEntry } from "./schema";

function surfaces(...given: (KitVoice | (Partial<KitPiece> & { place: KitVoice }))[]): KitPiece[] {
  return given.map((one) => (typeof one === "string" ? usualSurface(one) : { ...usualSurface(one.place), ...one }));
}

const FEET = ["kk", "hp"] as const;

export const KITS: readonly KitEntry[] = [
  {
    id: "four-piece",
    name: "Four-piece",
    surfaces: surfaces("sn", "t1", "f1", ...FEET, "hh", "c1", "rd"),
  },
  {
    id: "one-tom",
    name: "One tom, one cymbal",
    surfaces: surfaces("sn", { place: "f1", size: 36, x: 44, y: 36 }, ...FEET, "hh", { place: "rd", x: 36, y: 84 }),
  },
  {
    id: "one-tom-hat-only",
    name: "One tom, hi-hat only",
    surfaces: surfaces("sn", { place: "f1", size: 36, x: 44, y: 36 }, ...FEET, "hh"),
  },
  {
    id: "five-piece",
    name: "Five-piece",
    surfaces: surfaces("sn", "t1", "t2", "f1", ...FEET, "hh", "c1", { place: "rd", x: 66, y: 72 }, "c2"),
  },
  {
    id: "two-floors",
    name: "One up, two down",
    surfaces: surfaces("sn", "t1", "f1", "f2", ...FEET, "hh", "c1", "rd", { place: "c2", x: 16, y: 106 }),
  },
  {
    id: "large",
    name: "Large, two pedals",
    surfaces: surfaces(
      "sn",
      "t1",
      "t2",
      "t3",
      "f1",
      "f2",
      "kk",
      "k2",
      "hp",
      "hh",
      "c1",
      "sp",
      { place: "rd", x: 80, y: 56 },
      "c2",
      { place: "ch", x: 74, y: 92, height: 110 },
      "cb",
    ),
  },
  {
    id: "electronic",
    name: "Compact pads",
    surfaces: surfaces(
      { place: "sn", size: 30 },
      { place: "t1", size: 20, x: -16, y: 70, height: 76 },
      { place: "t2", size: 20, x: 8, y: 72, height: 76 },
      { place: "f1", size: 25, x: 36, y: 44, height: 68 },
      ...FEET,
      { place: "hh", size: 25, x: -44, y: 46, height: 82 },
      { place: "c1", size: 30, x: -36, y: 84, height: 98 },
      { place: "rd", size: 33, x: 48, y: 72, height: 92 },
    ),
  },
];
