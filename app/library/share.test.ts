import fc from "fast-check";
import { deflateSync, strToU8 } from "fflate";
import { describe, expect, test } from "vitest";
import { makeDemoFills } from "~/content/demo";
import { runs } from "~/core/testing/seed";
import { makeContent } from "./fill/content";
import { makeGrooveContent } from "./groove/content";
import { EMPTY_BOOK } from "./kinds";
import { makeLesson } from "./lesson/content";
import { MAX_SHARE, readShare, SHARE_VERSION, writeShare } from "./share";
import { fragmentOf, shareAddress } from "./share-address";

const NOW = 1_800_000_000_000;
const dated = { createdAt: NOW, updatedAt: NOW };

function bookOf(fills: { id: string; content: ReturnType<typeof makeContent> }[]) {
  return { ...EMPTY_BOOK, fills: fills.map((fill) => ({ ...fill, ...dated })) };
}

describe("a link contains what is shared", () => {
  test.each(makeDemoFills().map(({ id, content }) => [id, content] as const))("fill %s", async (id, content) => {
    const contents = bookOf([{ id, content }]);
    const fragment = writeShare("fills", contents);
    expect(fragment).toMatch(/^[A-Za-z0-9._-]+$/);
    expect(await readShare(fragment, NOW)).toEqual({ ok: true, key: "fills", contents });
  });

  test("a short fill fits a code on paper", () => {
    const content = makeContent({ text: "@4 >RLRRLK RLRRLK RLRL", name: "Six and six" });
    expect(writeShare("fills", bookOf([{ id: crypto.randomUUID(), content }])).length).toBeLessThan(200);
  });

  test("a lesson with its fills and an own groove", async () => {
    const fill = makeContent({ text: "@4 RLRL", groove: "mine", name: "É & <b>" });
    const groove = makeGrooveContent({ text: "@1 KLKL", name: "Mine" });
    const items = [
      { kind: "heading", key: "a", text: "Day one", words: "Слово\nна русском", startsPage: true },
      { kind: "fill", key: "b", of: "f", words: "", from: null, to: 120, day: 1, instead: ["@4 RRLL"] },
    ] as const;
    const lesson = makeLesson({ name: "First week", intro: "Slowly.", items: items as never });
    const contents = {
      ...bookOf([{ id: "f", content: fill }]),
      grooves: [{ id: "mine", content: groove, ...dated }],
      lessons: [{ id: "l", content: lesson, ...dated }],
    };
    expect(await readShare(`#${writeShare("lessons", contents)}`, NOW)).toEqual({ ok: true, key: "lessons", contents });
  });

  test("any fill comes back unchanged", async () => {
    const content = fc
      .record({
        text: fc.array(fc.constantFrom("R", "L", "K", ">R", "-", " ", "(RK)"), { minLength: 1, maxLength: 60 }),
        name: fc.string({ maxLength: 60, unit: "grapheme" }),
        tempo: fc.integer({ min: 20, max: 400 }),
        bars: fc.integer({ min: 0, max: 8 }),
      })
      .map(({ text, name, tempo, bars }) =>
        makeContent({ text: `@4 ${text.join("")}`, name: name.slice(0, 120), tempo: tempo as never, grooveBars: bars }),
      );
    await fc.assert(
      fc.asyncProperty(content, async (one) => {
        const contents = bookOf([{ id: "x", content: one }]);
        expect(await readShare(writeShare("fills", contents), NOW)).toEqual({ ok: true, key: "fills", contents });
      }),
      runs(60),
    );
  });
});

describe("an invalid link says what is wrong", () => {
  const whole = writeShare("fills", bookOf([{ id: "x", content: makeContent({ text: "@4 RLRL", name: "Whole" }) }]));
  const problemOf = async (fragment: string) => {
    const read = await readShare(fragment, NOW);
    return read.ok ? null : read.problem;
  };

  test("cut anywhere, or with one changed letter", async () => {
    for (let length = 10; length < whole.length; length++) {
      expect(await problemOf(whole.slice(0, length))).toEqual({ kind: "cut" });
    }
    const at = whole.length - 5;
    const other = whole[at] === "A" ? "B" : "A";
    expect(await problemOf(whole.slice(0, at) + other + whole.slice(at + 1))).toEqual({ kind: "cut" });
    expect(await problemOf(`${whole} and more`)).toEqual({ kind: "cut" });
  });

  test("of a later version, too long, or no link at all", async () => {
    expect(await problemOf(whole.replace(/^1/, "7"))).toEqual({ kind: "newer", version: 7 });
    expect(SHARE_VERSION).toBe(1);
    expect(await problemOf(`1.0000000.${"A".repeat(MAX_SHARE)}`)).toEqual({ kind: "too-long" });
    for (const text of ["", "#", "hello", "javascript:alert(1)", "../../etc"]) {
      expect(await problemOf(text)).toEqual({ kind: "not-ours" });
    }
  });

  /** Packs anything with a valid check, as an attacker would. */
  function forge(bytes: Uint8Array): string {
    const data = Buffer.from(bytes).toString("base64url");
    let hash = 0x811c9dc5;
    for (let at = 0; at < data.length; at++) hash = Math.imul(hash ^ data.charCodeAt(at), 0x01000193) >>> 0;
    return `1.${hash.toString(36).padStart(7, "0")}.${data}`;
  }

  test("forged with a valid check", async () => {
    const fold = (value: unknown) => forge(deflateSync(strToU8(JSON.stringify(value))));
    expect(await problemOf(forge(new Uint8Array([1, 2, 3])))).toEqual({ kind: "unsound" });
    expect(await problemOf(fold({ about: "fills" }))).toEqual({ kind: "unsound" });
    expect(await problemOf(fold({ about: "runs", runs: [] }))).toEqual({ kind: "unsound" });
    expect(await problemOf(fold({ about: "fills", fills: [["x", { text: "@4 R", tempo: 9e9 }]] }))).toEqual({
      kind: "unsound",
    });
    expect(await problemOf(fold({ about: "fills", fills: [["x", { text: "@4 R", more: 1 }]] }))).toEqual({
      kind: "unsound",
    });
    expect(await problemOf(fold({ about: "fills", fills: [["x", { text: "@4 R" }]] }))).toBeNull();
  });

  test("one that unpacks endlessly is abandoned", async () => {
    const bomb = deflateSync(new Uint8Array(40_000_000), { level: 9 });
    expect(bomb.length * 1.4).toBeLessThan(MAX_SHARE);
    expect(await problemOf(forge(bomb))).toEqual({ kind: "unsound" });
  });
});

test("the address, and finding it in pasted text", () => {
  const address = shareAddress("https://stack.example", "1.abc.def");
  expect(address).toBe("https://stack.example/open#1.abc.def");
  expect(fragmentOf(`Look: ${address} (play it slowly)`)).toBe("1.abc.def");
  expect(fragmentOf("@4 RLRL")).toBeNull();
});
