import { describe, expect, test } from "vitest";
import { STRAIGHT } from "~/core/groove";
import { writeBook } from "../book-file";
import { readBook } from "../book-reader";
import { fillContentSchema, makeContent } from "../fill/content";
import { EMPTY_BOOK } from "../kinds";
import { settingSchema } from "../phrase/schema";
import { toFeel, toSetting } from "../phrase/setting";
import { asVersion } from "../testing";
import { grooveContentSchema, makeGrooveContent } from "./content";
import { grooveOver, toGroove } from "./groove";

const bars = { grooveBars: 1, countInBars: 0 };
const shuffle = { swing: { unit: 2, share: 2 / 3 }, push: { L: 12, K: 0 } } as const;

describe("a groove", () => {
  test("consists of whole bars from the first one, with ordered tempos", async () => {
    const groove = makeGrooveContent({ text: "@1 KLKL" });
    expect(toGroove(groove)).toMatchObject({ meter: { beats: 4, unit: 4 }, feel: STRAIGHT });
    const refused = (change: object) => !grooveContentSchema.safeParse({ ...groove, ...change }).success;
    expect(refused({})).toBe(false);
    expect(refused({ window: { start: 0, length: 40_320 * 2 } })).toBe(false);
    expect(refused({ window: { start: 10_080, length: 40_320 } })).toBe(true);
    expect(refused({ window: { start: 0, length: 20_160 } })).toBe(true);
    expect(refused({ window: { start: 0, length: 40_320 * 9 } })).toBe(true);
    expect(refused({ slowest: 150, fastest: 90 })).toBe(true);
    expect(refused({ feel: { swing: { unit: 2, share: 0.9 }, push: {} } })).toBe(true);
    expect(refused({ feel: { swing: null, push: { R: 400 } } })).toBe(true);
    expect(refused({ goodText: "@4 Z" })).toBe(true);
  });
  test("reports by how much its line is too long or too short", async () => {
    expect(grooveOver(makeGrooveContent({ text: "@1 KLKL" }))).toBe(0);
    expect(grooveOver(makeGrooveContent({ text: "@1 KLK" }))).toBe(-10_080);
    expect(grooveOver(makeGrooveContent({ text: "@1 KLKLK" }))).toBe(10_080);
  });
});

describe("a setting", () => {
  test("has defaults for what is absent, in the groove's feel", async () => {
    expect(toSetting(undefined, bars, STRAIGHT)).toEqual({
      ...bars,
      ending: "crash",
      during: "nothing",
      foot: "none",
      kickOnBeats: false,
      stops: false,
      feetIn: "throughout",
      feel: STRAIGHT,
      follows: true,
    });
    const setting = toSetting({ ending: "stop", foot: "quarters", feel: shuffle, follows: false }, bars, STRAIGHT);
    expect(setting).toMatchObject({ ending: "stop", foot: "quarters", follows: false, feel: { push: { L: 12 } } });
    expect(Object.keys(toFeel(shuffle).push)).toEqual(["L"]);
  });
  test("ignores unknown fields; a fill without one is valid", async () => {
    expect(settingSchema.safeParse({ ending: "fireworks" }).success).toBe(false);
    expect(settingSchema.safeParse({ kick: true }).success).toBe(false);
    const fill = makeContent({ text: "@4 RL" });
    expect(fillContentSchema.parse(fill)).not.toHaveProperty("setting");
    expect(fillContentSchema.safeParse({ ...fill, setting: { during: "foot" } }).success).toBe(true);
  });
});

describe("grooves in the book file", () => {
  const grooves = [
    { id: "g", createdAt: 1, updatedAt: 2, content: makeGrooveContent({ text: "@1 KLKL", name: "Plain" }) },
  ];
  test("are written and read back; version 4 is still read, without any", async () => {
    const text = writeBook({ ...EMPTY_BOOK, grooves });
    expect(await readBook(text)).toMatchObject({ ok: true, grooves });
    const older = asVersion(text, 4);
    expect(await readBook(older)).toMatchObject({ ok: true, grooves: [] });
    expect(await readBook(older.replace('"version":4', '"version":5'))).toMatchObject({ ok: false });
  });
  test("report which groove is invalid, and where", async () => {
    const broken = grooves.map((groove) => ({ ...groove, content: { ...groove.content, tempo: 9_000 as never } }));
    expect(await readBook(writeBook({ ...EMPTY_BOOK, grooves: broken }))).toMatchObject({
      ok: false,
      problem: { kind: "field", item: { what: "groove", index: 0 }, path: "content.tempo" },
    });
  });
});

test("a groove in an endless meter is refused, without a crash", () => {
  const given = { name: "", tags: [], text: "@4 R", goodText: "@4 R", meter: { beats: 1e308, unit: 4 }, tempo: 90 };
  const rest = { window: { start: 0, length: 40_320 }, countStyle: "beats", slowest: 60, fastest: 120 };
  expect(grooveContentSchema.safeParse({ ...given, ...rest }).success).toBe(false);
});
