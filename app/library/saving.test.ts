import "fake-indexeddb/auto";
import { describe, expect, test, vi } from "vitest";
import { Autosave, flushSaves, type SaveState } from "~/data/autosave";
import { addRow, getRow, saveRow } from "~/data/rows";
import { cellDrafts } from "./cell/drafts";
import type { BookDatabase } from "./database";
import type { FillContent } from "./fill/content";
import { FILLS } from "./fill/kind";
import { eachHasBook, fillOf, type MemoryStorage, newTab } from "./testing";

const { drafts: fillDrafts } = FILLS;
let book: BookDatabase;
let storage: MemoryStorage;
eachHasBook((made, kept) => {
  book = made;
  storage = kept;
});

describe("drafts", () => {
  test("are taken once by the tab that wrote them, and by others only when left behind", () => {
    const now = Date.now();
    fillDrafts.write("f", 3, fillOf("@4 RL"));
    expect(fillDrafts.take("other", now)).toBeNull();
    newTab();
    expect(fillDrafts.take("f", now)).toBeNull();
    expect(fillDrafts.take("f", now + 10_000)).toMatchObject({ baseRevision: 3, content: { text: "@4 RL" } });
    expect(fillDrafts.take("f", now + 10_000)).toBeNull();
    fillDrafts.write("f", 4, fillOf("@4 K"));
    expect(fillDrafts.take("f", now)?.content.text).toBe("@4 K");
    fillDrafts.write("f", 4, fillOf("@4 K"));
    fillDrafts.clear("f");
    expect(fillDrafts.take("f", now)).toBeNull();
  });
  test("of cells and of fills stand apart", () => {
    const origin = { source: null, name: "", typed: "RLx", text: null };
    const bench = { name: "", origin, moves: [], at: 0, rate: "4" };
    cellDrafts.write("f", 0, bench);
    expect(fillDrafts.take("f", Date.now())).toBeNull();
    expect(cellDrafts.take("f", Date.now())?.content).toEqual(bench);
  });
  test("that are damaged are nothing, and a full storage says so", () => {
    storage.setItem("dime-stack:draft:f:tab", '{"baseRevision":1,"at":0,"content":{}}');
    expect(fillDrafts.take("f", Date.now())).toBeNull();
    storage.setItem("dime-stack:draft:f:other", "{ cut off");
    fillDrafts.write("f", 2, fillOf("@4 RLK"));
    expect(fillDrafts.take("f", Date.now())?.content.text).toBe("@4 RLK");
    storage.full = true;
    expect(fillDrafts.write("f", 1, fillOf("@4 RL"))).toBe(false);
  });
});

describe("autosave", () => {
  async function edited(text = "@4 RL") {
    const fill = await addRow(book.fills, fillOf(text));
    const states: SaveState<FillContent>[] = [];
    const theirs: string[] = [];
    const make = () =>
      new Autosave(book.fills, fillDrafts, fill.id, 1, {
        onState: (state) => states.push(state),
        onTheirs: (row) => theirs.push(row.content.text),
      });
    return { fill, states, theirs, make, saver: make(), last: () => states.at(-1)?.kind };
  }
  test("saves after a rest, keeps a draft until then", async () => {
    const { fill, saver, last } = await edited();
    saver.queue(fillOf("@4 RLK"));
    expect(Object.keys(storage).filter((key) => key.startsWith("dime-stack:draft"))).toHaveLength(1);
    expect(last()).toBe("saving");
    await vi.waitFor(() => expect(last()).toBe("saved"));
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 RLK");
    expect(Object.keys(storage).filter((key) => key.startsWith("dime-stack:draft"))).toHaveLength(0);
    await saver.close();
  });
  test("flushed from several places at once, never conflicts with itself", async () => {
    const { fill, saver, states } = await edited();
    saver.queue(fillOf("@4 RLK"));
    const first = saver.flush();
    saver.queue(fillOf("@4 RLKK"));
    await Promise.all([first, saver.flush(), saver.flush(), flushSaves()]);
    expect(states.filter(({ kind }) => kind === "conflict")).toEqual([]);
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 RLKK");
    await saver.close();
  });
  test("is flushed before another screen reads the book", async () => {
    const { fill, saver } = await edited();
    saver.queue(fillOf("@4 RLKK"));
    await flushSaves();
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 RLKK");
    await saver.close();
  });
  test("two tabs: an idle one follows, a busy one is told of the conflict and may keep its own", async () => {
    const { fill, saver, theirs, last } = await edited();
    await saveRow(book.fills, fill.id, 1, fillOf("@4 L"));
    await vi.waitFor(() => expect(theirs).toEqual(["@4 L"]));
    saver.queue(fillOf("@4 RR"));
    await saveRow(book.fills, fill.id, 2, fillOf("@4 LL"));
    await saver.flush();
    expect(last()).toBe("conflict");
    const row = await getRow(book.fills, fill.id);
    expect(row?.content.text).toBe("@4 LL");
    if (row) await saver.keepMine(row);
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 RR");
    expect(last()).toBe("saved");
    await saver.close();
  });
  test("the other tab's version can be taken", async () => {
    const { fill, saver, last } = await edited();
    saver.queue(fillOf("@4 RR"));
    await saveRow(book.fills, fill.id, 1, fillOf("@4 LL"));
    await saver.flush();
    const row = await getRow(book.fills, fill.id);
    if (row) saver.takeTheirs(row);
    expect(last()).toBe("saved");
    saver.queue(fillOf("@4 LLK"));
    await saver.flush();
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 LLK");
    await saver.close();
  });
  test("a full disk is said, the draft kept, and the edit saved when there is room", async () => {
    const { fill, saver, states, last } = await edited();
    const put = vi
      .spyOn(book.fills, "put")
      .mockRejectedValueOnce(Object.assign(new Error("full"), { name: "QuotaExceededError" }));
    saver.queue(fillOf("@4 RLRR"));
    await saver.flush();
    expect(states.at(-1)).toEqual({ kind: "failed", full: true, draftKept: true });
    expect(put).toHaveBeenCalledTimes(1);
    await saver.flush();
    expect(last()).toBe("saved");
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 RLRR");
    await saver.close();
  });
  test("a fill that is gone is said", async () => {
    const { fill, saver, last } = await edited();
    await book.fills.delete(fill.id);
    saver.queue(fillOf("@4 RLRR"));
    await saver.flush();
    expect(last()).toBe("gone");
    await saver.close();
  });
});
