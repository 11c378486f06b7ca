/** After the app's build: the service worker, and the list of what it keeps. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "vite";
import { injectManifest } from "workbox-build";
import { listPages, loadServerBuild } from "./pages.mjs";

const ROOT = fileURLToPath(new URL("..", import.meta.url));
const CLIENT = join(ROOT, "build", "client");
const WORKER = join(CLIENT, "service-worker.js");

function fromRoot(url) {
  return url.startsWith("/") ? url : `/${url}`;
}

await build({
  root: ROOT,
  configFile: false,
  logLevel: "warn",
  publicDir: false,
  build: {
    outDir: CLIENT,
    emptyOutDir: false,
    lib: {
      entry: join(ROOT, "app/offline/service-worker.ts"),
      formats: ["iife"],
      name: "worker",
      fileName: () => "service-worker.js",
    },
  },
  define: { "process.env.NODE_ENV": JSON.stringify("production") },
});
if (!existsSync(WORKER)) throw new Error("the service worker was not built");

// File names contain their content's hash, so together they identify this version.
const names = ["client", "server"].flatMap((side) => readdirSync(join(ROOT, "build", side, "assets")).sort());
const revision = createHash("sha256").update(names.join()).digest("hex").slice(0, 16);
const { routes } = await loadServerBuild();
const { count, size, warnings } = await injectManifest({
  swSrc: WORKER,
  swDest: WORKER,
  globDirectory: CLIENT,
  globPatterns: ["assets/**/*", "*.{svg,png,webmanifest}"],
  globIgnores: ["**/*.br"],
  dontCacheBustURLsMatching: /assets\//,
  manifestTransforms: [(entries) => ({ manifest: entries.map((entry) => ({ ...entry, url: fromRoot(entry.url) })) })],
  maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
  additionalManifestEntries: listPages(routes).map((url) => ({ url, revision })),
});
for (const warning of warnings) console.warn(warning);
console.log(`Kept for use without a network: ${count} files, ${Math.round(size / 1024)} kB`);
// The server's build may hold timers.
process.exit(0);
