import { fileURLToPath } from "node:url";
import { build } from "vite";

/** Bundles the harness that sound tests load into the page. */
export default async function globalSetup() {
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
    },
  });
}
