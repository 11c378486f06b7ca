import { describe, expect, test, vi } from "vitest";
import { usualSurface } from "~/core/kit";
import { ALL_STROKES } from "~/core/orchestration";
import { bpm, ticks } from "~/core/time";
import { addRow, amendRow, binRow, getRow, listBin, listRows, restoreRow, saveRow, toItem } from "~/data/rows";
import { countDayOfUse, emptyOldBins } from "./bin";
import { writeBook } from "./book-file";
import { readBook } from "./book-reader";
import { type CellContent, makeCellContent } from "./cell/content";
import { keepCell, listRudimentMarks, markRudiment } from "./cell/keep";
import { BookDatabase, openBook } from "./database";
import { makeContent } from "./fill/content";
import { addBlankFill, listFills } from "./fill/fills";
import { stickFileOf } from "./fill/stick-file";
import { makeGrooveContent } from "./groove/content";
import { readIncoming } from "./incoming";
import { EMPTY_BOOK } from "./kinds";
import type { KitContent } from "./kit/content";
import { makeLesson } from "./lesson/content";
import { isFirstTime } from "./marks";
import { DEFAULT_PREFERENCES, withoutStored } from "./preferences";
import { loadPreferences, savePreferences } from "./preferences-store";
import { makeSearch } from "./search/content";
import { eachHasBook, fillOf } from "./testing";
import { gatherBook, gatherWithRefs, importBook, previewImport } from "./transfer";

function kitContent(name: string): KitContent {
  return { name, surfaces: [usualSurface("sn"), usualSurface("kk"), usualSurface("hh")] };
}

let book: BookDatabase;
eachHasBook((made) => {
  book = made;
});

const cellContent = (text: string, given: Partial<CellContent> = {}) =>
  makeCellContent({ origin: { source: null, name: "", text }, moves: [], ...given });

describe("fills", () => {
  test("are saved, listed by last edit, binned and restored", async () => {
    await addRow(book.fills, fillOf("@4 RL", "one"));
    await new Promise((resolve) => setTimeout(resolve, 2));
    const two = await addRow(book.fills, fillOf("@4 LR", "two"));
    expect((await listRows(book.fills)).map((fill) => fill.content.name)).toEqual(["two", "one"]);
    await binRow(book.fills, two.id);
    expect((await listRows(book.fills)).map((fill) => fill.id)).not.toContain(two.id);
    expect((await listBin(book.fills)).map((fill) => fill.id)).toEqual([two.id]);
    await restoreRow(book.fills, two.id);
    expect(await listBin(book.fills)).toEqual([]);
    await restoreRow(book.fills, "nothing");
    expect(await listRows(book.fills)).toHaveLength(2);
  });
  test("leave the bin after thirty days of use, however far the clock jumps; live rows stay", async () => {
    const [binned, live] = [await addRow(book.fills, fillOf("@4 RL")), await addRow(book.fills, fillOf("@4 LR"))];
    await binRow(book.fills, binned.id);
    await book.changes.clear();
    let today = 20_000;
    for (let days = 1; days <= 30; days++) {
      // Years ahead, and back again: one day each.
      today = days % 2 === 0 ? 20_000 + days : 90_000 - days;
      expect(await countDayOfUse(book, today)).toBe(days);
      expect(await emptyOldBins(book, days)).toBe(0);
      expect(await countDayOfUse(book, today)).toBe(days);
    }
    expect(await emptyOldBins(book, await countDayOfUse(book, today + 1))).toBe(1);
    expect(await getRow(book.fills, binned.id)).toBeNull();
    expect((await listRows(book.fills)).map(({ id }) => id)).toEqual([live.id]);
    expect(await book.changes.count()).toBe(0);
  });
  test("restored from the bin get thirty days again", async () => {
    const fill = await addRow(book.fills, fillOf("@4 RL"));
    await binRow(book.fills, fill.id);
    await emptyOldBins(book, 1);
    await restoreRow(book.fills, fill.id);
    await binRow(book.fills, fill.id);
    expect(await emptyOldBins(book, 40)).toBe(0);
    expect(await emptyOldBins(book, 69)).toBe(0);
    expect(await emptyOldBins(book, 70)).toBe(1);
  });
  test("are saved only over the revision they were edited from", async () => {
    const fill = await addRow(book.fills, fillOf("@4 RL"));
    expect(await saveRow(book.fills, fill.id, 1, fillOf("@4 RLK"))).toMatchObject({
      kind: "saved",
      row: { revision: 2 },
    });
    const refused = await saveRow(book.fills, fill.id, 1, fillOf("@4 H"));
    expect(refused).toMatchObject({ kind: "conflict", theirs: { revision: 2 } });
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 RLK");
    expect(await saveRow(book.fills, "nothing", 1, fillOf("@4 H"))).toEqual({ kind: "gone" });
  });
});

