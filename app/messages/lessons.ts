import { z } from "zod";
import { MAX_ID } from "~/library/kind";
import { lessonContentSchema, MAX_LESSON_ITEMS } from "~/library/lesson/content";
import { MAX_NAME } from "~/library/phrase/phrase";

const id = z.string().max(MAX_ID);

export const lessonMessages = {
  /** With these fills, in this order. */
  create: z.object({ name: z.string().max(MAX_NAME), fills: z.array(id).max(MAX_LESSON_ITEMS) }),
  keep: z.object({ content: lessonContentSchema }),
  /** `leaves`: the lesson's screen closes. */
  delete: z.object({ id, leaves: z.boolean().optional() }),
  restore: z.object({ id }),
  openCourse: z.object({}),
};

export interface LessonsAnswer {
  readonly words: string;
  readonly bad?: boolean;
}

export interface LessonMessages {
  readonly address: "/lessons";
  readonly schemas: typeof lessonMessages;
  readonly answer: LessonsAnswer;
}
