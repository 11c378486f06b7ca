import { resolve } from "node:path";
import { defineConfig } from "vitest/config";

/** Whole screens, without a browser around them. */
const PAGES = "app/**/*.page.test.ts";

/** As `app/core/testing/seed.ts` has it: more inputs take longer. */
const TIMES = Number(process.env.FC_TIMES ?? 1);

const standIn = (name: string) => resolve(import.meta.dirname, `app/testing/${name}.ts`);
/** What needs threads or a sound card. */
const STAND_INS = { comlink: standIn("workers"), tone: standIn("sound") };

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    environment: "node",
    // A database is there before anything is loaded that looks for one.
    setupFiles: ["app/core/testing/seed.ts", "fake-indexeddb/auto"],
    // Files share what they load: it takes several times as long as most of their tests.
    isolate: false,
    // A guard against a test that hangs, not a measure: a busy machine may be many times slower than a free one.
    testTimeout: 60_000 * TIMES,
    // All cores: by itself vitest leaves one free. `npm test` runs two of it side by side.
    maxWorkers: process.env.TEST_WORKERS ? Number(process.env.TEST_WORKERS) : "100%",
    projects: [
      {
        extends: true,
        test: {
          name: "units",
          include: ["app/**/*.test.ts", "proof/**/*.test.ts", "scripts/**/*.test.ts"],
          exclude: [PAGES],
        },
      },
      {
        extends: true,
        resolve: { tsconfigPaths: true, alias: STAND_INS },
        oxc: { jsx: { runtime: "automatic", development: false } },
        test: {
          name: "pages",
          include: [PAGES],
          environment: "jsdom",
          environmentOptions: { jsdom: { url: "http://localhost/", pretendToBeVisual: true } },
          setupFiles: ["app/testing/set-up.ts", "app/testing/index.ts"],
          testTimeout: 180_000 * TIMES,
        },
      },
    ],
  },
});