describe("importing", () => {
  test("can be previewed: the same counts as the import, without writing", async () => {
    const mine = await addRow(book.fills, fillOf("@4 RL", "mine"));
    const item = (id: string, text: string) => ({ id, createdAt: 1, updatedAt: 2, content: fillOf(text, id) });
    const contents = { ...EMPTY_BOOK, fills: [item("new", "@4 RLK"), { ...toItem(mine), content: fillOf("@4 LL") }] };
    const counts = await previewImport(book, contents);
    expect(counts.fills).toEqual({ added: 1, same: 0, beside: 1, merged: 0 });
    expect(await book.fills.count()).toBe(1);
    expect(await importBook(book, contents)).toEqual(counts);
    expect(await book.fills.count()).toBe(3);
    expect(await previewImport(book, contents)).toMatchObject({ fills: { added: 0, same: 2, beside: 0, merged: 0 } });
  });
  test("adds what is new, skips what is equal, puts what differs beside", async () => {
    const mine = await addRow(book.fills, fillOf("@4 RL"));
    const other = { ...toItem(mine), content: fillOf("@4 RLK") };
    const fresh = { ...toItem(mine), id: "fresh" };
    expect(await importBook(book, { ...EMPTY_BOOK, fills: [toItem(mine), fresh] })).toMatchObject({
      fills: { added: 1, same: 1, beside: 0, merged: 0 },
    });
    expect(await importBook(book, { ...EMPTY_BOOK, fills: [other] })).toMatchObject({
      fills: { added: 0, same: 0, beside: 1, merged: 0 },
    });
    expect((await listRows(book.fills)).map((fill) => fill.content.text).sort()).toEqual(["@4 RL", "@4 RL", "@4 RLK"]);
  });
  test("restores equal things from the bin", async () => {
    const mine = await addRow(book.fills, fillOf("@4 RL"));
    await binRow(book.fills, mine.id);
    expect(await importBook(book, { ...EMPTY_BOOK, fills: [toItem(mine)] })).toMatchObject({
      fills: { same: 1 },
    });
    expect(await listRows(book.fills)).toHaveLength(1);
  });
  test("changes nothing if one of the fills is invalid", async () => {
    const good = { ...toItem(await addRow(book.fills, fillOf("@4 RL"))), id: "good" };
    const bad = { ...good, id: "bad", content: { ...good.content, tempo: -1 } } as unknown as typeof good;
    await expect(importBook(book, { ...EMPTY_BOOK, fills: [good, bad] })).rejects.toThrow();
    expect(await listRows(book.fills)).toHaveLength(1);
  });
});

describe("a fill in another book", () => {
  async function sendTo(other: BookDatabase, id: string) {
    const row = await getRow(book.fills, id);
    if (!row) throw new Error("no such fill");
    const read = await readBook(writeBook(await gatherWithRefs(book, "fills", [toItem(row)])));
    if (!read.ok) throw new Error("the file was refused");
    return importBook(other, read);
  }
  test("brings its own groove, and plays it there", async () => {
    const groove = await addRow(book.grooves, makeGrooveContent({ text: "@1 KLKL", name: "Mine" }));
    await addRow(book.grooves, makeGrooveContent({ text: "@1 LKLK", name: "Another" }));
    const fill = await addRow(book.fills, { ...fillOf("@4 RL"), groove: groove.id });
    const other = new BookDatabase(crypto.randomUUID());
    await sendTo(other, fill.id);
    const [there] = await listRows(other.fills);
    expect((await listRows(other.grooves)).map(({ id, content }) => [id, content.name])).toEqual([
      [there?.content.groove, "Mine"],
    ]);
    other.close();
  });
  test("plays its own groove even if another has that id, and isn't added again", async () => {
    const groove = await addRow(book.grooves, makeGrooveContent({ text: "@1 KLKL", name: "Mine" }));
    const fill = await addRow(book.fills, { ...fillOf("@4 RL"), groove: groove.id });
    const other = new BookDatabase(crypto.randomUUID());
    await other.grooves.add({ ...groove, content: makeGrooveContent({ text: "@1 LKLK", name: "Theirs" }) });
    expect(await sendTo(other, fill.id)).toMatchObject({ grooves: { beside: 1 }, fills: { added: 1 } });
    const [there] = await listRows(other.fills);
    expect((await getRow(other.grooves, there?.content.groove ?? ""))?.content.name).toBe("Mine");
    expect(await sendTo(other, fill.id)).toMatchObject({
      grooves: { same: 1, beside: 0 },
      fills: { same: 1, beside: 0 },
    });
    expect(await listRows(other.grooves)).toHaveLength(2);
    other.close();
  });
  test("is equal whatever the order of its fields", async () => {
    const mine = await addRow(book.fills, fillOf("@4 RL"));
    const turned = Object.fromEntries(Object.entries(mine.content).toReversed()) as typeof mine.content;
    expect(await importBook(book, { ...EMPTY_BOOK, fills: [{ ...toItem(mine), content: turned }] })).toMatchObject({
      fills: { same: 1, beside: 0 },
    });
  });
});

