/**
 * After the app's build: the JavaScript that each screen names, gzipped, besides what all screens share. A screen that
 * grows past its limit fails the build; raise a limit only for something worth waiting for.
 */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { gzipSync } from "node:zlib";
import { loadServerBuild } from "./pages.mjs";

const CLIENT = fileURLToPath(new URL("../build/client", import.meta.url));

/** Kilobytes. What opens the book, which all screens but the first wait for, is 222 of each. */
const LIMITS = {
  "routes/shelf": 250,
  "routes/fill/stack": 5,
  "routes/fill/floor": 260,
  "routes/fill/groove": 250,
  "routes/fill/shed": 260,
  "routes/fill/sheet": 260,
  "routes/cell": 250,
  "routes/fit": 250,
  "routes/flow": 265,
  "routes/own-groove": 235,
  "routes/lesson": 270,
  "routes/open": 235,
  "routes/log": 235,
  "routes/setup": 245,
};
/** The entry with everything that it imports. */
const SHARED_LIMIT = 180;

const { assets } = await loadServerBuild();
const sizes = new Map();

function kilobytesOf(paths) {
  return [...new Set(paths)].reduce((sum, path) => {
    if (!sizes.has(path)) sizes.set(path, gzipSync(readFileSync(join(CLIENT, path))).length / 1000);
    return sum + sizes.get(path);
  }, 0);
}

const shared = [assets.entry.module, ...assets.entry.imports];
const measured = [["shared by all", kilobytesOf(shared), SHARED_LIMIT]];
for (const [id, limit] of Object.entries(LIMITS)) {
  const route = assets.routes[id];
  if (!route) throw new Error(`scripts/budget.mjs has a limit for ${id}, which is no route`);
  const own = [route.module, ...(route.imports ?? []), route.clientLoaderModule, route.clientActionModule];
  measured.push([id, kilobytesOf(own.filter((path) => path && !shared.includes(path))), limit]);
}
const over = measured.filter(([, size, limit]) => size > limit);
for (const [id, size, limit] of over) console.error(`${id} is ${size.toFixed(1)} kB gzipped; its limit is ${limit} kB`);
console.log(
  `Sizes of ${measured.length} parts: ${over.length === 0 ? "all" : measured.length - over.length} within their limits`,
);
process.exit(over.length > 0 ? 1 : 0);
