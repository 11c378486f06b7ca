/** All lessons: create, copy, delete and restore; adds the shipped course to the book. */
import { redirect } from "react-router";
import { flushSaves } from "~/data/autosave";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { makeLesson } from "~/library/lesson/content";
import { takeCourse } from "~/library/lesson/course";
import { addItems, fillItem } from "~/library/lesson/edit";
import { answerMessages } from "~/messages/answer";
import { type LessonMessages, lessonMessages } from "~/messages/lessons";
import { Elsewhere } from "~/ui/elsewhere";

export const clientAction = answerMessages<LessonMessages>(lessonMessages, {
  create: async (book, { name, fills }) => {
    const items = fills.map((id) => fillItem(id));
    return redirect(`/lessons/${(await addRow(book.lessons, addItems(makeLesson({ name }), items))).id}`);
  },
  keep: async (book, { content }) => redirect(`/lessons/${(await addRow(book.lessons, content)).id}`),
  delete: async (book, { id, leaves }) => {
    await flushSaves();
    await binRow(book.lessons, id);
    return leaves ? redirect("/") : { words: "The lesson is in the bin. Its fills are still on the Shelf." };
  },
  restore: async (book, { id }) => {
    await restoreRow(book.lessons, id);
    return { words: "The lesson is back." };
  },
  openCourse: async (book) => {
    try {
      return redirect(`/lessons/${await takeCourse(book, async () => (await import("~/content")).loadCourse())}`);
    } catch (error) {
      console.error(error);
      return { words: "The starter course couldn't be opened. Check your connection, and try again.", bad: true };
    }
  },
});

/** If somebody types this address: lessons are on the Shelf. */
export default function Lessons() {
  return <Elsewhere to="/" />;
}