describe("new fills", () => {
  test("without any typing are removed; any edit keeps one", async () => {
    const untouched = await addBlankFill(book);
    const next = await addBlankFill(book);
    expect(await getRow(book.fills, untouched.id)).toBeNull();
    await saveRow(book.fills, next.id, 1, next.content);
    const typed = await addRow(book.fills, fillOf("@4 RL", ""));
    expect((await listFills(book)).map(({ id }) => id).sort()).toEqual([next.id, typed.id].sort());
  });
  test("from a text file have meter, tempo, space and orchestration, or whole bars", async () => {
    const content = makeContent({
      text: "@4 RLK",
      meter: { beats: 7, unit: 8 },
      tempo: bpm(131),
      window: { start: ticks(5_040), length: ticks(7_560) },
      voicing: [{ on: true, rule: { kind: "one", on: "f1" }, filter: ALL_STROKES }],
    });
    const read = (text: string) =>
      readIncoming({ bytes: new TextEncoder().encode(text), isLines: true, countStyle: "beats" }, () => {});
    const lines = await read(`${stickFileOf([content])}\n# Plain\n@4 RLRLx5\n`);
    expect(lines.ok && (await importBook(book, lines.contents)).fills.added).toBe(2);
    const rows = await listRows(book.fills);
    const { meter, tempo, window, voicing } = content;
    expect(rows.find((row) => row.content.name === "")?.content).toMatchObject({ meter, tempo, window, voicing });
    expect(rows.find((row) => row.content.name === "Plain")?.content.window).toEqual({ start: 0, length: 80_640 });
    expect(await read("# meter: 4/5\n@4 R")).toMatchObject({
      ok: false,
      problem: { of: "lines", reading: { reason: "comment", key: "meter" } },
    });
  });
});

describe("own cells", () => {
  test("are saved once: an equal sticking is found under any name; a rotation or mirror needs confirmation", async () => {
    const kept = await keepCell(book, cellContent(">RLRR", { name: "one" }), false);
    expect(kept.kind).toBe("kept");
    expect(await keepCell(book, cellContent(">RLRR", { name: "two" }), true)).toMatchObject({
      kind: "have",
      row: { content: { name: "one" } },
    });
    expect((await keepCell(book, cellContent("L>RLL", { name: "turned" }), false)).kind).toBe("kept");
    expect((await keepCell(book, cellContent("LRRL"), false)).kind).toBe("kept");
    expect((await keepCell(book, cellContent(">LRLL"), false)).kind).toBe("relative");
    expect((await keepCell(book, cellContent("R>RLR"), false)).kind).toBe("relative");
    expect((await keepCell(book, cellContent(">LRLL"), true)).kind).toBe("kept");
    expect(await listRows(book.cells)).toHaveLength(4);
  });
  test("in the bin don't conflict", async () => {
    const kept = await keepCell(book, cellContent("RLK"), false);
    await binRow(book.cells, kept.row.id);
    expect((await keepCell(book, cellContent("RLK"), false)).kind).toBe("kept");
  });
  test("are amended without losing another tab's changes", async () => {
    const { id } = await addRow(book.cells, cellContent("RLK"));
    await amendRow(book.cells, id, { favourite: true });
    await amendRow(book.cells, id, { name: "Three" });
    expect((await getRow(book.cells, id))?.content).toMatchObject({ favourite: true, name: "Three" });
    expect(await amendRow(book.cells, "gone", { name: "x" })).toBeNull();
  });
  test("and rudiments have notes; an empty note is removed", async () => {
    await markRudiment(book, "single-paradiddle", { favourite: true });
    await markRudiment(book, "single-paradiddle", { tags: ["warm-up"] });
    expect(await listRudimentMarks(book)).toEqual([{ id: "single-paradiddle", favourite: true, tags: ["warm-up"] }]);
    await markRudiment(book, "single-paradiddle", { favourite: false });
    await markRudiment(book, "single-paradiddle", { tags: [] });
    expect(await listRudimentMarks(book)).toEqual([]);
  });
});

