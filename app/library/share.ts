/**
 * A fill or a lesson as an address: everything is in the part after #, which browsers don't send to servers. Described
 * in `docs/formats.md`.
 */

import { deflateSync, Inflate, strFromU8, strToU8 } from "fflate";
import { z } from "zod";
import { isSame } from "~/data/same";
import { makeContent } from "./fill/content";
import { makeGrooveContent } from "./groove/content";
import { itemId } from "./kind";
import { type BookContents, EMPTY_BOOK, type Items, loadKinds, recordOf } from "./kinds";
import { makeLesson } from "./lesson/content";

export const SHARE_VERSION = 1;
/** Maximum characters of the part after #. Longer ones aren't read; whoever writes one learns its length. */
export const MAX_SHARE = 400_000;
/** Maximum unpacked bytes of a link. */
const MAX_UNFOLDED = 6_000_000;
/** Bytes unpacked at a time, so that a malicious link can't fill the memory at once. */
const CHUNK = 512;

/** The kinds that links can carry; the first is the subject. */
const SHARED = ["lessons", "fills", "cells", "grooves"] as const;
type SharedKey = (typeof SHARED)[number];

/** Contents common to most links, so that short ones stay short. It can't change for version 1. */
const DICTIONARY = strToU8(
  '"countStyle":"beats""trip-let""numbers""setting":{"ending":"stop""during":"foot""backbeat""foot":"quarters""two-and-four"' +
    '"voicing":[{"on":true,"rule":{"kind":"accents","path":"toms","rest":null}"travel","path":"drums","direction":"down"' +
    '"filter":{"limbs":null,"cells":null,"levels":null}}]"window":{"start":0,"length":20160}80640}"meter":{"beats":4,"unit":4}' +
    '{"beats":3,"unit":4}{"beats":6,"unit":8}"groove":"straight-eighths""half-time""grooveBars":3"tags":["tempo":100,' +
    '"words":"","kind":"heading","text":"kind":"fill","of":"from":null,"to":null,"day":null"items":[{"key":"intro":"","name":"' +
    'RLRLRLRL>RLRR>LRLLRLRRLRLLRLRRLLK>RLRRLKKx4"text":"@4 >"@6 >"@3 >',
);

export type ShareProblem =
  | { readonly kind: "not-ours" }
  /** Part of it is missing or was changed on the way. */
  | { readonly kind: "cut" }
  | { readonly kind: "too-long" }
  | { readonly kind: "newer"; readonly version: number }
  /** It is complete, but its content is invalid. */
  | { readonly kind: "unsound" };

export type ShareReading =
  | { readonly ok: true; readonly key: SharedKey; readonly contents: BookContents }
  | { readonly ok: false; readonly problem: ShareProblem };

type Thin = readonly [id: string, content: Record<string, unknown>];

/** A content without its kind's defaults. */
const USUAL: { readonly [K in SharedKey]: (content: Record<string, unknown>) => Record<string, unknown> } = {
  lessons: () => makeLesson(),
  fills: ({ text }) => ({ ...makeContent({ text: "@4" }), text, goodText: text }),
  cells: () => ({}),
  grooves: ({ text }) => ({ ...makeGrooveContent({ text: "@4" }), text, goodText: text }),
};

/** The part after #. `key` names the subject's kind. */
export function writeShare(key: SharedKey, contents: BookContents): string {
  const thin: Partial<Record<SharedKey, Thin[]>> = {};
  for (const kind of SHARED) {
    const items = contents[kind] as readonly Items[SharedKey][];
    if (items.length > 0) thin[kind] = items.map(({ id, content }) => [id, thinOut(kind, content)]);
  }
  const text = JSON.stringify({ about: key, ...thin });
  const folded = deflateSync(strToU8(text), { level: 9, dictionary: DICTIONARY });
  const data = toBase64Url(folded);
  return `${SHARE_VERSION}.${checkOf(data)}.${data}`;
}

