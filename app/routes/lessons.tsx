/** All lessons: made, copied, deleted and brought back; the course that ships, taken into the book. */
import { redirect } from "react-router";
import { z } from "zod";
import { flushSaves } from "~/data/autosave";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { currentBook } from "~/library/current";
import { lessonContentSchema, makeLesson } from "~/library/lesson/content";
import { takeCourse } from "~/library/lesson/course";
import { addItems, fillItem } from "~/library/lesson/edit";
import { Elsewhere } from "~/ui/elsewhere";
import type { Route } from "./+types/lessons";

const askedSchema = z.discriminatedUnion("intent", [
  /** Of these fills, in this order. */
  z.object({ intent: z.literal("new"), name: z.string().max(120), fills: z.array(z.string().max(64)).max(200) }),
  z.object({ intent: z.literal("keep"), content: lessonContentSchema }),
  z.object({ intent: z.literal("delete"), id: z.string().max(64), leaves: z.boolean().optional() }),
  z.object({ intent: z.literal("restore"), id: z.string().max(64) }),
  z.object({ intent: z.literal("course") }),
]);

export async function clientAction({ request }: Route.ClientActionArgs) {
  const asked = askedSchema.parse(await request.json());
  const book = await currentBook();
  await flushSaves();
  switch (asked.intent) {
    case "new": {
      const empty = makeLesson({ name: asked.name });
      const lesson = addItems(
        empty,
        asked.fills.map((id) => fillItem(id)),
      );
      return redirect(`/lessons/${(await addRow(book.lessons, lesson)).id}`);
    }
    case "keep":
      return redirect(`/lessons/${(await addRow(book.lessons, asked.content)).id}`);
    case "delete":
      await binRow(book.lessons, asked.id);
      return asked.leaves ? redirect("/") : { words: "The lesson is in the bin. Its fills are still on the shelf." };
    case "restore":
      await restoreRow(book.lessons, asked.id);
      return { words: "The lesson is back." };
    case "course":
      try {
        return redirect(`/lessons/${await takeCourse(book)}`);
      } catch (error) {
        console.error(error);
        return { words: "The starter course couldn't be opened. Check your connection, and try again.", bad: true };
      }
  }
}

/** For somebody who typed this address: lessons are on the shelf. */
export default function Lessons() {
  return <Elsewhere to="/" />;
}