describe("the whole book", () => {
  test("is exported and imported into another one unchanged, including recipes and notes", async () => {
    await addRow(book.fills, fillOf("@4 RLK"));
    const moves: CellContent["moves"] = [{ kind: "extend", by: "two-kicks" }, { kind: "mirror" }];
    const origin = { source: "single-paradiddle", name: "Single paradiddle", text: ">RLRR" };
    await keepCell(book, makeCellContent({ name: "Six", tags: ["a"], origin, moves, rate: "6" }), false);
    await markRudiment(book, "single-paradiddle", { favourite: true });
    await addRow(book.grooves, makeGrooveContent({ text: "@1 KLKL", name: "Plain" }));
    const written = writeBook(await gatherBook(book));
    const other = new BookDatabase(crypto.randomUUID());
    const read = await readBook(written);
    if (!read.ok) throw new Error("the book was refused");
    expect(await importBook(other, read)).toEqual({
      flows: { added: 0, same: 0, beside: 0, merged: 0 },
      flowRecords: { added: 0, same: 0, beside: 0, merged: 0 },
      lessons: { added: 0, same: 0, beside: 0, merged: 0 },
      fills: { added: 1, same: 0, beside: 0, merged: 0 },
      cells: { added: 1, same: 0, beside: 0, merged: 0 },
      searches: { added: 0, same: 0, beside: 0, merged: 0 },
      kits: { added: 0, same: 0, beside: 0, merged: 0 },
      grooves: { added: 1, same: 0, beside: 0, merged: 0 },
      rudiments: { added: 1, same: 0, beside: 0, merged: 0 },
      plans: { added: 0, same: 0, beside: 0, merged: 0 },
      runs: { added: 0, same: 0, beside: 0, merged: 0 },
    });
    expect(await gatherBook(other)).toEqual(await gatherBook(book));
    expect((await listRows(other.cells))[0]?.content).toMatchObject({ text: ">LRLLKK", moves, origin });
    expect(await importBook(other, read)).toMatchObject({ cells: { added: 0, same: 1 } });
    other.close();
  });
  test("adds an equal cell from another device once, and merges the notes", async () => {
    const mine = await addRow(book.cells, cellContent("RLK"));
    await markRudiment(book, "flamacue", { tags: ["mine"] });
    const theirs = { ...toItem(mine), id: "elsewhere" };
    const rudiments = [{ id: "flamacue", favourite: true, tags: ["theirs"] }];
    const counted = await importBook(book, { ...EMPTY_BOOK, cells: [theirs], rudiments });
    expect(counted.cells).toEqual({ added: 0, same: 1, beside: 0, merged: 0 });
    expect(await listRows(book.cells)).toHaveLength(1);
    expect(await listRudimentMarks(book)).toEqual([{ id: "flamacue", favourite: true, tags: ["mine", "theirs"] }]);
  });
  test("imports nothing if a cell doesn't match its recipe", async () => {
    const good = { id: "good", createdAt: 1, updatedAt: 1, content: cellContent("RLK") };
    const bad = { ...good, id: "bad", content: { ...good.content, text: "RLL" } };
    await expect(importBook(book, { ...EMPTY_BOOK, cells: [good, bad] })).rejects.toThrow();
    expect(await listRows(book.cells)).toEqual([]);
  });
});

