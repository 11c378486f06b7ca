import { beforeEach, describe, expect, test } from "vitest";
import { loadCourse, loadKits } from "~/content";
import { measureFit } from "~/core/fit";
import { formatLine } from "~/core/line";
import { openingRate } from "~/core/phrase";
import { layOut } from "~/core/timeline";
import { binRow, getRow, listRows } from "~/data/rows";
import { BookDatabase } from "../database";
import { lastValidLine, toPhrase } from "../phrase/phrase";
import { savePreferences } from "../preferences-store";
import { COURSE_ID, takeCourse } from "./course";

const load = async () => loadCourse();
let book: BookDatabase;
beforeEach(() => {
  book = new BookDatabase(crypto.randomUUID());
});

describe("the starter course", () => {
  const { fills, lesson } = loadCourse();
  test("has twenty fills, each with a text, all in the lesson and in order", () => {
    expect(fills).toHaveLength(20);
    expect(lesson.items.flatMap((item) => (item.kind === "fill" ? [item.of] : []))).toEqual(fills.map(({ id }) => id));
    for (const item of lesson.items) expect(item.words.length).toBeGreaterThan(20);
    expect(new Set(fills.map(({ content }) => content.name)).size).toBe(20);
  });

  test.each(fills.map(({ id, content }) => [id, content] as const))("%s fits its space, on every kit", (_, content) => {
    const line = lastValidLine(content);
    expect(formatLine(line)).toBe(content.text);
    for (const { surfaces } of loadKits()) {
      const timeline = layOut(toPhrase(content, line), { surfaces });
      expect(measureFit(timeline, openingRate(line)).verdict).toBe("fits");
      expect(timeline.events.length).toBeGreaterThan(3);
    }
  });
});

describe("the starter course in the book", () => {
  test("is added once, and led by the player's leading hand", async () => {
    await savePreferences(book, { hands: "left" });
    expect(await takeCourse(book, load)).toBe(COURSE_ID);
    expect(await listRows(book.fills)).toHaveLength(20);
    expect((await getRow(book.fills, "course-eighths"))?.content.text).toBe("@2 LRLR LRLR");
    await book.lessons.update(COURSE_ID, { "content.name": "My own course" } as never);
    expect(await takeCourse(book, async () => expect.fail("it is there already"))).toBe(COURSE_ID);
    expect((await getRow(book.lessons, COURSE_ID))?.content.name).toBe("My own course");
  });

  test("can be restored from the bin", async () => {
    await takeCourse(book, load);
    await binRow(book.lessons, COURSE_ID);
    await takeCourse(book, load);
    expect(await listRows(book.lessons)).toHaveLength(1);
  });
});
