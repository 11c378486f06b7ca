import fc from "fast-check";
import { describe, expect, test, vi } from "vitest";
import { runs } from "~/core/testing/seed";
import { Autosave, flushSaves, type SaveState, verifySaves } from "~/data/autosave";
import type { JournalEntry } from "~/data/journal";
import { Page } from "~/data/page";
import { putAtOnce } from "~/data/put-at-once";
import { addRow, amendRow, binRow, getRow, restoreRow, saveRow } from "~/data/rows";
import { makeTrouble, troubleOf, withTimeout } from "~/data/trouble";
import { cellJournal, openUnsavedCell } from "./cell/unsaved";
import type { BookDatabase } from "./database";
import type { FillContent } from "./fill/content";
import { FILLS } from "./fill/kind";
import { openIn } from "./open-row";
import { eachHasBook, fillOf, type MemoryStorage } from "./testing";

let book: BookDatabase;
let storage: MemoryStorage;
eachHasBook((made, kept) => {
  book = made;
  storage = kept;
});
const { journal } = FILLS;
const NONE_OPEN = new Set<string>();
const reopen = (id: string, page = new Page(), open: ReadonlySet<string> = NONE_OPEN) =>
  openIn(book, FILLS, id, page, open);
const textOf = async (id: string) => (await getRow(book.fills, id))?.content.text;
const noted = (entry: JournalEntry) => new Promise((done) => putAtOnce(book.journal, [entry], done));
/** An edit by a page that was killed before it saved. */
async function typed(page: Page, id: string, base: number, text: string) {
  await noted(journal.entryOf(id, page.edit(), base, fillOf(text)));
}

describe("an open row", () => {
  const open = async (id: string, page = new Page()) => {
    const states: SaveState<FillContent>[] = [];
    const theirs: [string, boolean][] = [];
    const shelf = { table: book.fills, journal, entries: book.journal };
    const saver = new Autosave(
      shelf,
      id,
      1,
      {
        onState: (state) => states.push(state),
        onTheirs: ({ content }, isThisPage) => theirs.push([content.groove, isThisPage]),
      },
      page,
    );
    await vi.waitFor(() => expect(saver).toBeDefined());
    return { saver, states, theirs };
  };

  test("reports whether another tab or this page changed it", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const page = new Page();
    const { saver, theirs } = await open(id, page);
    await amendRow(book.fills, id, { groove: "half-time" }, page.edit());
    await vi.waitFor(() => expect(theirs).toEqual([["half-time", true]]));
    await amendRow(book.fills, id, { groove: "shuffle" }, new Page().edit());
    await vi.waitFor(() => expect(theirs.at(-1)).toEqual(["shuffle", false]));
    await saver.close();
  });

  test("isn't called saved once it is gone, and can be restored without another edit", async () => {
    const { id, content } = await addRow(book.fills, fillOf("@4 RL"));
    const { saver, states } = await open(id);
    await verifySaves();
    expect(states).toEqual([]);
    await book.fills.clear();
    await verifySaves();
    expect(states.at(-1)).toEqual({ kind: "gone" });
    saver.queue(content);
    await saver.keepMine();
    expect(states.at(-1)).toEqual({ kind: "saved" });
    expect(await textOf(id)).toBe("@4 RL");
    await saver.close();
  });
});

