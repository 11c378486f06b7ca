/** Ines Halloran's own cells: a family that grew out of one paradiddle, and a few she wrote down at rehearsals. */

import type { Move } from "~/core/moves";
import { type CellContent, makeCellContent, type RudimentMark } from "~/library/cell/content";

export interface DemoCell {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: CellContent;
}

const PARADIDDLE = { source: "single-paradiddle", name: "Single paradiddle", text: ">RLRR" };
const DIDDLE_DIDDLE = { source: "single-paradiddle-diddle", name: "Single paradiddle-diddle", text: ">RLRRLL" };
const TO_FIVE: readonly Move[] = [{ kind: "extend", by: "hand" }];
const TO_SEVEN: readonly Move[] = [...TO_FIVE, { kind: "extend", by: "two-kicks" }];

type Given = Omit<Parameters<typeof makeCellContent>[0], "moves"> & { readonly moves?: readonly Move[] };

function cell(id: string, daysAgo: number, { moves = [], ...given }: Given): DemoCell {
  return { id: `demo-cell-${id}`, daysAgo, content: makeCellContent({ ...given, moves: [...moves] }) };
}

function typed(text: string): CellContent["origin"] {
  return { source: null, name: "", text };
}

export function makeDemoCells(): DemoCell[] {
  return [
    cell("lantern-five", 20, {
      name: "Lantern five",
      tags: ["odd groups", "Harbour Clock"],
      favourite: true,
      origin: PARADIDDLE,
      moves: TO_FIVE,
    }),
    cell("lantern-five-soft", 18, {
      name: "Lantern five, soft inside",
      tags: ["odd groups", "ghosts"],
      origin: PARADIDDLE,
      moves: [...TO_FIVE, { kind: "dynamics", preset: "ghost-rest" }],
    }),
    cell("lantern-seven", 15, {
      name: "Lantern seven",
      tags: ["odd groups", "Tin Roof"],
      favourite: true,
      origin: PARADIDDLE,
      moves: TO_SEVEN,
    }),
    cell("lantern-seven-left", 15, {
      name: "Lantern seven, left lead",
      tags: ["odd groups", "weak hand"],
      origin: PARADIDDLE,
      moves: [...TO_SEVEN, { kind: "mirror" }],
    }),
    cell("lantern-flam", 9, {
      name: "Lantern five with a flam",
      tags: ["flams"],
      origin: PARADIDDLE,
      moves: [...TO_FIVE, { kind: "decorate", ornament: "flam", on: "first" }],
    }),
    cell("copper-four", 12, {
      name: "Copper four",
      tags: ["linear", "Copper Kettle"],
      origin: PARADIDDLE,
      moves: [{ kind: "replace", limb: "L", by: "K" }],
    }),
    cell("gravel-seven", 26, {
      name: "Gravel seven",
      tags: ["sevens", "triplets", "Gravel Road"],
      favourite: true,
      rate: "6",
      origin: typed(">RLRLLKK"),
    }),
    cell("stairs-six", 30, {
      name: "Stairs six",
      tags: ["doubles", "Long Stairs"],
      rate: "6",
      origin: DIDDLE_DIDDLE,
      moves: [{ kind: "replace", limb: "L", by: "K" }],
    }),
    cell("door-split", 5, {
      name: "Door, doubles split",
      tags: ["linear", "Glass Door"],
      origin: DIDDLE_DIDDLE,
      moves: [{ kind: "split-doubles" }],
    }),
    cell("waltz-layer", 3, {
      name: "Waltz over three",
      tags: ["layers", "3/4", "Paper Waltz"],
      origin: PARADIDDLE,
      moves: [{ kind: "layer", cell: "RLR", speed: "same", strong: "R" }],
    }),
    cell("ferry-three", 38, {
      name: "Ferry three",
      tags: ["linear", "Last Ferry Home"],
      rate: "3",
      origin: typed(">RLK"),
    }),
  ];
}

export const DEMO_MARKS: readonly RudimentMark[] = [
  { id: "single-paradiddle", favourite: true, tags: ["warm-up"] },
  { id: "double-stroke-open-roll", favourite: false, tags: ["warm-up"] },
  { id: "flam-paradiddle", favourite: true, tags: ["flams"] },
];
