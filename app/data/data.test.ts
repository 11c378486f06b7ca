import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { makeContent } from "~/formats/fill";
import { Autosave, flushSaves, type SaveState } from "./autosave";
import { BookDatabase, isFirstTime, openBook } from "./database";
import { clearDraft, takeDraft, writeDraft } from "./draft";
import {
  createFill,
  deleteFill,
  duplicateFill,
  emptyOldBin,
  getFill,
  importFills,
  listBin,
  listFills,
  restoreFill,
  saveFill,
  toFill,
} from "./fills";
import { DEFAULT_PREFERENCES, loadPreferences, savePreferences } from "./preferences";

/** The browser's storage, as far as drafts use it. */
class MemoryStorage {
  full = false;
  [key: string]: unknown;
  getItem(key: string) {
    return typeof this[key] === "string" ? this[key] : null;
  }
  setItem(key: string, value: string) {
    if (this.full) throw new DOMException("full", "QuotaExceededError");
    this[key] = value;
  }
  removeItem(key: string) {
    delete this[key];
  }
}

let book: BookDatabase;
let storage: MemoryStorage;
let number = 0;

function newTab() {
  vi.stubGlobal("sessionStorage", new MemoryStorage());
}

beforeEach(async () => {
  book = new BookDatabase(`test-${number++}`);
  await book.open();
  storage = new MemoryStorage();
  vi.stubGlobal("localStorage", storage);
  newTab();
});
afterEach(() => {
  book.close();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const content = (text: string, name = "One") => makeContent({ text, name });

describe("fills", () => {
  test("are kept, listed by their last edit, duplicated, binned and brought back", async () => {
    const one = await createFill(book, content("@4 RL", "one"));
    await new Promise((resolve) => setTimeout(resolve, 2));
    const two = await createFill(book, content("@4 LR", "two"));
    expect((await listFills(book)).map((fill) => fill.content.name)).toEqual(["two", "one"]);
    const copy = await duplicateFill(book, one.id);
    expect(copy?.content).toEqual({ ...one.content, name: "one (copy)" });
    await deleteFill(book, two.id);
    expect((await listFills(book)).map((fill) => fill.id)).not.toContain(two.id);
    expect((await listBin(book)).map((fill) => fill.id)).toEqual([two.id]);
    await restoreFill(book, two.id);
    expect(await listBin(book)).toEqual([]);
    expect(await duplicateFill(book, "nothing")).toBeNull();
  });
  test("leave the bin for good after thirty days, not before", async () => {
    const fill = await createFill(book, content("@4 RL"));
    await deleteFill(book, fill.id);
    const day = 24 * 60 * 60 * 1000;
    await emptyOldBin(book, Date.now() + 29 * day);
    expect(await listBin(book)).toHaveLength(1);
    await emptyOldBin(book, Date.now() + 31 * day);
    expect(await getFill(book, fill.id)).toBeNull();
  });
  test("are saved over the revision they were edited from, and over no other", async () => {
    const fill = await createFill(book, content("@4 RL"));
    expect(await saveFill(book, fill.id, 1, content("@4 RLK"))).toEqual({ kind: "saved", revision: 2 });
    const refused = await saveFill(book, fill.id, 1, content("@4 H"));
    expect(refused).toMatchObject({ kind: "conflict", theirs: { revision: 2 } });
    expect((await getFill(book, fill.id))?.content.text).toBe("@4 RLK");
    expect(await saveFill(book, "nothing", 1, content("@4 H"))).toEqual({ kind: "gone" });
  });
});

describe("importing", () => {
  test("adds what is new, skips what is the same, puts what differs beside", async () => {
    const mine = await createFill(book, content("@4 RL"));
    const other = { ...toFill(mine), content: content("@4 RLK") };
    const fresh = { ...toFill(mine), id: "fresh" };
    expect(await importFills(book, [toFill(mine), fresh])).toEqual({ added: 1, same: 1, beside: 0 });
    expect(await importFills(book, [other])).toEqual({ added: 0, same: 0, beside: 1 });
    expect((await listFills(book)).map((fill) => fill.content.text).sort()).toEqual(["@4 RL", "@4 RL", "@4 RLK"]);
  });
  test("brings back from the bin what is the same", async () => {
    const mine = await createFill(book, content("@4 RL"));
    await deleteFill(book, mine.id);
    expect(await importFills(book, [toFill(mine)])).toMatchObject({ same: 1 });
    expect(await listFills(book)).toHaveLength(1);
  });
  test("changes nothing when one of the fills is not sound", async () => {
    const good = { ...toFill(await createFill(book, content("@4 RL"))), id: "good" };
    const bad = { ...good, id: "bad", content: { ...good.content, tempo: -1 } } as unknown as typeof good;
    await expect(importFills(book, [good, bad])).rejects.toThrow();
    expect(await listFills(book)).toHaveLength(1);
  });
});

describe("preferences", () => {
  test("start as the defaults, change one by one, and a damaged one falls back alone", async () => {
    expect(await loadPreferences(book)).toEqual(DEFAULT_PREFERENCES);
    await savePreferences(book, { hands: "left" });
    await savePreferences(book, { volume: 0.2 });
    await book.preferences.update("player", { theme: "plaid" } as never);
    expect(await loadPreferences(book)).toEqual({ ...DEFAULT_PREFERENCES, hands: "left", volume: 0.2 });
  });
});

describe("the book", () => {
  test("the demo's is filled once, in a database of its own", async () => {
    const demo = vi.fn(async () => [{ id: "d", createdAt: 1, updatedAt: 1, content: content("@4 RL") }]);
    const opened = await openBook("demo", demo);
    await opened.fills.clear();
    expect(await openBook("demo", demo)).toBe(opened);
    expect(demo).toHaveBeenCalledTimes(1);
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

describe("drafts", () => {
  test("are taken once by the tab that wrote them, and by others only when left behind", () => {
    const now = Date.now();
    writeDraft("f", 3, content("@4 RL"));
    expect(takeDraft("other", now)).toBeNull();
    newTab();
    expect(takeDraft("f", now)).toBeNull();
    expect(takeDraft("f", now + 10_000)).toMatchObject({ baseRevision: 3, content: { text: "@4 RL" } });
    expect(takeDraft("f", now + 10_000)).toBeNull();
    writeDraft("f", 4, content("@4 K"));
    expect(takeDraft("f", now)?.content.text).toBe("@4 K");
    writeDraft("f", 4, content("@4 K"));
    clearDraft("f");
    expect(takeDraft("f", now)).toBeNull();
  });
  test("that are damaged are nothing, and a full storage says so", () => {
    storage.setItem("dime-stack:draft:f:tab", '{"baseRevision":1,"at":0,"content":{}}');
    expect(takeDraft("f", Date.now())).toBeNull();
    storage.setItem("dime-stack:draft:f:other", "{ cut off");
    writeDraft("f", 2, content("@4 RLK"));
    expect(takeDraft("f", Date.now())?.content.text).toBe("@4 RLK");
    storage.full = true;
    expect(writeDraft("f", 1, content("@4 RL"))).toBe(false);
  });
});

describe("autosave", () => {
  async function edited(text = "@4 RL") {
    const fill = await createFill(book, content(text));
    const states: SaveState[] = [];
    const theirs: string[] = [];
    const make = () =>
      new Autosave(book, fill.id, 1, {
        onState: (state) => states.push(state),
        onTheirs: (row) => theirs.push(row.content.text),
      });
    return { fill, states, theirs, make, saver: make(), last: () => states.at(-1)?.kind };
  }
  test("saves after a rest, keeps a draft until then", async () => {
    const { fill, saver, last } = await edited();
    saver.queue(content("@4 RLK"));
    expect(Object.keys(storage).filter((key) => key.startsWith("dime-stack:draft"))).toHaveLength(1);
    expect(last()).toBe("saving");
    await vi.waitFor(() => expect(last()).toBe("saved"));
    expect((await getFill(book, fill.id))?.content.text).toBe("@4 RLK");
    expect(Object.keys(storage).filter((key) => key.startsWith("dime-stack:draft"))).toHaveLength(0);
    await saver.close();
  });
  test("is flushed before another screen reads the book", async () => {
    const { fill, saver } = await edited();
    saver.queue(content("@4 RLKK"));
    await flushSaves();
    expect((await getFill(book, fill.id))?.content.text).toBe("@4 RLKK");
    await saver.close();
  });
  test("two tabs: an idle one follows, a busy one is told of the conflict and may keep its own", async () => {
    const { fill, saver, theirs, last } = await edited();
    await saveFill(book, fill.id, 1, content("@4 L"));
    await vi.waitFor(() => expect(theirs).toEqual(["@4 L"]));
    saver.queue(content("@4 RR"));
    await saveFill(book, fill.id, 2, content("@4 LL"));
    await saver.flush();
    expect(last()).toBe("conflict");
    const row = await getFill(book, fill.id);
    expect(row?.content.text).toBe("@4 LL");
    if (row) await saver.keepMine(row);
    expect((await getFill(book, fill.id))?.content.text).toBe("@4 RR");
    expect(last()).toBe("saved");
    await saver.close();
  });
  test("the other tab's version can be taken", async () => {
    const { fill, saver, last } = await edited();
    saver.queue(content("@4 RR"));
    await saveFill(book, fill.id, 1, content("@4 LL"));
    await saver.flush();
    const row = await getFill(book, fill.id);
    if (row) saver.takeTheirs(row);
    expect(last()).toBe("saved");
    saver.queue(content("@4 LLK"));
    await saver.flush();
    expect((await getFill(book, fill.id))?.content.text).toBe("@4 LLK");
    await saver.close();
  });
  test("a full disk is said, the draft kept, and the edit saved when there is room", async () => {
    const { fill, saver, states, last } = await edited();
    const put = vi
      .spyOn(book.fills, "put")
      .mockRejectedValueOnce(Object.assign(new Error("full"), { name: "QuotaExceededError" }));
    saver.queue(content("@4 RLRR"));
    await saver.flush();
    expect(states.at(-1)).toEqual({ kind: "failed", full: true, draftKept: true });
    expect(put).toHaveBeenCalledTimes(1);
    await saver.flush();
    expect(last()).toBe("saved");
    expect((await getFill(book, fill.id))?.content.text).toBe("@4 RLRR");
    await saver.close();
  });
  test("a fill that is gone is said", async () => {
    const { fill, saver, last } = await edited();
    await book.fills.delete(fill.id);
    saver.queue(content("@4 RLRR"));
    await saver.flush();
    expect(last()).toBe("gone");
    await saver.close();
  });
});
