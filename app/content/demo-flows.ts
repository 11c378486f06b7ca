/** What Ines Halloran improvises with: odd groups from the set, and how clean they have been. */

import { makeRandom } from "~/core/graph";
import { type FlowContent, makeFlow, makeIdea } from "~/library/flow/content";
import type { FlowRecordRow } from "~/library/flow/record";
import type { Run } from "~/library/practice/run";
import { makeDemoCells } from "./demo-cells";

export interface DemoFlow {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: FlowContent;
}

const DAY = 24 * 60 * 60 * 1000;
const FIRST = "demo-flow-lanterns";

function idea(id: string, key: string): ReturnType<typeof makeIdea> {
  const cell = makeDemoCells().find((one) => one.id === id);
  if (!cell) throw new Error(`the demo has no cell ${id}`);
  const { name, text, rate } = cell.content;
  return makeIdea({ key, kind: "cell", of: id, name, text: `@${rate} ${text}` });
}

export function makeDemoFlows(): DemoFlow[] {
  return [
    {
      id: FIRST,
      daysAgo: 0,
      content: makeFlow({
        name: "Between the lanterns",
        tempo: 84 as FlowContent["tempo"],
        ideas: [
          idea("demo-cell-lantern-five", "five"),
          { ...idea("demo-cell-lantern-seven", "seven"), most: 3 },
          idea("demo-cell-copper-four", "four"),
        ],
        bars: 4,
        rules: { inRow: 3, lead: "written", endsFree: true, meet: null },
        groove: "straight-eighths",
      }),
    },
    {
      id: "demo-flow-trade",
      daysAgo: 6,
      content: makeFlow({
        name: "Fours with the ferry",
        tempo: 92 as FlowContent["tempo"],
        ideas: [
          makeIdea({
            key: "ferry",
            kind: "fill",
            of: "demo-last-ferry",
            name: "Last ferry",
            text: "@4 >RLRK >LRLK",
            path: "versions",
          }),
          idea("demo-cell-ferry-three", "three"),
          { ...idea("demo-cell-copper-four", "copper"), accents: true },
        ],
        bars: 4,
        form: { kind: "trade", timeBars: 0, isCalled: true, rounds: null },
        groove: "straight-eighths",
      }),
    },
  ];
}

export function makeDemoFlowRecords(): FlowRecordRow[] {
  return [
    {
      id: FIRST,
      ideas: {
        five: ["nearly", "clean", "clean", "clean", "clean", "clean"],
        seven: ["no", "nearly", "no", "nearly", "clean", "nearly"],
        four: ["clean", "clean", "clean", "clean"],
      },
      joins: {
        "five seven": ["no", "nearly", "clean"],
        "seven four": ["clean", "clean"],
        "four seven": ["nearly", "clean", "clean"],
      },
    },
  ];
}

/** Rounds of the last two weeks, getting faster. */
export function makeDemoFlowRuns(now: number): Run[] {
  const bits = makeRandom(811);
  const chance = () => bits() / 2 ** 32;
  const midnight = Math.floor(now / DAY) * DAY;
  return [12, 10, 8, 5, 4, 2, 1].flatMap((daysAgo, sitting) => {
    const begun = midnight - daysAgo * DAY + 19 * 3_600_000;
    return Array.from({ length: 5 }, (_, round): Run => {
      const tempo = 66 + sitting * 3;
      const luck = chance();
      const seconds = Math.round((4 * 6 * 600) / tempo) / 10;
      return {
        id: `demo-flow-run-${sitting}-${round}`,
        at: begun + Math.round((round + 1) * seconds * 1000),
        fillId: FIRST,
        fill: "Between the lanterns",
        step: "flow",
        kind: "flow",
        tempo: tempo as Run["tempo"],
        result: luck < 0.6 ? "clean" : luck < 0.85 ? "nearly" : "no",
        by: "self",
        seconds,
        fault: null,
        numbers: null,
      };
    });
  });
}
