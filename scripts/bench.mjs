/** `npm run bench`: timings of the engine and of the built app in the browser. */
import { build, installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
build();
// Imported only now: on a fresh machine there is no package before.
const { build: bundle } = await import("vite");
await bundle({
  configFile: false,
  root: ROOT,
  logLevel: "error",
  build: {
    ssr: "bench/engine.ts",
    outDir: "build/bench",
    target: "node20",
    rollupOptions: { output: { entryFileNames: "engine.mjs" } },
  },
});
await import("../build/bench/engine.mjs");
await import("../bench/browser.mjs");
