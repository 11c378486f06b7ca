/**
 * Installs what a fresh machine lacks: packages, and Chromium for the browser tests. Plain Node, because it runs before
 * either.
 */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { CHROMIUM_PACKAGES, findChromium } from "./chromium.mjs";

export const ROOT = fileURLToPath(new URL("..", import.meta.url));

/** Runs a command in the project's folder and shows its output; true on success. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", env: { ...process.env, ...env } });
  return result.status === 0;
}

function fail(message) {
  console.error(message);
  process.exit(1);
}

/** A lock's packages with their addresses in this registry, in the form npm uses. */
export function addAddresses({ packages, ...lock }, registry) {
  const withAddress = Object.entries(packages).map(([path, entry]) => {
    const name = entry.name ?? path.split("node_modules/").at(-1);
    const file = `${name.split("/").at(-1)}-${entry.version}.tgz`;
    return [path, path === "" ? entry : { ...entry, resolved: new URL(`${name}/-/${file}`, registry).href }];
  });
  return { ...lock, packages: Object.fromEntries(withAddress) };
}

function registry() {
  const { stdout } = spawnSync("npm", ["config", "get", "registry"], { cwd: ROOT, encoding: "utf8" });
  return `${stdout.trim().replace(/\/$/, "")}/`;
}

/** Installs the lock file's packages, unless they are installed already. */
export function installPackages() {
  const stamp = join(ROOT, "node_modules", ".dime-stack-lock");
  const lock = readFileSync(join(ROOT, "package-lock.json"), "utf8");
  const hash = createHash("sha256").update(lock).digest("hex");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === hash) return;
  console.log("Installing packages ...");
  // Not "ci": it requires lock entries for every platform's binaries, and a registry may lack some.
  const install = () => run("npm", ["install", "--no-save", "--no-audit", "--no-fund", "--prefer-offline"]);
  // Our lock has no addresses, and npm would read each package's full history to find one. This file takes precedence.
  const addressed = join(ROOT, "npm-shrinkwrap.json");
  writeFileSync(addressed, JSON.stringify(addAddresses(JSON.parse(lock), registry())));
  const isInstalled = install();
  rmSync(addressed, { force: true });
  // A registry may store its files elsewhere.
  if (!isInstalled && !install()) fail("The packages could not be installed: see npm's message above.");
  writeFileSync(stamp, hash);
}

/** Installs Debian's Chromium if there is none. */
export function installChromium() {
  if (findChromium()) return;
  console.log("Installing Chromium ...");
  const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, "apt-get", ...args];
    return run(command, rest, { DEBIAN_FRONTEND: "noninteractive" });
  };
  apt("update", "-qq");
  CHROMIUM_PACKAGES.some((name) => apt("install", "-y", "-qq", "--no-install-recommends", name) && findChromium());
  if (!findChromium()) {
    const names = CHROMIUM_PACKAGES.join(" or ");
    fail(`Chromium could not be installed. Install Debian's package ${names}, or set CHROMIUM_PATH to a Chromium.`);
  }
}

const SOURCES = [
  "app",
  "public",
  "scripts/build.mjs",
  "scripts/budget.mjs",
  "scripts/compress.mjs",
  "scripts/first-screen.ts",
  "scripts/offline.mjs",
  "scripts/pages.mjs",
  "scripts/static.mjs",
  "package-lock.json",
  "vite.config.ts",
  "react-router.config.ts",
];

function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((newest, name) => Math.max(newest, newestChange(join(path, name))), stat.mtimeMs);
}

/** Builds the app, unless the last build is newer than every source. */
export function build() {
  const built = join(ROOT, "build", "built-at");
  const newest = Math.max(...SOURCES.map((source) => newestChange(join(ROOT, source))));
  if (existsSync(built) && Number(readFileSync(built, "utf8")) > newest) return;
  console.log("Building ...");
  const began = Date.now();
  if (!run("npm", ["run", "--silent", "build"])) fail("The build failed: see above.");
  mkdirSync(dirname(built), { recursive: true });
  writeFileSync(built, String(began));
}

// As a separate command beside other work: "node scripts/prepare.mjs browser".
const asked = process.argv[1] === fileURLToPath(import.meta.url) ? process.argv[2] : null;
if (asked === "browser") installChromium();
if (asked === "build") build();