function thinOut(key: SharedKey, content: object): Record<string, unknown> {
  const given = content as Record<string, unknown>;
  const usual = USUAL[key](given);
  return Object.fromEntries(
    Object.entries(given).filter(([field, value]) => field === "text" || !isSame(value, usual[field])),
  );
}

const fragmentSchema = z.string().regex(/^\d{1,4}\.[0-9a-z]{7}\.[A-Za-z0-9_-]+$/);
const thinSchema = z
  .array(z.tuple([itemId, z.record(z.string(), z.unknown())]))
  .max(500)
  .optional();
const sharedSchema = z.strictObject({
  about: z.enum(SHARED),
  lessons: thinSchema,
  fills: thinSchema,
  cells: thinSchema,
  grooves: thinSchema,
});

/** Reads the part after #, with or without the sign. Never throws. `now`: milliseconds since 1970. */
export async function readShare(fragment: string, now: number): Promise<ShareReading> {
  const text = fragment.replace(/^#/, "").trim();
  if (text.length > MAX_SHARE) return fail({ kind: "too-long" });
  const version = Number(/^(\d{1,4})\./.exec(text)?.[1]);
  if (!Number.isInteger(version)) return fail({ kind: "not-ours" });
  if (version > SHARE_VERSION) return fail({ kind: "newer", version });
  const [, check = "", data = ""] = text.split(".");
  if (!fragmentSchema.safeParse(text).success || checkOf(data) !== check) return fail({ kind: "cut" });
  try {
    const read = sharedSchema.parse(JSON.parse(unfold(fromBase64Url(data))));
    const kinds = await loadKinds();
    const contents: Record<string, readonly unknown[]> = { ...EMPTY_BOOK };
    for (const kind of SHARED)
      contents[kind] = (read[kind] ?? []).map((one) => kinds[kind].item.parse(fatten(kind, one, now)));
    if (contents[read.about]?.length === 0) return fail({ kind: "unsound" });
    return { ok: true, key: read.about, contents: recordOf<BookContents>(Object.entries(contents)) };
  } catch {
    return fail({ kind: "unsound" });
  }
}

function fail(problem: ShareProblem): ShareReading {
  return { ok: false, problem };
}

function fatten(key: SharedKey, [id, thin]: Thin, now: number) {
  return { id, createdAt: now, updatedAt: now, content: { ...USUAL[key](thin), ...thin } };
}

/** Throws on data that isn't packed, or unpacks to too much. */
function unfold(folded: Uint8Array): string {
  const chunks: Uint8Array[] = [];
  let size = 0;
  let isWhole = false;
  const inflate = new Inflate({ dictionary: DICTIONARY }, (chunk, final) => {
    size += chunk.length;
    if (size > MAX_UNFOLDED) throw new RangeError("it unfolds to too much");
    chunks.push(chunk);
    isWhole = final;
  });
  for (let at = 0; at < folded.length; at += CHUNK) {
    inflate.push(folded.subarray(at, at + CHUNK), at + CHUNK >= folded.length);
  }
  if (!isWhole) throw new RangeError("it ends too soon");
  const all = new Uint8Array(size);
  let at = 0;
  for (const chunk of chunks) {
    all.set(chunk, at);
    at += chunk.length;
  }
  return strFromU8(all);
}

/** FNV-1a over 32 bits, as seven characters: detects what a chat program has cut off or changed. */
function checkOf(data: string): string {
  let hash = 0x811c9dc5;
  for (let at = 0; at < data.length; at++) hash = Math.imul(hash ^ data.charCodeAt(at), 0x01000193) >>> 0;
  return hash.toString(36).padStart(7, "0");
}

function toBase64Url(bytes: Uint8Array): string {
  let binary = "";
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return btoa(binary).replace(/\+/g, "-").replace(/\//g, "_").replace(/=+$/, "");
}

function fromBase64Url(text: string): Uint8Array {
  const binary = atob(text.replace(/-/g, "+").replace(/_/g, "/"));
  return Uint8Array.from(binary, (sign) => sign.charCodeAt(0));
}
