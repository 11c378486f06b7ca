/** The content's door: everything that ships, checked by its schema the first time it is asked for. */

import { z } from "zod";
import type { Fill, FillContent } from "~/formats/fill";
import { makeDemoBook } from "./demo";
import { GROOVES } from "./grooves";
import { RUDIMENTS } from "./rudiments";
import { demoFillSchema, type GrooveEntry, grooveSchema, type RudimentEntry, rudimentSchema } from "./schema";
import { makeStarter } from "./starter";

export type { GrooveEntry, RudimentEntry } from "./schema";

const DAY = 24 * 60 * 60 * 1000;

export function loadRudiments(): RudimentEntry[] {
  return z.array(rudimentSchema).length(40).parse(RUDIMENTS);
}

export function loadGrooves(): GrooveEntry[] {
  return z.array(grooveSchema).parse(GROOVES);
}

export function loadStarter(): FillContent {
  return makeStarter();
}

/** The demo's fills, dated back from `now` (milliseconds since 1970). */
export function loadDemoFills(now: number): Fill[] {
  return z
    .array(demoFillSchema)
    .min(12)
    .parse(makeDemoBook())
    .map(({ id, daysAgo, content }) => {
      const updatedAt = now - daysAgo * DAY;
      return { id, createdAt: updatedAt, updatedAt, content };
    });
}
