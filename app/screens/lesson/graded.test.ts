import { beforeEach, describe, expect, test } from "vitest";
import type { ExerciseSet, ExerciseSource } from "~/core/grading";
import { barTicks, bpm, parseMeter, ticks } from "~/core/time";
import { getRow, listBin, listRows } from "~/data/rows";
import { BookDatabase } from "~/library/database";
import { makeLesson } from "~/library/lesson/content";
import { addItems, fillItem } from "~/library/lesson/edit";
import { addExercises, swapExercise } from "~/library/lesson/exercises";
import { countExercises, listStarts, openGraded, reduceGraded, toRequest } from "./graded";

const METER = { beats: 4, unit: 4 } as const;
const SOURCE: ExerciseSource = { kind: "grid", options: { lead: "R", kicks: true, rests: true } };

describe("the settings of a graded set", () => {
  test("start in the middle of the bar, in any meter", () => {
    expect(openGraded(METER).settings.starts).toEqual([20_160]);
    const seven = parseMeter("7/8");
    if (!seven) throw new Error("7/8");
    expect(listStarts(seven)).toHaveLength(7);
    expect(openGraded(seven).settings.starts).toEqual([15_120]);
  });
  test("switch starts on and off, and request the shortest space first", () => {
    const on = reduceGraded(openGraded(METER), { do: "toggle-start", start: 30_240 });
    expect(toRequest(on.settings, METER, SOURCE).spaces).toEqual([
      { start: 30_240, length: 10_080 },
      { start: 20_160, length: 20_160 },
    ]);
    expect(countExercises(on).wanted).toBe(16);
    const off = reduceGraded(on, { do: "toggle-start", start: 20_160 });
    expect(off.settings.starts).toEqual([30_240]);
  });
  test("draw others with a new seed, keep the earlier set meanwhile, and report failure", () => {
    const shown = reduceGraded(openGraded(METER), { do: "show", made: [] });
    const busy = reduceGraded(shown, { do: "choose-others" });
    expect([busy.progress, busy.settings.seed, busy.made]).toEqual(["busy", 2, []]);
    expect(reduceGraded(busy, { do: "fail" })).toMatchObject({ progress: "failed", made: [] });
    expect(reduceGraded(busy, { do: "set", change: { rate: "3" } }).settings.rate).toBe("3");
  });
});

describe("exercises in the book", () => {
  let book: BookDatabase;
  beforeEach(() => {
    book = new BookDatabase(crypto.randomUUID());
  });
  const exercise = (text: string, ...others: string[]) => ({
    chosen: { text, signs: [...text], bpm: null },
    instead: others.map((other) => ({ text: other, signs: [...other], bpm: null })),
  });
  const sets = [
    {
      space: { start: ticks(20_160), length: ticks(20_160) },
      items: [exercise("@4 RLRL RLRL", "@4 RLRK RLRL"), exercise("@4 RLRK RLRK")],
    },
    { space: { start: ticks(0), length: barTicks(METER) }, items: [] },
  ] as unknown as ExerciseSet[];
  const frame = { meter: METER, tempo: bpm(80), countStyle: "beats" as const, tags: ["Half bars"] };

  test("are fills below the heading of their set; an empty set has none", async () => {
    const items = await addExercises(book, sets, frame, ({ space }) => `From ${space.start}`);
    expect(items.map(({ kind }) => kind)).toEqual(["heading", "fill", "fill"]);
    const [first] = await listRows(book.fills);
    expect(first?.content).toMatchObject({ name: "From 20160, no. 1", text: "@4 RLRL RLRL", tags: ["Half bars"] });
    expect(await listRows(book.fills)).toHaveLength(2);
  });
  test("swap for their next candidate; an untouched one goes to the bin, an edited one stays", async () => {
    const items = await addExercises(book, sets, frame, () => "From 3");
    const [, item] = addItems(makeLesson({ name: "Set" }), items).items;
    if (item?.kind !== "fill") throw new Error("no exercise");
    const swaps: [id: string, before: string][] = [];
    await swapExercise(book, item, (...swap) => swaps.push(swap));
    const [[id = "", before] = []] = swaps;
    expect(before).toBe("@4 RLRL RLRL");
    expect((await getRow(book.fills, id))?.content.text).toBe("@4 RLRK RLRL");
    expect((await listBin(book.fills)).map(({ id }) => id)).toEqual([item.of]);
    await book.fills.update(item.of, { revision: 2, deletedAt: 0 });
    await swapExercise(book, item, () => {});
    expect(await listBin(book.fills)).toEqual([]);
    const [plain] = addItems(makeLesson({ name: "Set" }), [fillItem(item.of)]).items;
    expect(plain?.kind === "fill" && (await swapExercise(book, plain, () => {}))).toBe(false);
  });
});
