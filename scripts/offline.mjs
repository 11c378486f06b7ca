/** After the app's build: the service worker, and the list of what it keeps. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "vite";
import { injectManifest } from "workbox-build";

const ROOT = fileURLToPath(new URL("..", import.meta.url));
const CLIENT = join(ROOT, "build", "client");
const WORKER = join(CLIENT, "service-worker.js");

/** In the place of an id, and for no screen's address, as app/offline/documents.ts has them. */
const ANY = "any";
const NOT_FOUND = "/nothing-here";

/** The addresses of all screens, and of the data that ships with them. */
async function listAddresses() {
  const { routes } = await import(join(ROOT, "build", "server", "index.js"));
  const pathOf = ({ path, parentId }) => [
    ...(parentId ? pathOf(routes[parentId]) : []),
    ...(path ?? "").split("/").filter(Boolean),
  ];
  const addresses = Object.values(routes).flatMap((route) => {
    const { id, module } = route;
    const parts = pathOf(route);
    // One stands for all addresses that no screen has.
    if (parts.includes("*")) return [NOT_FOUND];
    // Data without a page: what ships is kept, the demo's book is in the database once it is needed.
    if (!module.default) return module.loader && !parts.includes("demo") ? [`/${parts.join("/")}`] : [];
    const isOptional = parts.at(-1)?.endsWith("?");
    const all = isOptional ? [parts.slice(0, -1), parts] : [parts];
    const paths = all.map((one) => `/${one.map((part) => (part.startsWith(":") ? ANY : part)).join("/")}`);
    const [path] = paths;
    const data = `${path === "/" ? "/_" : path}.data?_routes=${encodeURIComponent(id)}`;
    return [...(id === "root" ? [] : paths), ...(module.loader ? [data] : [])];
  });
  return [...new Set(addresses)];
}

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

// File names carry their content's hash: together they name this version.
const names = ["client", "server"].flatMap((side) => readdirSync(join(ROOT, "build", side, "assets")).sort());
const revision = createHash("sha256").update(names.join()).digest("hex").slice(0, 16);
const addresses = await listAddresses();
const { count, size, warnings } = await injectManifest({
  swSrc: WORKER,
  swDest: WORKER,
  globDirectory: CLIENT,
  globPatterns: ["assets/**/*", "*.{svg,png,webmanifest}"],
  globIgnores: ["**/*.br"],
  dontCacheBustURLsMatching: /assets\//,
  manifestTransforms: [(entries) => ({ manifest: entries.map((entry) => ({ ...entry, url: fromRoot(entry.url) })) })],
  maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
  additionalManifestEntries: addresses.map((url) => ({ url, revision })),
});
for (const warning of warnings) console.warn(warning);
console.log(`Kept for use without a network: ${count} files, ${Math.round(size / 1024)} kB`);
// The server's build may hold timers.
process.exit(0);