describe("the journal", () => {
  test("resumes a killed page's unsaved edits once", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    await typed(new Page(), id, 1, "@4 RLK");
    const page = new Page();
    expect((await reopen(id, page))?.unsaved).toMatchObject({ baseRevision: 1, content: { text: "@4 RLK" } });
    // Opened again before it was saved: still there.
    expect((await reopen(id, page))?.unsaved?.content.text).toBe("@4 RLK");
    await saveRow(book.fills, id, 1, fillOf("@4 RLK"), page.edit());
    expect((await reopen(id, page))?.unsaved).toBeNull();
    expect(await book.journal.count()).toBe(0);
  });
  test("leaves an open page's edits to that page", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const other = new Page();
    await typed(other, id, 1, "@4 RLK");
    expect((await reopen(id, new Page(), new Set([other.id])))?.unsaved).toBeNull();
    expect(await book.journal.count()).toBe(1);
  });
  test("never brings back an edit that its page saved later", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const page = new Page();
    const first = page.edit();
    await saveRow(book.fills, id, 1, fillOf("@4 RLKK"), page.edit());
    await noted(journal.entryOf(id, first, 1, fillOf("@4 RLK")));
    expect((await reopen(id))?.unsaved).toBeNull();
    expect(await book.journal.count()).toBe(0);
  });
  test("continues an edit made during a save from that save, without asking", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const page = new Page();
    await saveRow(book.fills, id, 1, fillOf("@4 RLK"), page.edit());
    await typed(page, id, 1, "@4 RLKK");
    expect((await reopen(id))?.unsaved).toMatchObject({ baseRevision: 2, content: { text: "@4 RLKK" } });
  });
  test("names the base if another page has really saved something else", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    await typed(new Page(), id, 1, "@4 RLK");
    await saveRow(book.fills, id, 1, fillOf("@4 H"), new Page().edit());
    expect((await reopen(id))?.unsaved).toMatchObject({ baseRevision: 1, content: { text: "@4 RLK" } });
  });
  test("treats notes by others as a change of no page", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const page = new Page();
    await saveRow(book.fills, id, 1, fillOf("@4 RLK"), page.edit());
    await typed(page, id, 2, "@4 RLKK");
    await amendRow(book.fills, id, { tags: ["odd"] });
    expect((await reopen(id))?.unsaved?.baseRevision).toBe(2);
  });
  test("doesn't bring back a saved edit if the row was amended since", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const page = new Page();
    const by = page.edit();
    await noted(journal.entryOf(id, by, 1, fillOf("@4 RLK")));
    await saveRow(book.fills, id, 1, fillOf("@4 RLK"), by);
    await amendRow(book.fills, id, { tags: ["odd"] });
    expect((await reopen(id))?.unsaved).toBeNull();
  });
  test("doesn't depend on clocks", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const clock = vi.spyOn(Date, "now").mockReturnValue(9e12);
    const page = new Page();
    await saveRow(book.fills, id, 1, fillOf("@4 RLK"), page.edit());
    clock.mockReturnValue(1000);
    await typed(page, id, 2, "@4 RLKK");
    expect((await reopen(id))?.unsaved?.content.text).toBe("@4 RLKK");
  });
  test("restores a deleted row together with its edits", async () => {
    await typed(new Page(), "lost", 1, "@4 RLK");
    expect(await reopen("lost")).toMatchObject({ row: { content: { text: "@4 RLK" } }, unsaved: null });
    expect(await reopen("never")).toBeNull();
  });
  test("skips damaged entries without hiding valid ones", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    await noted({ ...journal.entryOf(id, new Page().edit(), 1, fillOf("@4")), content: { text: 7 } });
    await typed(new Page(), id, 1, "@4 RLK");
    expect((await reopen(id))?.unsaved?.content.text).toBe("@4 RLK");
  });
  test("resumes drafts from earlier versions of the app", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const draft = (text: string, at: number) => JSON.stringify({ baseRevision: 1, at, content: fillOf(text) });
    storage.setItem(`dime-stack:draft:${id}:tab`, draft("@4 RLK", 5));
    storage.setItem(`dime-stack:draft:${id}:other`, "{ cut off");
    expect((await reopen(id))?.unsaved?.content.text).toBe("@4 RLK");
    expect(Object.keys(storage).filter((key) => key.startsWith("dime-stack:draft"))).toEqual([]);
  });
  test("names each edit's browser and time; two pages of one browser stay separate", async () => {
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    const [one, other] = [new Page(), new Page()];
    const before = Date.now();
    const by = one.edit();
    expect(by.device).toBe(other.edit().device);
    expect(by.page).not.toBe(other.edit().page);
    await saveRow(book.fills, id, 1, fillOf("@4 RLK"), by);
    const saved = (await getRow(book.fills, id))?.by;
    expect(saved).toMatchObject({ page: one.id, device: by.device, revision: 2 });
    expect(saved?.at).toBeGreaterThanOrEqual(before);
  });
  test("separates cells and fills with equal ids; work on a cell is resumed", async () => {
    const origin = { source: null, name: "", typed: "RLx", text: null };
    const work = { name: "", origin, moves: [], at: 0, rate: "4" };
    const { id } = await addRow(book.fills, fillOf("@4 RL"));
    await noted(cellJournal.entryOf(id, new Page().edit(), 0, work));
    expect((await reopen(id))?.unsaved).toBeNull();
    const page = new Page();
    expect((await openUnsavedCell(book, id, page, NONE_OPEN))?.content).toEqual(work);
    expect((await openUnsavedCell(book, id, page, NONE_OPEN))?.content).toEqual(work);
    expect(await openUnsavedCell(book, id, new Page(), new Set([page.id]))).toBeNull();
  });

  const step = fc.record({ who: fc.nat(1), what: fc.constantFrom("edit", "edit", "save", "kill") });
  test("two pages edit, save and are killed in any order: each one's last edit survives, and nothing older comes back", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 16 }), async (steps) => {
        const { id } = await addRow(book.fills, fillOf("@4 R"));
        let texts = 0;
        const saved = new Set<string>();
        const lasts = new Set<string>();
        const lives: ({ page: Page; base: number; since: number; last: string | null } | undefined)[] = [];
        const live = async (who: number) => {
          const here = lives[who];
          if (here) return here;
          const page = new Page();
          const opened = await reopen(id, page, new Set(lives.flatMap((one) => one?.page.id ?? [])));
          const unsaved = opened?.unsaved;
          if (unsaved) expect(lasts).toContain(unsaved.content.text);
          const base = unsaved?.baseRevision ?? opened?.row.revision ?? 0;
          const made = { page, base, since: page.edit().edit, last: unsaved?.content.text ?? null };
          lives[who] = made;
          return made;
        };
        for (const { who, what } of steps) {
          const here = await live(who);
          const { page, base, since } = here;
          if (what === "edit") {
            lasts.delete(here.last ?? "");
            here.last = `@4 ${"RL".repeat(++texts)}`;
            lasts.add(here.last);
            await typed(page, id, base, here.last);
          } else if (what === "save" && here.last) {
            const by = page.edit();
            const result = await saveRow(book.fills, id, base, fillOf(here.last), by, since);
            // In a conflict we ask the player; until then the edit stays where it is.
            if (result.kind !== "saved") continue;
            here.base = result.row.revision;
            saved.add(here.last);
            await journal.settle(book.journal, id, by);
          } else if (what === "kill") lives[who] = undefined;
          const inJournal = (await journal.list(book.journal, id)).map(({ content }) => content.text);
          for (const text of lasts) expect([...saved, ...inJournal]).toContain(text);
        }
      }),
      runs(60),
    );
  });
});

