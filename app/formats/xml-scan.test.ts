import { strToU8, zipSync } from "fflate";
import { describe, expect, test } from "vitest";
import { readMusicXml } from "./musicxml-read";
import { scanXml } from "./xml-scan";

const kindOf = (text: string) => {
  const scan = scanXml(text);
  return scan.ok ? scan.text : scan.kind;
};

describe("scanning XML", () => {
  test.each([
    ["<a/>", "<a/>"],
    ["\uFEFF \n <a/>", "\uFEFF \n <a/>"],
    ["", "not-xml"],
    ["a<b/>", "not-xml"],
    ['<?xml version="1.0"?><!DOCTYPE a PUBLIC "-//x" "y"><a/>', '<?xml version="1.0"?><a/>'],
    ["<!doctype a><a/>", "<a/>"],
    ["<!DOCTYPE a [<!ENTITY b 'c'>]><a/>", "entities"],
    ["<a/><!ENTITY b 'c'>", "entities"],
    ["<!DOCTYPE a><!DOCTYPE b><a/>", "cut"],
    ["<a><!-- <!ENTITY in a comment > --></a>", "<a><!-- <!ENTITY in a comment > --></a>"],
    ["<a><![CDATA[<!ENTITY]]></a>", "<a><![CDATA[<!ENTITY]]></a>"],
    ['<a b="1>2" c=\'">\'/>', '<a b="1>2" c=\'">\'/>'],
    ["<a><!--", "cut"],
    ["<a><![CDATA[", "cut"],
    ["<a><?b", "cut"],
    ["<a b='", "cut"],
    [`<a ${"b".repeat(9_000)}/>`, "cut"],
  ])("%j", (text, expected) => {
    expect(kindOf(text)).toBe(expected);
  });
});

describe("a score designed to keep a reader busy", () => {
  const MEGABYTES = 4 * 1024 * 1024;
  // In quadratic time, each of these would take hours.
  test.each([
    ["document types without an end", "<!DOCTYPE ", "cut"],
    ["document types", "<!DOCTYPE a>", "cut"],
    ["blanks", " ", "not-xml"],
    ["byte order marks", "\uFEFF ", "not-xml"],
    ["comments without an end", "<!--", "cut"],
    ["tags without an end", "<a ", "cut"],
    ["quotation marks", "<a b='", "cut"],
  ])("%s", (_, piece, kind) => {
    const text = piece.repeat(MEGABYTES / piece.length / 2);
    expect(readMusicXml(new TextEncoder().encode(text))).toMatchObject({ ok: false, problem: { kind } });
  });

  test("endless attributes in one tag", () => {
    const text = `<score-partwise><note ${'a="1" '.repeat(MEGABYTES / 12)}/></score-partwise>`;
    expect(readMusicXml(strToU8(text))).toMatchObject({ ok: false, problem: { kind: "cut" } });
  });

  test("a small archive of many spaces", () => {
    const archive = zipSync({ "score.xml": strToU8(" ".repeat(8 * 1024 * 1024)) });
    expect(archive.length).toBeLessThan(16_384);
    expect(readMusicXml(archive)).toMatchObject({ ok: false, problem: { kind: "not-xml" } });
  });
});
