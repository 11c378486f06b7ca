/** A fill's plan as a checklist. */

import type { PlannedStep, PlannedWork } from "~/core/practice";
import { countSteps } from "~/core/practice";
import { inkLine } from "~/ink/picture";
import { placeWords, wordsWidth } from "~/ink/type";
import { describeStep } from "~/words/practice";
import { plural } from "~/words/time";
import type { Block } from "./flow";
import { beside, type PagePart, pile } from "./page";
import { tickBox } from "./parts";
import { BODY, HEADING, LABEL, SMALL, setText } from "./text";

const BOX = 10.5;
const COLUMN_GAP = 28;
/** Lines that stay with the heading and the line after them. */
const TOGETHER = 2;
/** Two columns of steps from this width. */
const TWO_COLUMNS = 520;

/** Heading and steps; nothing for a phrase without steps. */
export function stepBlocks(work: PlannedWork, width: number): Block[] {
  const steps = work.steps.filter(({ isSkipped }) => !isSkipped);
  if (steps.length === 0) return [];
  const head = pile([setText("Practice steps", width, HEADING, "h2"), setText(sayHow(work), width, SMALL)], 2);
  const columns = width >= TWO_COLUMNS ? 2 : 1;
  const columnWidth = (width - (columns - 1) * COLUMN_GAP) / columns;
  const rows = steps.map((step, index) => stepRow(step, index + 1, columnWidth));
  const half = Math.ceil(rows.length / columns);
  const lines = rows.slice(0, half).map((row, index): Block => {
    const other = columns === 2 ? rows[half + index] : undefined;
    const both = other ? beside(row, other, columnWidth + COLUMN_GAP) : row;
    // A heading with a single line below it looks lost at the bottom of a page.
    return { ...both, gap: index === 0 ? 6 : 3, ...(index < TOGETHER ? { isWithNext: true } : {}) };
  });
  return [{ ...head, gap: 18, isWithNext: true }, ...lines];
}

function sayHow({ steps }: PlannedWork): string {
  const { passed, steps: all } = countSteps(steps);
  const times = Math.max(...steps.map(({ cleanInRow }) => cleanInRow));
  const how = `Tick a step when you've played it clean ${times === 1 ? "once" : `${plural(times, "time")} in a row`} at its last tempo.`;
  return passed > 0 ? `${passed} of ${all} learned so far. ${how}` : how;
}

function stepRow(step: PlannedStep, number: number, width: number): PagePart {
  const [from, to] = [Math.round(step.start), Math.round(step.goal)];
  const tempo = from === to ? `${to} bpm` : `${from} to ${to} bpm`;
  const tempoWidth = wordsWidth(tempo, LABEL.size, LABEL.face);
  const left = BOX + 9;
  const words = `${number}. ${describeStep(step)}${step.isExtra ? " (extra)" : ""}`;
  const name = setText(words, width - tempoWidth - left - 12, BODY);
  const height = name.height + 3;
  const ink = [
    ...tickBox(0, 1, BOX, step.standing.passed),
    placeWords(tempo, width - tempoWidth, 10, LABEL, { kind: "text", tone: "nickel" }, false),
    inkLine([0, height], [width, height], 0.5, { kind: "rail", tone: "tray" }),
  ];
  const groups = [
    { x: 0, y: 0, scale: 1, role: "text" as const, ink },
    ...name.groups.map((group) => ({ ...group, x: left, y: 1 })),
  ];
  return { height, groups };
}
