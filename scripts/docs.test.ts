import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { describe, expect, test } from "vitest";
import { listRepeatedTypeNames } from "./type-names.mjs";

const ROOT = join(import.meta.dirname, "..");
const PAGES = [
  "README.md",
  "CONTRIBUTING.md",
  ...readdirSync(join(ROOT, "docs"))
    .filter((name) => name.endsWith(".md"))
    .map((name) => `docs/${name}`),
];
const read = (path: string) => readFileSync(join(ROOT, path), "utf8");
/** All code as one text, to look up names. */
const code = () =>
  readdirSync(join(ROOT, "app"), { recursive: true, encoding: "utf8" })
    .filter((name) => /\.(tsx?|css)$/.test(name))
    .map((name) => read(`app/${name}`))
    .join("\n");

describe.each(PAGES)("%s", (page) => {
  test("links to files and headings that exist", () => {
    const links = [...read(page).matchAll(/\]\(([^)\s]+)\)/g)].map(([, link = ""]) => link);
    const missing = links
      .filter((link) => !/^(https?:|mailto:)/.test(link))
      .filter((link) => {
        const [path = "", heading] = link.split("#");
        const target = path === "" ? page : join(dirname(page), path);
        if (!existsSync(join(ROOT, target))) return true;
        if (!heading) return false;
        const headings = [...read(target).matchAll(/^#+ (.+)$/gm)].map(([, text = ""]) =>
          text
            .toLowerCase()
            .replace(/[^\w\s-]/g, "")
            .trim()
            .replace(/\s/g, "-"),
        );
        return !headings.includes(heading);
      });
    expect(missing).toEqual([]);
  });

  test("names paths that exist", () => {
    const paths = [...read(page).matchAll(/`((?:app|bench|docs|e2e|proof|scripts|server|public)\/[\w./-]+)`/g)].map(
      ([, path = ""]) => path,
    );
    expect(paths.filter((path) => !existsSync(join(ROOT, path)))).toEqual([]);
  });
});

test("the glossary's names are in the code", () => {
  const all = code();
  const names = [...read("docs/glossary.md").matchAll(/`([A-Za-z][\w.]*)`/g)].flatMap(([, name = ""]) =>
    name.split("."),
  );
  expect(names.length).toBeGreaterThan(40);
  expect(names.filter((name) => !new RegExp(`\\b${name}\\b`).test(all))).toEqual([]);
});

test("each type name has one meaning", () => {
  expect(listRepeatedTypeNames(ROOT)).toEqual([]);
});

test("the code circumvents the type system at most three times", () => {
  const casts = readdirSync(join(ROOT, "app"), { recursive: true, encoding: "utf8" })
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.|testing/.test(name))
    .flatMap((name) =>
      [...read(`app/${name}`).matchAll(/as unknown as|\bas never\b(?! |,)|\bas any\b(?! )/g)].map(() => name),
    );
  expect(casts.sort()).toEqual(["engrave/draw/recorder.ts", "formats/pdf.ts", "ink/type.ts"]);
});
