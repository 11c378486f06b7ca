import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import { build } from "vite";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";
import { AFTER_FIRST_VISIT, PORT } from "./support";

/** Bundles the harness that sound tests load into the page, and saves the book after a newcomer's first visit. */
export default async function globalSetup() {
  await Promise.all([bundleHarness(), visitOnce()]);
}

/** Every test but the newcomer's starts after that visit, so that it needn't be repeated. */
async function visitOnce() {
  const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(`http://127.0.0.1:${PORT}/`);
  await page.getByRole("textbox", { name: "Stick line" }).waitFor();
  await page.getByRole("link", { name: "Shelf" }).click();
  await page.getByRole("heading", { name: /^Shelf/ }).waitFor();
  await context.storageState({ path: AFTER_FIRST_VISIT, indexedDB: true });
  await browser.close();
}

async function bundleHarness() {
  const root = fileURLToPath(new URL("..", import.meta.url));
  await build({
    configFile: false,
    root,
    logLevel: "error",
    resolve: { tsconfigPaths: true },
    build: {
      outDir: "test-results/harness",
      lib: { entry: "e2e/harness/render.ts", formats: ["es"], fileName: "render" },
      target: "es2022",
      minify: false,
    },
  });
}
