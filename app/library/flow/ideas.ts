/** A flow's ideas as played: the book's current versions, on the player's kit. */

import type { FlowRecord } from "~/core/flow";
import {
  type FlowSpec,
  type FlowWeights,
  type Idea,
  type PathRule,
  settleLine,
  type Variety,
  weightsOf,
} from "~/core/flow";
import type { Kit } from "~/core/kit";
import { readStickLine } from "~/core/line";
import { type Line, makeLine, withOpeningRate } from "~/core/phrase";
import type { Player } from "~/core/player";
import type { Slot } from "~/core/stroke";
import { type Meter, parseRate, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import type { BookEntry } from "../cell/entries";
import type { FillRow } from "../database";
import type { FillContent } from "../fill/content";
import { heardIn, listOrchestrations } from "../fill/orchestrations";
import { lastValidLine, toPhrase } from "../phrase/phrase";
import { type FlowContent, type FlowIdea, makeIdea } from "./content";

/** Sources of ideas. */
export interface IdeaSources {
  readonly fills: readonly FillRow[];
  readonly entries: readonly BookEntry[];
}

/** An idea as it is in the book now. */
export interface ReadIdea {
  readonly key: string;
  readonly name: string;
  /** Its orchestrations, the current one first. */
  readonly versions: readonly Line[];
  /** Whether the book no longer has it; its line is stored in the flow. */
  readonly isCopy: boolean;
}

const lineOf = (text: string): Line => readStickLine(text).line ?? makeLine([]);

export function ideaOfEntry({ id, name, text, rate }: BookEntry): FlowIdea {
  return makeIdea({ kind: "cell", of: id, name, text: `@${rate} ${text}` });
}

export function ideaOfFill({ id, content }: Pick<FillRow, "id" | "content">): FlowIdea {
  return makeIdea({ kind: "fill", of: id, name: content.name || "Untitled", text: content.goodText });
}

/**
 * A fill's line with its orchestration written into each stroke, so that it stays the same when combined with others.
 */
function settle(content: FillContent, kit: Kit): Line {
  const line = lastValidLine(content);
  const { slots } = layOut(toPhrase(content, line), kit);
  return settleLine(
    line,
    slots.map(({ voiced }) => voiced),
  );
}

export function readIdea(idea: FlowIdea, { fills, entries }: IdeaSources, kit: Kit): ReadIdea {
  const { key, kind, of, rate } = idea;
  const begin = (line: Line) => {
    const asked = rate === null ? null : parseRate(rate);
    return asked ? withOpeningRate(line, asked) : line;
  };
  if (kind === "fill") {
    const fill = fills.find(({ id }) => id === of);
    if (fill) {
      const { content } = fill;
      const versions = listOrchestrations(content).map((_, number) => begin(settle(heardIn(content, number), kit)));
      return { key, name: content.name || "Untitled", versions, isCopy: false };
    }
  } else if (of !== null) {
    const entry = entries.find(({ id }) => id === of);
    if (entry)
      return { key, name: entry.name, versions: [begin(lineOf(`@${entry.rate} ${entry.text}`))], isCopy: false };
  }
  return { key, name: idea.name || idea.text, versions: [begin(lineOf(idea.text))], isCopy: of !== null };
}

/** The spec of a flow for its player. */
export function toFlowSpec(
  content: FlowContent,
  ideas: readonly ReadIdea[],
  { hands }: Pick<Player, "hands">,
): FlowSpec {
  const { meter, tempo, bars, rules } = content;
  const { meet } = rules;
  const found = meet ? content.ideas.findIndex(({ key }) => key === meet.key) : -1;
  return {
    meter: meter as Meter,
    tempo,
    bars,
    ideas: content.ideas.map(
      ({ weight, least, most, tail }, index): Idea => ({
        versions: ideas[index]?.versions ?? [makeLine([])],
        weight,
        least,
        most,
        tail,
      }),
    ),
    rules: { ...rules, meet: meet && found >= 0 ? { idea: found, at: ticks(meet.at) } : null },
    leading: hands.leading,
  };
}

/** Longer cells aren't endings. */
const MAX_ENDING = 16;

/** What may vary between playings; the last cell of a repeat is replaced with another one from the book. */
export function toVariety({ ideas }: FlowContent, entries: readonly BookEntry[]): Variety[] {
  const cells: (readonly Slot[])[] = entries.map(({ cell }) => cell).filter(({ length }) => length <= MAX_ENDING);
  return ideas.map(({ path, accents, changesEnd }) => ({
    path: path as PathRule,
    accents,
    endings: changesEnd ? cells : [],
  }));
}

export function toFlowWeights({ ideas, isHeld }: FlowContent, record: FlowRecord): FlowWeights {
  return weightsOf(ideas, record, isHeld);
}
