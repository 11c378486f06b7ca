import { describe, expect, test } from "vitest";
import { loadRudiments } from "~/content";
import { loadDemoBook } from "~/content/demo-book";
import { compileFlow, countFlow, isFlowProblem, NO_RECORD, recordHeard } from "~/core/flow";
import { formatLine } from "~/core/line";
import { FOUR_PIECE, WORKING } from "~/core/testing/kits";
import { addRow } from "~/data/rows";
import { writeBook } from "../book-file";
import { readBook } from "../book-reader";
import { loadEntries } from "../cell/load";
import type { BookDatabase } from "../database";
import { makeContent } from "../fill/content";
import { addOrchestration } from "../fill/orchestrations";
import { EMPTY_BOOK } from "../kinds";
import { readRunDay } from "../practice/run-day";
import { savePreferences } from "../preferences-store";
import { eachHasBook } from "../testing";
import { gatherWithRefs, importBook } from "../transfer";
import { flowContentSchema, listRefs, makeFlow, makeIdea, renameRefs } from "./content";
import { ideaOfEntry, ideaOfFill, readIdea, toFlowSpec, toFlowWeights, toVariety } from "./ideas";
import { addFlow } from "./new-flow";
import { changeFlowRecord, getFlowRecord } from "./record";

let book: BookDatabase;
eachHasBook((made) => {
  book = made;
});

const fill = {
  id: "f",
  createdAt: 1,
  updatedAt: 1,
  revision: 1,
  deletedAt: 0,
  content: makeContent({ text: "@4 RLRL/t1", name: "Steps" }),
};

describe("ideas", () => {
  test("are the book's current versions; deleted ones are played as they were", async () => {
    const entries = await loadEntries(book, loadRudiments());
    const [paradiddle] = entries.filter(({ id }) => id === "single-paradiddle");
    if (!paradiddle) throw new Error("no paradiddle");
    const sources = { fills: [fill], entries };
    const read = readIdea(ideaOfEntry(paradiddle), sources, FOUR_PIECE);
    expect(read).toMatchObject({ name: paradiddle.name, isCopy: false });
    expect(read.versions.map(formatLine)).toEqual([`@${paradiddle.rate} ${paradiddle.text}`]);
    const gone = readIdea(ideaOfFill(fill), { fills: [], entries }, FOUR_PIECE);
    expect(gone).toMatchObject({ name: "Steps", isCopy: true });
    expect(gone.versions.map(formatLine)).toEqual(["@4 RLRL/t1"]);
    const faster = readIdea({ ...ideaOfEntry(paradiddle), rate: "6" }, sources, FOUR_PIECE);
    expect(faster.versions.map(formatLine)).toEqual([`@6 ${paradiddle.text}`]);
  });

  test("of a fill with several orchestrations have each as a version", () => {
    const content = addOrchestration(fill.content, "Snare");
    const two = { ...fill, content: { ...content, text: "@4 RLRL", goodText: "@4 RLRL" } };
    const read = readIdea(ideaOfFill(fill), { fills: [two], entries: [] }, FOUR_PIECE);
    expect(read.versions.map(formatLine)).toEqual(["@4 RLRL", "@4 RLRL/t1"]);
  });
});

