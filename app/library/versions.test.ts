import Dexie from "dexie";
import { describe, expect, test } from "vitest";
import { listRows } from "~/data/rows";
import { readBook } from "./book-reader";
import { listRudimentMarks } from "./cell/keep";
import { BookDatabase } from "./database";
import { listRuns } from "./practice/store";
import { loadPreferences } from "./preferences-store";
import { importBook } from "./transfer";

/** The tables of each database version. Whatever was once stored must open for ever. */
const TABLES: readonly Record<string, string>[] = [
  { fills: "id, updatedAt, deletedAt", preferences: "key", marks: "key" },
  { cells: "id, updatedAt, deletedAt", rudiments: "id" },
  { searches: "id, updatedAt, deletedAt" },
  { kits: "id, updatedAt, deletedAt" },
  { grooves: "id, updatedAt, deletedAt" },
  { plans: "id", runs: "day" },
  { journal: "key, of" },
  { lessons: "id, updatedAt, deletedAt" },
  { flows: "id, updatedAt, deletedAt", flowRecords: "id" },
  { changes: "key", practiceDays: "day, [day+runs]" },
];
const dated = { createdAt: 1_700_000_000_000, updatedAt: 1_700_000_100_000 };
const row = { ...dated, revision: 3, deletedAt: 0 };
const phrase = {
  name: "Five, five, six",
  tags: ["odd groups"],
  text: "@4 >RlrrL >RlrrL RLRRLK",
  goodText: "@4 >RlrrL >RlrrL RLRRLK",
  meter: { beats: 4, unit: 4 },
  tempo: 92,
  window: { start: 0, length: 40_320 },
  countStyle: "beats",
};
const filter = { limbs: null, cells: null, levels: ["accent"] };
const FILL = { ...phrase, groove: "straight-eighths", grooveBars: 1 };
const FULL_FILL = {
  ...FILL,
  groove: "own-groove",
  figure: { rate: "2", rhythm: "x--x--x-", ask: "accent" },
  setting: { ending: "stop", during: "foot", foot: "quarters", follows: false },
  voicing: [{ on: true, rule: { kind: "travel", path: "drums", direction: "down" }, filter }],
};
const CELL = {
  name: "Lantern seven",
  tags: [],
  favourite: true,
  text: ">RLRRLKK",
  rate: "4",
  origin: { source: "single-paradiddle", name: "Single paradiddle", text: ">RLRR" },
  moves: [
    { kind: "extend", by: "hand" },
    { kind: "extend", by: "two-kicks" },
  ],
};
const MARK = { id: "flamacue", favourite: true, tags: ["warm-up"] };
const SEARCH = {
  name: "A bar without fours",
  meter: { beats: 4, unit: 4 },
  rate: "4",
  tempo: 92,
  window: { start: 0, length: 40_320 },
  pool: [{ name: "Five", text: ">RLRRL", mirrors: true, rotations: false, least: 0, most: null }],
  rules: [
    { kind: "hand-run", most: 2 },
    { kind: "lead", lead: "flips" },
  ],
  weights: { drift: 20, variety: 30, balance: 20, ease: 40, landing: 60 },
  seed: 1,
};
const KIT = {
  name: "Attic",
  surfaces: [{ place: "sn", player: "hands", x: -4, y: 42, height: 66, size: 36, angle: 4, midi: 38 }],
};
const GROOVE = {
  ...phrase,
  name: "Cellar stomp",
  text: "@1 KLKL",
  goodText: "@1 KLKL",
  slowest: 70,
  fastest: 130,
  feel: { swing: { unit: 2, share: 0.6667 }, push: { L: 12 } },
};
const PLAN = {
  id: "fill",
  goal: 120,
  learning: null,
  cleanInRow: 3,
  skipped: ["feet"],
  order: [],
  tempos: {},
  standings: { hands: { tempo: 80, cleanRow: 1, missRow: 0, recent: ["clean"], best: 80, passed: false } },
  current: "hands",
  learned: null,
  lastPractised: 19_900,
  steps: 9,
  passed: 2,
  best: null,
};
const LESSON = {
  name: "First week",
  tags: ["pupil"],
  intro: "Slowly, and count.",
  items: [
    { kind: "heading", key: "i1", text: "Day one", words: "", startsPage: true },
    {
      kind: "fill",
      key: "i2",
      of: "fill",
      words: "Watch the left hand",
      from: 60,
      to: 92,
      day: 1,
      instead: ["@4 RLRL"],
    },
    { kind: "cell", key: "i3", of: "cell", words: "", day: null },
    { kind: "groove", key: "i4", of: "own-groove", words: "", day: 2 },
  ],
};
const RUN = {
  id: "run",
  at: 1_700_000_000_000,
  fillId: "fill",
  fill: "Five, five, six",
  step: "hands",
  kind: "hands",
  tempo: 80,
  result: "clean",
  by: "self",
  seconds: 4.5,
  fault: null,
  numbers: null,
};
/** The same, in columns. */
const ROW = ["run", RUN.at, "fill", RUN.fill, "hands", "hands", 80, "clean", "self", 4.5, null, null];
const FLOW = {
  name: "Between the lanterns",
  meter: { beats: 4, unit: 4 },
  tempo: 84,
  ideas: [
    {
      key: "five",
      kind: "cell",
      of: "cell",
      name: "Lantern seven",
      text: "@4 >RLRRLKK",
      rate: "6",
      weight: 2,
      least: 0,
      most: 3,
      tail: { slots: 4, times: 2 },
      path: "anew",
      accents: true,
      changesEnd: true,
    },
    {
      key: "fill",
      kind: "fill",
      of: "fill",
      name: "Five, five, six",
      text: "@4 >RlrrL >RlrrL RLRRLK",
      rate: null,
      weight: 1,
      least: 1,
      most: null,
      tail: null,
      path: "versions",
      accents: false,
      changesEnd: false,
    },
  ],
  bars: 4,
  rules: { inRow: 3, lead: "alternate", endsFree: true, meet: { key: "fill", at: 40_320 } },
  form: { kind: "trade", timeBars: 2, isCalled: true, rounds: 8 },
  groove: "own-groove",
  setting: { during: "foot", foot: "quarters" },
  ahead: "played",
  isHeld: true,
  ladder: { by: 4, every: 2, to: 120 },
  seed: 99,
};
const FLOW_RECORD = { id: "flow", ideas: { five: ["no", "clean"] }, joins: { "five fill": ["nearly"] } };
/** A fill with several orchestrations, as in files since version 10. */
const NAMED_FILL = {
  ...FULL_FILL,
  orchestrations: { name: "Down the toms", others: [{ name: "Snare", placed: [[0, 0, "R", "sn"]] }] },
};
const DAY = Math.floor(RUN.at / 86_400_000);

