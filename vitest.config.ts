import { resolve } from "node:path";
import { defineConfig } from "vitest/config";

/** Whole screens, without a browser. */
const PAGES = "app/**/*.page.test.ts";

/** As in `app/core/testing/seed.ts`: more inputs take longer. */
const TIMES = Number(process.env.FC_TIMES ?? 1);

const standIn = (name: string) => resolve(import.meta.dirname, `app/testing/${name}.ts`);
/** What needs threads or a sound card. */
const STAND_INS = { comlink: standIn("workers"), tone: standIn("sound") };

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    environment: "node",
    // The database must exist before any module looks for it.
    setupFiles: ["app/core/testing/seed.ts", "fake-indexeddb/auto"],
    // Files share loaded modules: loading takes several times as long as most tests.
    isolate: false,
    // Guards against a test that hangs; it isn't a measurement. A busy machine may be many times slower.
    testTimeout: 60_000 * TIMES,
    // All cores: by default vitest leaves one free. `npm test` runs two instances side by side.
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
