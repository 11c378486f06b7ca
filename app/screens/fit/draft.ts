/** The open search on the Fit screen, with undo, and its results as fills. */

import type { Kit } from "~/core/kit";
import { formatLine } from "~/core/line";
import { readCell } from "~/core/moves";
import { type Line, type LineItem, makeCell, makeLine } from "~/core/phrase";
import { countWindowSlots, type RuleKind, type SearchRule } from "~/core/search";
import type { Hand } from "~/core/stroke";
import { barTicks, bpm, type Meter, slotTicks, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import { type Draft, openDraft } from "~/editor/draft";
import { cellOf } from "~/library/cell/content";
import { type FillContent, makeContent } from "~/library/fill/content";
import {
  type PoolContent,
  type SearchContent,
  type SearchQuestion,
  searchContentSchema,
  searchRateOf,
  toSpec,
} from "~/library/search/content";
import { describePosition } from "~/words/time";

export type SearchDraft = Draft<SearchContent>;

/** A change that would not give a search is refused. */
export function openSearchDraft(initial: SearchContent): SearchDraft {
  return openDraft(initial, (next) => searchContentSchema.safeParse(next).success);
}

/** A pool with another cell; null for an unreadable one. */
export function poolWith(pool: readonly PoolContent[], name: string, text: string): PoolContent[] | null {
  if (readCell(text) === null || pool.some((entry) => entry.text === text)) return null;
  return [...pool, { name, text, mirrors: false, rotations: false, least: 0, most: null }];
}

/** The position of a slot in words: "the a of 2", with its bar if there are several. */
export function placeSayer(content: SearchQuestion): (slot: number) => string {
  const rate = searchRateOf(content);
  const meter = content.meter as Meter;
  const bars = (content.window.start + content.window.length) / barTicks(meter);
  return (slot) => {
    const at = ticks(content.window.start + slot * slotTicks(rate));
    const bar = Math.floor(at / barTicks(meter)) + 1;
    const counted = describePosition(at, rate, meter, "beats");
    return bars > 1 ? `${counted} of bar ${bar}` : counted;
  };
}

/** Whole slots of the window; none if it has a fraction of one. */
export function listSlots(content: SearchQuestion): number[] {
  const slots = countWindowSlots({ window: content.window, rate: searchRateOf(content) });
  return Number.isInteger(slots) ? Array.from({ length: slots }, (_, slot) => slot) : [];
}

/** Joins cells into a line; equal neighbours become one repeated item. */
export function lineOf(content: SearchFrame, cells: readonly string[]): Line {
  const items: LineItem[] = [{ kind: "rate", rate: searchRateOf(content) }];
  let before = "";
  for (const text of cells) {
    const last = items.at(-1);
    if (text === before && last?.kind === "cell") items[items.length - 1] = { ...last, count: last.count + 1 };
    else items.push(makeCell(cellOf(text)));
    before = text;
  }
  return makeLine(items);
}

/** The context of a way's layout: everything in a search but its pool, rules and weights. */
export type SearchFrame = Pick<SearchContent, "meter" | "rate" | "tempo" | "window">;

export function layOutWay(content: SearchFrame, cells: readonly string[], kit: Kit): Timeline {
  const { meter, tempo, window } = content;
  return layOut({ meter: meter as Meter, tempo: bpm(tempo), window, line: lineOf(content, cells) }, kit);
}

/** The groove that results are heard in. */
export const HEARD_IN = "straight-eighths";

/** A result as a fill of its own. */
export function fillOf(
  content: SearchContent,
  cells: readonly string[],
  given: Partial<FillContent> = {},
): FillContent {
  const { meter, tempo, window } = toSpec(content);
  const sizes = cells.map((text) => cellOf(text).length).join("-");
  return makeContent({
    name: `${content.name || "Found"}: ${sizes.length > 40 ? `${cells.length} cells` : sizes}`,
    tags: ["found"],
    text: formatLine(lineOf(content, cells)),
    meter,
    tempo,
    window,
    groove: HEARD_IN,
    ...(content.figure ? { figure: content.figure } : {}),
    ...given,
  });
}

interface NewRule<Kind extends RuleKind> {
  readonly name: string;
  readonly rule: SearchRule<Kind>;
}
interface RuleScene {
  readonly strong: Hand;
  /** The last slot of the space. */
  readonly last: number;
}

/** Initial rules of each kind, in the order of the list. */
const NEW_RULES: { readonly [Kind in RuleKind]: (scene: RuleScene) => readonly NewRule<Kind>[] } = {
  starts: ({ strong }) => [{ name: "which limb starts", rule: { kind: "starts", who: strong } }],
  ends: () => [{ name: "which limb ends", rule: { kind: "ends", who: "foot" } }],
  "hand-run": () => [{ name: "longest run of a hand", rule: { kind: "hand-run", most: 2 } }],
  "foot-run": () => [{ name: "longest run of a foot", rule: { kind: "foot-run", most: 2 } }],
  slot: ({ last }) => [
    {
      name: "a hit that must be there",
      rule: { kind: "slot", slot: 0, want: { not: false, who: "any", level: "accent" } },
    },
    { name: "a silence", rule: { kind: "slot", slot: last, want: { not: true, who: "any", level: null } } },
  ],
  backbeat: () => [{ name: "the backbeat", rule: { kind: "backbeat" } }],
  sizes: () => [{ name: "the sizes", rule: { kind: "sizes", sizes: [5, 5, 6], ordered: true } }],
  "no-equal-neighbours": () => [{ name: "no cell twice in a row", rule: { kind: "no-equal-neighbours" } }],
  "on-beat": () => [{ name: "cells on a beat", rule: { kind: "on-beat", least: 0, most: 2 } }],
  lead: () => [{ name: "which hand leads a repeat", rule: { kind: "lead", lead: "flips" } }],
};

/** The rules that can be added, in their initial form. */
export function newRules(content: SearchQuestion, strong: Hand): readonly NewRule<RuleKind>[] {
  const scene = { strong, last: Math.max(0, listSlots(content).length - 1) };
  return Object.values(NEW_RULES).flatMap((make): readonly NewRule<RuleKind>[] => make(scene));
}
