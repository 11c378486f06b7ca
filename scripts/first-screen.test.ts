import { expect, test } from "vitest";
import { reach } from "./first-screen";

/** The modules of a small app, by name. */
async function reachIn(modules: Readonly<Record<string, string>>, ...entries: string[]): Promise<string[]> {
  const found = await reach(entries, {
    getModuleInfo: (id) => ({ code: modules[id] ?? null }),
    resolve: async (source) => (source in modules ? { id: source, external: false } : null),
  });
  return [...found].sort();
}

test("imports belong to it, at any depth and in circles; dynamic imports don't", async () => {
  const found = await reachIn(
    {
      "page.ts": 'import { draw } from "draw.ts"; draw(); import("later.ts");',
      "draw.ts": 'import { page } from "page.ts"; import "look.css"; export function draw() { return page; }',
      "look.css": "export default '';",
      "later.ts": "export const later = 1;",
    },
    "page.ts",
  );
  expect(found).toEqual(["draw.ts", "look.css", "page.ts"]);
});

test("a module that only re-exports leads to the requested names", async () => {
  const modules = {
    "door.ts": [
      '"use strict";',
      'import * as all from "all.ts";',
      "export { all };",
      'export * from "read.ts";',
      'export * from "write.ts";',
      'export { default as Note, default as NoteIcon } from "note.ts";',
      'export * from "inner-door.ts";',
    ].join("\n"),
    "inner-door.ts": 'export { hit } from "hit.ts"; export { miss } from "miss.ts";',
    "all.ts": "export const every = 1;",
    "read.ts": "export function read() {}",
    "write.ts": "export function write() {}",
    "note.ts": "export default function note() {}",
    "hit.ts": "export const hit = 1;",
    "miss.ts": "export const miss = 1;",
    "one.ts": 'import { read } from "door.ts"; read();',
    "icon.ts": 'import { NoteIcon as Icon, hit } from "door.ts"; Icon(hit);',
    "whole.ts": 'import * as door from "door.ts"; door.read();',
    "space.ts": 'import { all } from "door.ts"; all.every;',
  };
  expect(await reachIn(modules, "one.ts")).toEqual(["door.ts", "one.ts", "read.ts"]);
  expect(await reachIn(modules, "icon.ts")).toEqual(["door.ts", "hit.ts", "icon.ts", "inner-door.ts", "note.ts"]);
  expect(await reachIn(modules, "space.ts")).toEqual(["all.ts", "door.ts", "space.ts"]);
  expect(await reachIn(modules, "whole.ts")).toHaveLength(9);
});

test("a module with its own code leads to all its imports", async () => {
  const modules = {
    "page.ts": 'import { size } from "sizes.ts"; size();',
    "sizes.ts": 'import { unit } from "unit.ts"; export { other } from "other.ts"; export const size = () => unit;',
    "unit.ts": "export const unit = 1;",
    "other.ts": "export const other = 1;",
  };
  expect(await reachIn(modules, "page.ts")).toEqual(["other.ts", "page.ts", "sizes.ts", "unit.ts"]);
});