describe.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])("a database of version %i", (version) => {
  test("opens with everything in it", async () => {
    const name = `version-${version}`;
    const old = new Dexie(name);
    for (let at = 1; at <= version; at++) old.version(at).stores(TABLES[at - 1] ?? {});
    await old.open();
    await old.table("preferences").put({ key: "player", hands: "left", kit: "own-kit", level: "advanced" });
    await old.table("fills").put({ ...row, id: "fill", content: version < 5 ? FILL : FULL_FILL });
    if (version >= 2) {
      await old.table("cells").put({ ...row, id: "cell", content: CELL });
      await old.table("rudiments").put(MARK);
    }
    if (version >= 3) await old.table("searches").put({ ...row, id: "search", content: SEARCH });
    if (version >= 4) await old.table("kits").put({ ...row, id: "own-kit", content: KIT });
    if (version >= 5) await old.table("grooves").put({ ...row, id: "own-groove", content: GROOVE });
    if (version >= 6) {
      await old.table("plans").put(PLAN);
      await old.table("runs").put({ day: DAY, text: JSON.stringify([version < 10 ? RUN : ROW]) });
    }
    if (version >= 8) await old.table("lessons").put({ ...row, id: "lesson", content: LESSON });
    if (version >= 9) {
      await old.table("flows").put({ ...row, id: "flow", content: FLOW });
      await old.table("flowRecords").put(FLOW_RECORD);
    }
    old.close();

    const book = new BookDatabase(name);
    expect(await loadPreferences(book)).toMatchObject({ hands: "left", kit: "own-kit", level: "advanced" });
    expect(await listRows(book.fills)).toEqual([{ ...row, id: "fill", content: version < 5 ? FILL : FULL_FILL }]);
    const since = (from: number, content: object, id: string) => (version >= from ? [{ ...row, id, content }] : []);
    expect(await listRows(book.cells)).toEqual(since(2, CELL, "cell"));
    expect(await listRudimentMarks(book)).toEqual(version >= 2 ? [MARK] : []);
    expect(await listRows(book.searches)).toEqual(since(3, SEARCH, "search"));
    expect(await listRows(book.kits)).toEqual(since(4, KIT, "own-kit"));
    expect(await listRows(book.grooves)).toEqual(since(5, GROOVE, "own-groove"));
    expect(await listRows(book.lessons)).toEqual(since(8, LESSON, "lesson"));
    expect(await listRows(book.flows)).toEqual(since(9, FLOW, "flow"));
    expect(await book.flowRecords.toArray()).toEqual(version >= 9 ? [FLOW_RECORD] : []);
    expect(await book.plans.toArray()).toEqual(version >= 6 ? [PLAN] : []);
    expect(await listRuns(book)).toEqual(version >= 6 ? [RUN] : []);
    book.close();
  });
});

