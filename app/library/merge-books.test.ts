import fc from "fast-check";
import { expect, test } from "vitest";
import { bpm } from "~/core/time";
import { listRows } from "~/data/rows";
import { sameText } from "~/data/same";
import { writeBook } from "./book-file";
import { readBook } from "./book-reader";
import { BookDatabase } from "./database";
import { type BookContents, EMPTY_BOOK } from "./kinds";
import { makeLesson } from "./lesson/content";
import { newPlan } from "./practice/plan";
import { toRunDays } from "./practice/run-day";
import { listFillDays, listRuns } from "./practice/store";
import { fillOf, runOf } from "./testing";
import { gatherBook, importBook } from "./transfer";

const dated = { createdAt: 1, updatedAt: 1 };
const IDS = ["a", "b"] as const;

const noted = (id: string, note: string | undefined) =>
  runOf(id, Number(id.slice(1)) * 50_000_000, note === undefined ? {} : { note });

/** A device's book: a few things, some of which other devices have in other states. */
const anyContents: fc.Arbitrary<BookContents> = fc
  .record({
    fills: fc.record(Object.fromEntries(IDS.map((id) => [id, fc.constantFrom("@4 RL", "@4 RLK", "@4 H")])), {
      requiredKeys: [],
    }),
    lesson: fc.option(fc.constantFrom(...IDS), { nil: null }),
    marks: fc.subarray(["fast", "odd", "slow"]),
    best: fc.option(fc.integer({ min: 60, max: 90 }), { nil: null }),
    results: fc.array(fc.constantFrom("clean", "no"), { maxLength: 4 }),
    runs: fc.record(
      Object.fromEntries(["r1", "r2", "r3"].map((id) => [id, fc.constantFrom("wrists", "elbows", undefined)])),
      { requiredKeys: [] },
    ),
  })
  .map(({ fills, lesson, marks, best, results, runs }) => ({
    ...EMPTY_BOOK,
    fills: Object.entries(fills).flatMap(([id, text]) =>
      text === undefined ? [] : [{ id, ...dated, content: fillOf(text, "One") }],
    ),
    lessons:
      lesson && fills[lesson]
        ? [
            {
              id: "l",
              ...dated,
              content: makeLesson({
                name: "Steps",
                items: [{ key: "k", kind: "fill", of: lesson, words: "", from: null, to: null, day: null }],
              }),
            },
          ]
        : [],
    rudiments: marks.length > 0 ? [{ id: "flam", favourite: false, tags: marks }] : [],
    plans: [{ ...newPlan("a"), best: best === null ? null : bpm(best) }],
    flowRecords: [{ id: "f", ideas: { k: results }, joins: {} }],
    runs: toRunDays(Object.entries(runs).map(([id, note]) => noted(id, note))),
  }));

async function withBook<Result>(use: (book: BookDatabase) => Promise<Result>): Promise<Result> {
  const book = new BookDatabase(crypto.randomUUID());
  try {
    return await use(book);
  } finally {
    await book.delete();
  }
}

/** A book's full content, ignoring the ids of things stored beside another version. */
async function sayBook(book: BookDatabase) {
  const fills = new Map((await listRows(book.fills)).map(({ id, content }) => [id, content.text]));
  const lessons = (await listRows(book.lessons)).map(({ content }) =>
    sameText({
      ...content,
      items: content.items.map((item) => ("of" in item ? { ...item, of: fills.get(item.of) } : item)),
    }),
  );
  return {
    fills: [...new Set(fills.values())].sort(),
    lessons: [...new Set(lessons)].sort(),
    marks: await book.rudiments.toArray(),
    plans: await book.plans.toArray(),
    records: await book.flowRecords.toArray(),
    runs: await listRuns(book),
    days: await listFillDays(book),
  };
}

test("two merged books are equal in either order, lose nothing, and merging again changes nothing", async () => {
  await fc.assert(
    fc.asyncProperty(anyContents, anyContents, async (a, b) => {
      const merged = (one: BookContents, other: BookContents) =>
        withBook(async (book) => {
          await importBook(book, one);
          await importBook(book, other);
          const said = await sayBook(book);
          const counts = await importBook(book, other);
          await importBook(book, one);
          expect(await sayBook(book)).toEqual(said);
          expect(Object.values(counts).every(({ added, beside, merged: more }) => added + beside + more === 0)).toBe(
            true,
          );
          return said;
        });
      const [ab, ba] = [await merged(a, b), await merged(b, a)];
      expect(ab).toEqual(ba);
      for (const { fills } of [a, b]) for (const { content } of fills) expect(ab.fills).toContain(content.text);
    }),
    { numRuns: 25 },
  );
});

test("books sent back and forth between two devices don't grow", async () => {
  await fc.assert(
    fc.asyncProperty(anyContents, anyContents, async (a, b) => {
      await withBook((one) =>
        withBook(async (other) => {
          await importBook(one, a);
          await importBook(other, b);
          const send = async (from: BookDatabase, to: BookDatabase) => {
            const read = await readBook(writeBook(await gatherBook(from)));
            if (!read.ok) throw new Error(JSON.stringify(read.problem));
            return importBook(to, read);
          };
          await send(one, other);
          await send(other, one);
          const counts = [await send(one, other), await send(other, one)].flatMap((count) => Object.values(count));
          expect(counts.every(({ added, beside, merged }) => added + beside + merged === 0)).toBe(true);
          expect(await sayBook(one)).toEqual(await sayBook(other));
        }),
      );
    }),
    { numRuns: 15 },
  );
});
