import { execFile } from "node:child_process";
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";

/** Adds a dummy variant to each family, and checks which files the compiler names. */
const DUMMIES = [
  {
    family: "Fit rule",
    file: "core/search/spec.ts",
    before: "  starts: { readonly who: Who };",
    dummy: "  dummy: unknown;",
    named: [
      "core/search/rules.ts",
      "library/search/content.ts",
      "screens/fit/draft.ts",
      "screens/fit/rules.tsx",
      "words/search.ts",
    ],
  },
  {
    family: "orchestration rule",
    file: "core/orchestration/layers.ts",
    before: "  one: { readonly on: KitVoice };",
    dummy: "  dummy: unknown;",
    named: [
      "core/orchestration/layers.ts",
      "core/orchestration/mirror.ts",
      "core/orchestration/rename.ts",
      "editor/orchestrations.ts",
      "library/phrase/orchestration.ts",
      "screens/floor/layers.tsx",
      "screens/floor/rule-fields.tsx",
      "words/kit.ts",
    ],
  },
  {
    family: "practice step",
    file: "core/practice/kinds.ts",
    before: "  whole: WHOLE,",
    dummy: "  dummy: PART,",
    named: ["core/practice/step.ts", "words/practice.ts"],
  },
  {
    family: "listening source",
    file: "formats/sources.ts",
    before: "  self: {",
    dummy: '  dummy: { judge: "app", hits: "live", latency: null },',
    named: ["listening/listening-panel.tsx", "screens/log/hands.tsx", "session/use-inputs.ts"],
  },
  {
    family: "count style",
    file: "core/pulse/count.ts",
    before: "  six: (slot, meter)",
    dummy: '  dummy: () => "",',
    named: ["words/time.ts"],
  },
  {
    family: "move",
    file: "core/moves/move.ts",
    before: '  | { readonly kind: "mirror" }',
    dummy: '  | { readonly kind: "dummy" }',
    named: ["core/moves/apply.ts", "library/cell/content.ts", "words/moves.ts"],
  },
  {
    family: "kept kind",
    file: "library/kinds.ts",
    before: "  readonly fills: FillContent;",
    dummy: "  readonly dummies: FillContent;",
    named: ["library/kinds.ts", "library/transfer.ts"],
  },
] as const;

const ROOT = join(import.meta.dirname, "..");
const COPY = join(ROOT, "test-results", "variants");

function compile(): Promise<string> {
  const compiler = join(ROOT, "node_modules/typescript-7/bin/tsc");
  const args = [compiler, "-p", COPY, "--noEmit", "--singleThreaded", "--pretty", "false"];
  return new Promise((done) => {
    execFile(process.execPath, args, { cwd: COPY, maxBuffer: 1 << 26 }, (_, stdout) => done(stdout));
  });
}

let named = new Set<string>();
beforeAll(async () => {
  rmSync(COPY, { recursive: true, force: true });
  mkdirSync(COPY, { recursive: true });
  cpSync(join(ROOT, "app"), join(COPY, "app"), { recursive: true });
  for (const { file, before, dummy } of DUMMIES) {
    const path = join(COPY, "app", file);
    const text = readFileSync(path, "utf8");
    if (!text.includes(before)) throw new Error(`${file} has no line “${before}”`);
    writeFileSync(path, text.replace(before, `${dummy}\n${before}`));
  }
  const config = {
    extends: "../../tsconfig.json",
    compilerOptions: { rootDirs: ["."], paths: { "~/*": ["./app/*"] } },
    include: ["app/**/*"],
    // Routes need generated types, and contain no variants.
    exclude: ["app/routes", "app/root.tsx", "app/routes.ts", "app/**/*.test.ts", "app/**/*.test.tsx", "app/testing"],
  };
  writeFileSync(join(COPY, "tsconfig.json"), JSON.stringify(config));
  const errors = await compile();
  named = new Set([...errors.matchAll(/^app\/(\S+?)\(\d+,\d+\): error/gm)].map(([, file = ""]) => file));
}, 600_000);
afterAll(() => rmSync(COPY, { recursive: true, force: true }));

test.each(DUMMIES)("a new $family doesn't compile until every part of it exists", ({ named: expected }) => {
  expect([...named].sort()).toEqual(expect.arrayContaining([...expected]));
});

test("nothing else stops compiling", () => {
  const expected = new Set<string>(DUMMIES.flatMap((one) => one.named));
  expect([...named].filter((file) => !expected.has(file)).sort()).toEqual([]);
});
