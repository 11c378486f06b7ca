import { strToU8, zipSync } from "fflate";
import { describe, expect, test } from "vitest";
import { packMusicXml, unpackMusicXml } from "./mxl";

const SCORE = '<?xml version="1.0"?><score-partwise version="4.0"/>';

describe("compressed MusicXML", () => {
  test("comes back unchanged; the type comes first, uncompressed", () => {
    const file = packMusicXml(SCORE);
    expect(unpackMusicXml(file)).toEqual({ ok: true, score: SCORE });
    const head = new TextDecoder("latin1").decode(file.subarray(30, 80));
    expect(head).toMatch(/^mimetypeapplication\/vnd\.recordare\.musicxml/);
  });

  test("the container names the score; without one it is the first score", () => {
    const container = '<container><rootfiles><rootfile full-path="in/here.xml"/></rootfiles></container>';
    const files = { "other.xml": strToU8("<no/>"), "in/here.xml": strToU8(SCORE) };
    expect(unpackMusicXml(zipSync({ ...files, "META-INF/container.xml": strToU8(container) }))).toMatchObject({
      score: SCORE,
    });
    expect(unpackMusicXml(zipSync({ "a.txt": strToU8("x"), "b.musicxml": strToU8(SCORE) }))).toMatchObject({
      score: SCORE,
    });
  });

  test("is refused if invalid, empty, or too large unpacked", () => {
    expect(unpackMusicXml(strToU8("hello"))).toEqual({ ok: false, kind: "not-an-archive" });
    expect(unpackMusicXml(new Uint8Array())).toEqual({ ok: false, kind: "not-an-archive" });
    expect(unpackMusicXml(packMusicXml(SCORE).subarray(0, 120))).toEqual({ ok: false, kind: "not-an-archive" });
    expect(unpackMusicXml(zipSync({ "a.txt": strToU8("x") }))).toEqual({ ok: false, kind: "no-score" });
    const bomb = zipSync({ "bomb.xml": new Uint8Array(20_000_000) }, { level: 9 });
    expect(unpackMusicXml(bomb)).toEqual({ ok: false, kind: "too-large" });
  });

  test("that lies about its size unpacks to no more than stated", () => {
    const file = zipSync({ "score.xml": new Uint8Array(3_000_000) }, { level: 9 });
    const lying = file.slice();
    // The stated size, in the entry's header and in the directory.
    const view = new DataView(lying.buffer);
    view.setUint32(22, 100, true);
    const directory = lying.findLastIndex(
      (_, at) => view.byteLength > at + 4 && view.getUint32(at, true) === 0x02014b50,
    );
    view.setUint32(directory + 24, 100, true);
    const read = unpackMusicXml(lying);
    expect(read.ok ? read.score.length : 0).toBeLessThanOrEqual(100);
  });
});