describe("a flow's content", () => {
  const idea = makeIdea({ kind: "fill", of: "f", name: "Steps", text: "@4 RLRL" });
  test("names its parts, also after they get other ids", () => {
    const flow = makeFlow({
      ideas: [idea, makeIdea({ kind: "cell", of: null, name: "", text: "@4 RLK" })],
      groove: "g",
    });
    expect(listRefs(flow)).toEqual([
      { key: "fills", id: "f" },
      { key: "grooves", id: "g" },
    ]);
    const renamed = renameRefs(flow, ({ key, id }) => `${key}-${id}`);
    expect(renamed.ideas.map(({ of }) => of)).toEqual(["fills-f", null]);
    expect(renamed.groove).toBe("grooves-g");
  });

  test("refuses the unplayable: the same idea twice, a lick that isn't one of its ideas", () => {
    expect(flowContentSchema.safeParse(makeFlow({ ideas: [idea, idea] })).success).toBe(false);
    const meet = { ...makeFlow().rules, meet: { key: "nobody", at: 0 as never } };
    expect(flowContentSchema.safeParse(makeFlow({ ideas: [idea], rules: meet })).success).toBe(false);
    expect(flowContentSchema.safeParse(makeFlow({ ideas: [{ ...idea, text: "@4 R(" }] })).success).toBe(false);
    expect(
      flowContentSchema.safeParse(makeFlow({ ideas: Array.from({ length: 9 }, () => makeIdea(idea)) })).success,
    ).toBe(false);
  });

  test("the demo's flows have ways, and weigh what wasn't clean", () => {
    const demo = loadDemoBook(1_780_000_000_000);
    expect(demo.flows.length).toBeGreaterThan(1);
    for (const { id, content } of demo.flows) {
      const ideas = content.ideas.map((one) => readIdea(one, { fills: [], entries: [] }, FOUR_PIECE));
      const ways = compileFlow(toFlowSpec(content, ideas, WORKING), WORKING);
      if (isFlowProblem(ways)) throw new Error(ways.code);
      expect(countFlow(ways)).toBeGreaterThan(10n);
      const record = demo.flowRecords.find((one) => one.id === id);
      if (record) expect(Math.max(...toFlowWeights(content, record).ideas)).toBeGreaterThan(1);
    }
    expect(demo.runs.flatMap(readRunDay).some(({ kind }) => kind === "flow")).toBe(true);
  });

  test("the book's cells are possible endings of a repeat", async () => {
    const entries = await loadEntries(book, loadRudiments());
    const flow = makeFlow({ ideas: [makeIdea({ ...idea, changesEnd: true }), makeIdea({ ...idea, of: null })] });
    const [changing, kept] = toVariety(flow, entries);
    expect(changing?.endings.length).toBeGreaterThan(20);
    expect(changing?.endings.every(({ length }) => length <= 16)).toBe(true);
    expect(kept).toEqual({ path: "kept", accents: false, endings: [] });
  });
});

describe("in the book", () => {
  test("a flow is exported with its fills; of two records, the better one stays", async () => {
    const { id } = await addRow(book.fills, fill.content);
    const flow = await addRow(
      book.flows,
      makeFlow({ name: "Two", ideas: [makeIdea({ kind: "fill", of: id, name: "", text: "@4 RL" })] }),
    );
    await changeFlowRecord(book, flow.id, (record) => recordHeard(record, [{ of: "idea", key: "k", result: "no" }]));
    const item = { id: flow.id, createdAt: 1, updatedAt: 1, content: flow.content };
    const contents = await gatherWithRefs(book, "flows", [item]);
    expect(contents.fills.map((one) => one.id)).toEqual([id]);
    const read = await readBook(
      writeBook({ ...EMPTY_BOOK, ...contents, flowRecords: [{ id: flow.id, ideas: { k: ["clean"] }, joins: {} }] }),
    );
    if (!read.ok) throw new Error("the file was refused");
    await importBook(book, read);
    expect(await getFlowRecord(book, flow.id)).toEqual({ ideas: { k: ["clean"] }, joins: {} });
    expect(await getFlowRecord(book, "another")).toEqual(NO_RECORD);
  });

  test("a new flow starts with something to play: a fill's own cells, or common stock of two sizes", async () => {
    const id = await addFlow(book, null);
    const made = (await book.flows.get(id))?.content;
    expect(made?.ideas.length).toBeGreaterThanOrEqual(2);
    const { id: fillId } = await addRow(
      book.fills,
      makeContent({ text: "@4 RLRRL RLK RLRRL RLK", name: "Odd", tempo: 104 as never }),
    );
    const of = (await book.flows.get(await addFlow(book, fillId)))?.content;
    expect(of?.ideas.map(({ text }) => text)).toEqual(["@4 RLRRL", "@4 RLK"]);
    expect(of).toMatchObject({ name: "Odd", tempo: 104, bars: 1 });
    expect(flowContentSchema.safeParse(of).success).toBe(true);
    // A fill of one cell is itself an idea, next to something to go to.
    const { id: one } = await addRow(book.fills, makeContent({ text: "@4 RLRL", name: "Single" }));
    await savePreferences(book, { hands: "left" });
    const single = (await book.flows.get(await addFlow(book, one)))?.content;
    expect(single?.ideas.length).toBeGreaterThanOrEqual(2);
  });
});
