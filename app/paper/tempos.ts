/** A fill's tempos in a line, from the first to the goal. */

import type { Tempos } from "~/core/practice";
import type { Ink } from "~/ink/ink";
import { inkLine } from "~/ink/picture";
import { placeWords } from "~/ink/type";
import { TEMPO_NAMES } from "~/words/sheet";
import type { PagePart } from "./page";

const NUMBER = { size: 19, face: "display-600" } as const;
const WORDS = { size: 10.5, face: "sans-400" } as const;
const DOTS = { kind: "rail", tone: "copper", dash: [0.1, 5], isRound: true } as const;
const QUIET = { kind: "text", tone: "nickel" } as const;
/** Positions of the names, the numbers, and the dots between them. */
const [NAME_Y, NUMBER_Y, DOTS_Y] = [14, 34, 28];

/** `home`: its written tempo in bpm. The goal is left out if it is the same. */
export function tempoLine(home: number, { learning, goal }: Tempos, width: number): PagePart {
  const written = Math.round(home);
  const marks: (readonly [name: string, tempo: number])[] = [
    [TEMPO_NAMES.learning, Math.round(learning)],
    [TEMPO_NAMES.home, written],
  ];
  if (Math.round(goal) !== written) marks.push([TEMPO_NAMES.goal, Math.round(goal)]);
  const step = width / marks.length;
  const ink = marks.flatMap(([name, tempo], index): Ink[] => {
    const x = index * step;
    const number = placeWords(String(tempo), x, NUMBER_Y, NUMBER, { kind: "tempo" }, false);
    const unit = placeWords("bpm", number.box.right + 4, NUMBER_Y, WORDS, QUIET, false);
    const isLast = index === marks.length - 1;
    return [
      placeWords(name, x, NAME_Y, WORDS, QUIET, false),
      number,
      unit,
      ...(isLast ? [] : [inkLine([unit.box.right + 10, DOTS_Y], [x + step - 10, DOTS_Y], 1.4, DOTS)]),
    ];
  });
  return { height: 38, groups: [{ x: 0, y: 0, scale: 1, role: "text", ink }] };
}
