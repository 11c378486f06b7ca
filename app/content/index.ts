/** Everything that ships, checked by its schema the first time it is read. Routes load this module when they need it. */

import { z } from "zod";
import type { FillContent } from "~/library/fill/content";
import { type Course, courseSchema } from "~/library/lesson/course";
import { makeCourse } from "./course";
import { GROOVES } from "./grooves";
import { KITS } from "./kits";
import { RUDIMENTS } from "./rudiments";
import {
  type GrooveEntry,
  grooveSchema,
  type KitEntry,
  kitEntrySchema,
  type RudimentEntry,
  rudimentSchema,
} from "./schema";
import { makeStarter } from "./starter";

export type { GrooveEntry, KitEntry, RudimentEntry } from "./schema";

/** Shipped content never changes, so it is checked once. */
function once<Shipped>(load: () => Shipped): () => Shipped {
  let loaded: Shipped | undefined;
  return () => {
    loaded ??= load();
    return loaded;
  };
}

export const loadRudiments = once((): RudimentEntry[] => z.array(rudimentSchema).length(40).parse(RUDIMENTS));
export const loadGrooves = once((): GrooveEntry[] => z.array(grooveSchema).parse(GROOVES));
export const loadKits = once((): KitEntry[] => z.array(kitEntrySchema).parse(KITS));
export const loadStarter: () => FillContent = once(makeStarter);
export const loadCourse = once((): Course => courseSchema.parse(makeCourse()));
