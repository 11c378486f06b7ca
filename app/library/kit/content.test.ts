import { describe, expect, test } from "vitest";
import { basePlace, type KitPiece, usualSurface } from "~/core/kit";
import type { OrchestrationLayer } from "~/core/orchestration";
import { KIT_VOICES } from "~/core/stroke";
import { writeBook } from "../book-file";
import { readBook } from "../book-reader";
import { fillContentSchema, makeContent } from "../fill/content";
import { EMPTY_BOOK } from "../kinds";
import { orchestrationSchema } from "../phrase/orchestration";
import { asVersion } from "../testing";
import { kitContentSchema } from "./content";
import { MAX_DISTANCE, MAX_SIZE } from "./kit";

const SNARE = usualSurface("sn");

function accepts(...surfaces: KitPiece[]): boolean {
  return kitContentSchema.safeParse({ name: "x", surfaces }).success;
}

describe("a stored kit", () => {
  test("accepts every surface in its usual position, once", async () => {
    for (const place of KIT_VOICES) expect(accepts(usualSurface(place))).toBe(basePlace(place) === place);
    expect(accepts(SNARE, SNARE)).toBe(false);
  });
  test.each<[string, Partial<KitPiece>]>([
    ["out of the room", { x: MAX_DISTANCE + 1 }],
    ["as wide as a door", { size: MAX_SIZE + 1 }],
    ["of no size", { size: 0 }],
    ["no number", { y: Number.NaN }],
    ["a MIDI note that is none", { midi: 128 }],
    ["played by a foot", { player: "left-foot" }],
  ])("refuses a snare %s", (_, change) => {
    expect(accepts({ ...SNARE, ...change })).toBe(false);
  });
  test("may be empty, or lack a snare: the message comes on playing", async () => {
    expect(accepts()).toBe(true);
  });
});

const LAYER: OrchestrationLayer = {
  on: true,
  rule: { kind: "travel", path: "drums", direction: "down" },
  filter: { limbs: ["R"], cells: [0, 2], levels: null },
};

describe("a stored voicing", () => {
  test("stays unchanged, with every kind of rule", async () => {
    const rules: OrchestrationLayer["rule"][] = [
      { kind: "one", on: "f1" },
      { kind: "split", right: "rd", left: "sn" },
      { kind: "oblique", hand: "L", path: ["t1", "t2"], stay: "sn", every: 3 },
      { kind: "parallel", path: "toms", every: 2, apart: 1 },
      { kind: "by-cell", path: "cymbals" },
      { kind: "by-note", note: -1, on: "t3" },
      { kind: "accents", path: "toms", rest: null },
      { kind: "flam-split", on: "t1" },
      { kind: "unison", right: "f1", left: "t1" },
      { kind: "with-kick", path: ["c1"] },
      { kind: "home-last", on: "sn" },
      { kind: "backbeat", on: "sn" },
    ];
    const voicing = [LAYER, ...rules.map((rule) => ({ ...LAYER, rule }))];
    expect(orchestrationSchema.parse(JSON.parse(JSON.stringify(voicing)))).toEqual(voicing);
    const content = makeContent({ text: "@4 RL", voicing });
    expect(fillContentSchema.parse(JSON.parse(JSON.stringify(content)))).toEqual(content);
  });
  test.each<[string, object]>([
    ["an unknown rule", { rule: { kind: "sideways" } }],
    ["an empty path", { rule: { kind: "by-cell", path: [] } }],
    ["note 0", { rule: { kind: "by-note", note: 0, on: "sn" } }],
    ["a place that is none", { rule: { kind: "one", on: "zz" } }],
    ["a step of nothing", { rule: { kind: "parallel", path: "toms", every: 0, apart: 0 } }],
    ["a filter by no limb of anybody", { filter: { limbs: ["X"], cells: null, levels: null } }],
  ])("refuses %s", (_, change) => {
    expect(orchestrationSchema.safeParse([{ ...LAYER, ...change }]).success).toBe(false);
  });
});

describe("kits in the book file", () => {
  test("are read; version 3 is still read, without any", async () => {
    const kits = [{ id: "k", createdAt: 1, updatedAt: 2, content: { name: "Attic", surfaces: [SNARE] } }];
    const text = writeBook({ ...EMPTY_BOOK, kits });
    expect(await readBook(text)).toMatchObject({ ok: true, kits });
    const older = asVersion(text, 3);
    expect(await readBook(older)).toMatchObject({ ok: true, kits: [] });
    expect(await readBook(older.replace('"version":3', '"version":4'))).toMatchObject({ ok: false });
  });
  test("report which kit is invalid, and where", async () => {
    const kits = [
      { id: "k", createdAt: 1, updatedAt: 2, content: { name: "Attic", surfaces: [{ ...SNARE, size: -3 }] } },
    ];
    expect(await readBook(writeBook({ ...EMPTY_BOOK, kits }))).toMatchObject({
      ok: false,
      problem: { kind: "field", item: { what: "kit", index: 0 }, path: "content.surfaces.0.size" },
    });
  });
});