describe("searches", () => {
  test("are exported and imported identical; importing again changes nothing", async () => {
    const made = await addRow(book.searches, makeSearch({ name: "sevens", rules: [{ kind: "backbeat" }] }));
    const read = await readBook(writeBook(await gatherBook(book)));
    if (!read.ok) throw new Error("the file was refused");
    expect(read.searches).toEqual([toItem(made)]);
    expect(await importBook(book, read)).toMatchObject({ searches: { added: 0, same: 1, beside: 0, merged: 0 } });
  });
});

describe("kits", () => {
  test("are exported and imported identical; importing again changes nothing", async () => {
    const made = await addRow(book.kits, kitContent("stage"));
    const read = await readBook(writeBook(await gatherBook(book)));
    if (!read.ok) throw new Error("the file was refused");
    expect(read.kits).toEqual([toItem(made)]);
    expect(await importBook(book, read)).toMatchObject({ kits: { added: 0, same: 1, beside: 0, merged: 0 } });
  });
});

describe("preferences", () => {
  test("start with defaults, change one by one, and a damaged one falls back alone", async () => {
    expect(await loadPreferences(book)).toEqual(DEFAULT_PREFERENCES);
    await savePreferences(book, { hands: "left" });
    await savePreferences(book, { volume: 0.2, theme: "plaid" } as never);
    expect(await loadPreferences(book)).toEqual({ ...DEFAULT_PREFERENCES, hands: "left", volume: 0.2 });
  });
  test("stored together by an earlier version apply until each is changed", async () => {
    await book.preferences.put({ key: "player", hands: "left", volume: 0.2 });
    await Promise.all([savePreferences(book, { volume: 0.7 }), savePreferences(book, { room: 0 })]);
    expect(await loadPreferences(book)).toEqual({ ...DEFAULT_PREFERENCES, hands: "left", volume: 0.7, room: 0 });
    await savePreferences(book, { hands: "open" });
    expect((await loadPreferences(book)).hands).toBe("open");
  });
  test("report a failure to store", async () => {
    await expect(savePreferences(book, { ownKeys: (() => {}) as never })).rejects.toThrow();
    expect(await loadPreferences(book)).toEqual(DEFAULT_PREFERENCES);
  });
  test("that aren't stored yet wait until they are", () => {
    const chosen = { hands: "left", volume: 0.2 } as const;
    expect(withoutStored(chosen, DEFAULT_PREFERENCES)).toBe(chosen);
    expect(withoutStored(chosen, { ...DEFAULT_PREFERENCES, volume: 0.2 })).toEqual({ hands: "left" });
    expect(withoutStored(chosen, { ...DEFAULT_PREFERENCES, ...chosen })).toEqual({});
  });
});

describe("the book", () => {
  test("of the demo is filled once, in its own database", async () => {
    const demo = vi.fn(async () => ({
      flows: [],
      flowRecords: [],
      lessons: [{ id: "l", createdAt: 1, updatedAt: 1, content: makeLesson({ name: "one" }) }],
      fills: [{ id: "d", createdAt: 1, updatedAt: 1, content: fillOf("@4 RL") }],
      cells: [{ id: "c", createdAt: 1, updatedAt: 1, content: cellContent("RLK") }],
      rudiments: [],
      searches: [{ id: "s", createdAt: 1, updatedAt: 1, content: makeSearch({ name: "one" }) }],
      kits: [{ id: "k", createdAt: 1, updatedAt: 1, content: kitContent("one") }],
      grooves: [{ id: "g", createdAt: 1, updatedAt: 1, content: makeGrooveContent({ text: "@1 KLKL" }) }],
      plans: [],
      runs: [],
    }));
    const opened = await openBook("demo", demo);
    await opened.fills.clear();
    expect(await openBook("demo", demo)).toBe(opened);
    expect(demo).toHaveBeenCalledTimes(1);
    expect(await opened.cells.count()).toBe(1);
    expect(await opened.searches.count()).toBe(1);
    expect(await opened.kits.count()).toBe(1);
    expect(await opened.grooves.count()).toBe(1);
    expect(await opened.lessons.count()).toBe(1);
    const own = await openBook("own", demo);
    expect(own.name).not.toBe(opened.name);
    expect(await own.fills.count()).toBe(0);
  });
  test("does things once", async () => {
    expect([await isFirstTime(book, "x"), await isFirstTime(book, "x"), await isFirstTime(book, "y")]).toEqual([
      true,
      false,
      true,
    ]);
  });
});