describe("autosave", () => {
  async function edited(text = "@4 RL") {
    const fill = await addRow(book.fills, fillOf(text));
    const states: SaveState<FillContent>[] = [];
    const theirs: string[] = [];
    const page = new Page();
    const shelf = { table: book.fills, journal, entries: book.journal };
    const events = {
      onState: (state: SaveState<FillContent>) => states.push(state),
      onTheirs: (row: { content: FillContent }) => theirs.push(row.content.text),
    };
    const saver = new Autosave(shelf, fill.id, 1, events, page);
    return { fill, states, theirs, saver, page, last: () => states.at(-1)?.kind };
  }
  test("writes to the journal immediately, and saves a moment later", async () => {
    const { fill, saver, last } = await edited();
    saver.queue(fillOf("@4 RLK"));
    await vi.waitFor(async () => expect(await book.journal.count()).toBe(1));
    expect(last()).toBe("saving");
    await vi.waitFor(() => expect(last()).toBe("saved"));
    expect(await textOf(fill.id)).toBe("@4 RLK");
    // The row shows that it is saved.
    expect((await reopen(fill.id))?.unsaved).toBeNull();
    await saver.close();
    expect(await book.journal.count()).toBe(0);
  });
  test("saves pending edits when it is closed", async () => {
    const { fill, saver } = await edited();
    saver.queue(fillOf("@4 RLK"));
    await saver.close();
    expect((await getRow(book.fills, fill.id))?.content.text).toBe("@4 RLK");
    expect(await book.journal.count()).toBe(0);
  });
  test("isn't postponed by continuous typing", async () => {
    const { fill, saver } = await edited();
    let count = 0;
    const typing = setInterval(() => saver.queue(fillOf(`@4 RL${"K".repeat(++count % 9)}`)), 20);
    await vi.waitFor(async () => expect((await getRow(book.fills, fill.id))?.revision).toBeGreaterThan(2), 5000);
    clearInterval(typing);
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
  test("two tabs: an idle one follows, a busy one learns of the conflict and can keep its own version", async () => {
    const { fill, saver, theirs, last } = await edited();
    await saveRow(book.fills, fill.id, 1, fillOf("@4 L"));
    await vi.waitFor(() => expect(theirs).toEqual(["@4 L"]));
    saver.queue(fillOf("@4 RR"));
    await saveRow(book.fills, fill.id, 2, fillOf("@4 LL"));
    await saver.flush();
    expect(last()).toBe("conflict");
    expect(await textOf(fill.id)).toBe("@4 LL");
    // The state at the time of the press counts.
    await saveRow(book.fills, fill.id, 3, fillOf("@4 LLL"));
    await saver.keepMine();
    expect(await textOf(fill.id)).toBe("@4 RR");
    expect(last()).toBe("saved");
    await saver.close();
    expect(await book.journal.count()).toBe(0);
  });
  test("the other tab's current version can be taken; afterwards nothing comes back", async () => {
    const { fill, saver, last } = await edited();
    saver.queue(fillOf("@4 RR"));
    await saveRow(book.fills, fill.id, 1, fillOf("@4 LL"));
    await saver.flush();
    await saveRow(book.fills, fill.id, 2, fillOf("@4 LLH"));
    expect((await saver.takeTheirs())?.content.text).toBe("@4 LLH");
    expect(last()).toBe("saved");
    expect(await reopen(fill.id)).toMatchObject({ row: { content: { text: "@4 LLH" } }, unsaved: null });
    saver.queue(fillOf("@4 LLK"));
    await saver.flush();
    expect(await textOf(fill.id)).toBe("@4 LLK");
    await saver.close();
  });
  test("a fill binned elsewhere is reported, its edits kept, and it can be restored", async () => {
    const { fill, saver, last } = await edited();
    await binRow(book.fills, fill.id);
    saver.queue(fillOf("@4 RLK"));
    await saver.flush();
    expect(last()).toBe("binned");
    expect(await textOf(fill.id)).toBe("@4 RLK");
    await saver.bringBack();
    await vi.waitFor(() => expect(last()).toBe("saved"));
    await binRow(book.fills, fill.id);
    await vi.waitFor(() => expect(last()).toBe("binned"));
    await restoreRow(book.fills, fill.id);
    await vi.waitFor(() => expect(last()).toBe("saved"));
    await saver.close();
  });
  test("a full disk is reported, and the edit saved automatically once there is room", async () => {
    const { fill, saver, states, last } = await edited();
    const full = Object.assign(new Error("full"), { name: "QuotaExceededError" });
    vi.spyOn(book.fills, "put").mockRejectedValueOnce(full);
    saver.queue(fillOf("@4 RLRR"));
    await saver.flush();
    expect(states.at(-1)).toEqual({ kind: "failed", trouble: "full", isNoted: true });
    expect((await reopen(fill.id))?.unsaved?.content.text).toBe("@4 RLRR");
    await saver.flush();
    expect(last()).toBe("saved");
    expect(await textOf(fill.id)).toBe("@4 RLRR");
    await saver.close();
  });
  test("an unwritable journal is reported when saving fails too", async () => {
    const { saver, states } = await edited();
    vi.spyOn(book, "backendDB").mockImplementation(() => {
      throw new DOMException("closing", "InvalidStateError");
    });
    vi.spyOn(book.fills, "put").mockRejectedValue(new Error("no"));
    saver.queue(fillOf("@4 RLRR"));
    await saver.flush();
    expect(states.at(-1)).toEqual({ kind: "failed", trouble: "other", isNoted: false });
    vi.restoreAllMocks();
    await saver.close();
  });
  test("a missing fill is reported, and can be restored", async () => {
    const { fill, saver, last } = await edited();
    await book.fills.delete(fill.id);
    saver.queue(fillOf("@4 RLRR"));
    await saver.flush();
    expect(last()).toBe("gone");
    await saver.keepMine();
    expect(last()).toBe("saved");
    expect(await textOf(fill.id)).toBe("@4 RLRR");
    await saver.close();
  });
});

describe("storage trouble", () => {
  const named = (name: string, inner?: unknown) => Object.assign(new Error(name), { name, inner });
  test("is recognized by its cause", () => {
    expect(troubleOf(named("AbortError", new DOMException("", "QuotaExceededError")))).toBe("full");
    expect(troubleOf(named("OpenFailedError", named("VersionError")))).toBe("newer");
    expect(troubleOf(named("MissingAPIError"))).toBe("missing");
    expect(troubleOf(makeTrouble("BlockedError"))).toBe("blocked");
    expect(troubleOf("anything")).toBe("other");
  });
  test("a closed database opens again in a moment, unless a later version has changed it", async () => {
    vi.resetModules();
    const trouble = await import("~/data/trouble");
    const closed = named("DatabaseClosedError");
    expect([trouble.troubleOf(closed), trouble.isPassing(closed)]).toEqual(["silent", true]);
    trouble.noteOutdated();
    expect([trouble.troubleOf(closed), trouble.isPassing(closed)]).toEqual(["newer", false]);
  });
  test("includes silence", async () => {
    await expect(withTimeout(5, new Promise(() => {})).catch(troubleOf)).resolves.toBe("silent");
    await expect(withTimeout(50, Promise.resolve(7))).resolves.toBe(7);
  });
});
