/** What Ines Halloran searches for: a bar of odd groups, a push with the band, and sevens over four bars. */

import type { SearchRule } from "~/core/search";
import type { Ticks } from "~/core/time";
import { WHOLE } from "~/core/time";
import { makeSearch, type PoolContent, type SearchContent } from "~/library/search/content";

export interface DemoSearch {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: SearchContent;
}

const BAR = WHOLE;

function cell(name: string, text: string, given: Partial<PoolContent> = {}): PoolContent {
  return { name, text, mirrors: false, rotations: false, least: 0, most: null, ...given };
}

function window(start: number, length: number) {
  return { start: start as Ticks, length: length as Ticks };
}

const NO_TRIPLES: SearchRule = { kind: "hand-run", most: 2 };

export function makeDemoSearches(): DemoSearch[] {
  return [
    {
      id: "demo-search-odd-bar",
      daysAgo: 0,
      content: makeSearch({
        name: "A bar without fours",
        tempo: 92,
        pool: [
          cell("Ferry three", ">RLK", { mirrors: true }),
          cell("Lantern five", ">RLRRL", { mirrors: true }),
          cell("Stairs six", ">RKRRKK"),
          cell("Gravel seven", ">RLRLLKK"),
          cell("a tail of two", "KK", { most: 1 }),
        ],
        rules: [
          NO_TRIPLES,
          { kind: "foot-run", most: 2 },
          { kind: "ends", who: "foot" },
          { kind: "no-equal-neighbours" },
        ],
      }),
    },
    {
      id: "demo-search-push",
      daysAgo: 4,
      content: makeSearch({
        name: "With the push of Harbour Clock",
        tempo: 108,
        pool: [
          cell("Lantern five", ">RLRRL", { mirrors: true }),
          cell("Single paradiddle", ">RLRR", { mirrors: true }),
          cell("Ferry three", ">RLK"),
          cell("a pair", ">RL"),
          cell("Stairs six", ">RKRRKK"),
        ],
        rules: [NO_TRIPLES, { kind: "starts", who: "R" }],
        figure: { rate: "2", rhythm: "x--x--x-", ask: "accent" },
      }),
    },
    {
      id: "demo-search-long",
      daysAgo: 12,
      content: makeSearch({
        name: "Four bars for the end of Gravel Road",
        rate: "8",
        tempo: 76,
        window: window(0, 4 * BAR),
        pool: [
          cell("Ferry three", ">RLK", { mirrors: true, rotations: true }),
          cell("Copper four", ">RKRR", { mirrors: true }),
          cell("Lantern five", ">RLRRL", { mirrors: true }),
          cell("Stairs six", ">RKRRKK"),
          cell("Lantern seven", ">RLRRLKK", { mirrors: true }),
        ],
        rules: [NO_TRIPLES, { kind: "foot-run", most: 2 }, { kind: "backbeat" }, { kind: "ends", who: "K" }],
        weights: { drift: 60, variety: 60, balance: 20, ease: 40, landing: 40 },
      }),
    },
  ];
}
