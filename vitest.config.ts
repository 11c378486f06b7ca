import { defineConfig } from "vitest/config";

/** Rooms in which nothing is kept between calls: their tests share one set of loaded modules. */
const PURE = "app/{audio,core,engrave,formats,ink,paper,words}/**/*.test.ts";

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    environment: "node",
    setupFiles: ["app/core/testing/seed.ts"],
    // A guard against a test that hangs, not a measure: a busy machine may be many times slower than a free one.
    testTimeout: 60_000,
    // All cores: by itself vitest leaves one free.
    maxWorkers: "100%",
    projects: [
      { extends: true, test: { name: "pure", include: [PURE], isolate: false } },
      {
        extends: true,
        test: {
          name: "keeping",
          include: ["app/**/*.test.ts", "proof/**/*.test.ts", "scripts/**/*.test.ts"],
          exclude: [PURE],
        },
      },
    ],
  },
});
