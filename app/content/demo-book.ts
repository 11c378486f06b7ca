/** The demo's book and the first fill of each book. Only the server needs them. */

import { z } from "zod";
import { rudimentMarkSchema } from "~/library/cell/content";
import type { BookName } from "~/library/database";
import type { FillContent } from "~/library/fill/content";
import { FIRST_FILLS } from "~/library/fill/first";
import { flowRecordSchema } from "~/library/flow/record";
import type { BookContents } from "~/library/kinds";
import { planSchema } from "~/library/practice/plan";
import { runSchema } from "~/library/practice/run";
import { toRunDays } from "~/library/practice/run-day";
import { loadStarter } from ".";
import { makeDemoFills } from "./demo";
import { DEMO_MARKS, makeDemoCells } from "./demo-cells";
import { makeDemoFlowRecords, makeDemoFlowRuns, makeDemoFlows } from "./demo-flows";
import { makeDemoGrooves } from "./demo-grooves";
import { makeDemoKits } from "./demo-kits";
import { makeDemoLessons } from "./demo-lessons";
import { makeDemoPractice } from "./demo-practice";
import {
  demoCellSchema,
  demoFillSchema,
  demoFlowSchema,
  demoGrooveSchema,
  demoKitSchema,
  demoLessonSchema,
  demoSearchSchema,
} from "./demo-schema";
import { makeDemoSearches } from "./demo-searches";

const DAY = 24 * 60 * 60 * 1000;

/** Whose book this server's pages open. */
export function servedBook(): BookName {
  return process.env.DIME_BOOK === "demo" ? "demo" : "own";
}

/** The first fill of a book, as a newcomer finds it. */
export function loadFirstFill(name: BookName): FillContent {
  const demo = name === "demo" ? makeDemoFills().find(({ id }) => id === FIRST_FILLS.demo) : undefined;
  return demo?.content ?? loadStarter();
}

let demoOfDay = { day: -1, text: "" };

/** The demo's book as JSON. It takes most of a second to generate, so we do it once a day. */
export function demoBookText(now: number): string {
  const day = Math.floor(now / DAY);
  if (demoOfDay.day !== day) demoOfDay = { day, text: JSON.stringify(loadDemoBook(now)) };
  return demoOfDay.text;
}

/** The demo's book, with dates relative to `now` (milliseconds since 1970). */
export function loadDemoBook(now: number): BookContents {
  const date = <Content>({ id, daysAgo, content }: { id: string; daysAgo: number; content: Content }) => {
    const at = now - daysAgo * DAY;
    return { id, createdAt: at, updatedAt: at, content };
  };
  const { plans, runs } = makeDemoPractice(now);
  return {
    flows: z.array(demoFlowSchema).min(2).parse(makeDemoFlows()).map(date),
    flowRecords: z.array(flowRecordSchema).parse(makeDemoFlowRecords()),
    lessons: z.array(demoLessonSchema).min(1).parse(makeDemoLessons()).map(date),
    plans: z.array(planSchema).min(8).parse(plans),
    runs: toRunDays(
      z
        .array(runSchema)
        .min(300)
        .parse([...runs, ...makeDemoFlowRuns(now)]),
    ),
    fills: z.array(demoFillSchema).min(12).parse(makeDemoFills()).map(date),
    cells: z.array(demoCellSchema).min(8).parse(makeDemoCells()).map(date),
    rudiments: z.array(rudimentMarkSchema).parse(DEMO_MARKS),
    searches: z.array(demoSearchSchema).min(3).parse(makeDemoSearches()).map(date),
    kits: z.array(demoKitSchema).min(2).parse(makeDemoKits()).map(date),
    grooves: z.array(demoGrooveSchema).min(2).parse(makeDemoGrooves()).map(date),
  };
}
