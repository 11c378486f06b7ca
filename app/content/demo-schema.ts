/** The schemas of the demo's book. */

import { z } from "zod";
import { cellContentSchema } from "~/library/cell/content";
import { fillContentSchema } from "~/library/fill/content";
import { flowContentSchema } from "~/library/flow/content";
import { grooveContentSchema } from "~/library/groove/content";
import { kitContentSchema } from "~/library/kit/content";
import { lessonContentSchema } from "~/library/lesson/content";
import { searchContentSchema } from "~/library/search/content";

/** Days before the demo is first opened. */
const daysAgoSchema = z.number().min(0).max(60);

export const demoFillSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: fillContentSchema });
export const demoKitSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: kitContentSchema });
export const demoGrooveSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: grooveContentSchema });
export const demoFlowSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: flowContentSchema });
export const demoLessonSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: lessonContentSchema });
export const demoSearchSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: searchContentSchema });
export const demoCellSchema = z.object({ id: z.string(), daysAgo: daysAgoSchema, content: cellContentSchema });