describe.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11])("a book file of version %i", (version) => {
  test("is read, and imported without loss", async () => {
    const item = (id: string, content: object) => ({ id, ...dated, content });
    const fill = {
      ...(version < 5 ? FILL : version < 10 ? FULL_FILL : NAMED_FILL),
      ...(version < 7 ? {} : { setting: { feetIn: "fill" } }),
    };
    const file = {
      format: "dime-stack-book",
      version,
      fills: [item("fill", fill)],
      ...(version >= 2 ? { cells: [item("cell", CELL)], rudiments: [MARK] } : {}),
      ...(version >= 3 ? { searches: [item("search", SEARCH)] } : {}),
      ...(version >= 4 ? { kits: [item("own-kit", KIT)] } : {}),
      ...(version >= 5 ? { grooves: [item("own-groove", GROOVE)] } : {}),
      ...(version >= 6 ? { plans: [PLAN], runs: version < 11 ? [RUN] : [[ROW]] } : {}),
      ...(version >= 9 ? { lessons: [item("lesson", LESSON)] } : {}),
      ...(version >= 10 ? { flows: [item("flow", FLOW)], flowRecords: [FLOW_RECORD] } : {}),
    };
    const read = await readBook(JSON.stringify(file));
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    const book = new BookDatabase(`file-${version}`);
    const count = await importBook(book, read);
    const added = Object.values(count).reduce((sum, one) => sum + one.added, 0);
    expect(added).toBe([1, 3, 4, 5, 6, 8, 8, 8, 9, 11, 11][version - 1]);
    expect((await listRows(book.fills)).map(({ content }) => content)).toEqual([fill]);
    expect((await listRows(book.lessons)).map(({ content }) => content)).toEqual(version >= 9 ? [LESSON] : []);
    expect((await listRows(book.flows)).map(({ content }) => content)).toEqual(version >= 10 ? [FLOW] : []);
    expect((await listRows(book.searches)).map(({ content }) => content)).toEqual(version >= 3 ? [SEARCH] : []);
    book.close();
  });
});
