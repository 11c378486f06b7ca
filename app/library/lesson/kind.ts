import { defineKept, defineRows } from "../kind";
import { type LessonContent, lessonContentSchema, listRefs, renameRefs } from "./content";

export const KIND = defineRows<LessonContent>({
  content: lessonContentSchema,
  listRefs,
  rename: renameRefs,
});

export const LESSONS = defineKept<LessonContent>({
  key: "lessons",
  what: "lesson",
  content: lessonContentSchema,
  table: (book) => book.lessons,
});
