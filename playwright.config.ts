import { defineConfig } from "@playwright/test";
import { AFTER_FIRST_VISIT, DEMO_PORT, PORT } from "./e2e/support";
import { CHROMIUM_ARGS, findChromium } from "./scripts/chromium.mjs";

export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/global-setup.ts",
  outputDir: "test-results/browser",
  fullyParallel: true,
  // One more than there are processors: tests of playback and time-outs mostly wait.
  workers: 3,
  // A second try for tests spoiled by a stalled machine. `npm test` lists the tests that needed it.
  retries: 1,
  forbidOnly: true,
  // Generous: two browsers on two busy cores may take many times as long as one on a free machine.
  timeout: 180_000,
  expect: { timeout: 40_000 },
  reporter: "list",
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    storageState: AFTER_FIRST_VISIT,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // The service worker is only allowed where it is tested.
    serviceWorkers: "block",
    // Transitions are frames without assertions.
    contextOptions: { reducedMotion: "reduce" },
    launchOptions: { executablePath: findChromium(), args: CHROMIUM_ARGS },
  },
  projects: [
    // Tests that wait most come first, for time-outs and music: others work meanwhile.
    { name: "waiting", testMatch: /(demo|trouble)\./ },
    { name: "working", testIgnore: /(demo|trouble)\./ },
  ],
  webServer: [
    {
      command: "node server/serve.mjs",
      env: { PORT: String(PORT) },
      url: `http://127.0.0.1:${PORT}/icon.svg`,
      reuseExistingServer: false,
    },
    {
      command: "node server/serve.mjs",
      env: { PORT: String(DEMO_PORT), DIME_BOOK: "demo" },
      url: `http://127.0.0.1:${DEMO_PORT}/icon.svg`,
      reuseExistingServer: false,
    },
  ],
});
