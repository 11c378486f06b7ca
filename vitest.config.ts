import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    include: ["app/**/*.test.ts", "proof/**/*.test.ts", "scripts/**/*.test.ts"],
    environment: "node",
    setupFiles: ["app/core/testing/seed.ts"],
    // A guard against a test that hangs, not a measure: a busy machine may be many times slower than a free one.
    testTimeout: 60_000,
  },
});
