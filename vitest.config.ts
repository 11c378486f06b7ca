import { resolve } from "node:path";
import { defineConfig } from "vitest/config";

/** Whole screens, without a browser around them. */
const PAGES = "app/**/*.page.test.ts";
/** Rooms in which nothing is kept between calls: their tests share one set of loaded modules. */
const PURE = "app/{audio,core,engrave,formats,ink,paper,words}/**/*.test.ts";

/** As `app/core/testing/seed.ts` has it: more inputs take longer. */
const TIMES = Number(process.env.FC_TIMES ?? 1);

const standIn = (name: string) => resolve(import.meta.dirname, `app/testing/${name}.ts`);
/** What needs threads or a sound card. */
const STAND_INS = { comlink: standIn("workers"), tone: standIn("sound") };

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    environment: "node",
    setupFiles: ["app/core/testing/seed.ts"],
    // A guard against a test that hangs, not a measure: a busy machine may be many times slower than a free one.
    testTimeout: 60_000 * TIMES,
    // All cores: by itself vitest leaves one free. `npm test` runs two of it side by side.
    maxWorkers: process.env.TEST_WORKERS ? Number(process.env.TEST_WORKERS) : "100%",
    projects: [
      { extends: true, test: { name: "pure", include: [PURE], isolate: false } },
      {
        extends: true,
        test: {
          name: "keeping",
          include: ["app/**/*.test.ts", "proof/**/*.test.ts", "scripts/**/*.test.ts"],
          exclude: [PURE, PAGES],
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
          // The app is loaded once: that takes longer than most of its tests.
          isolate: false,
          testTimeout: 180_000 * TIMES,
        },
      },
    ],
  },
});
