/**
 * `npm test`: installs what is missing, then types, lint, import rules, dead code, unit tests, build, browser tests.
 * Ends with the line "N passed, N failed", where each static check counts as one test.
 */
import { spawn } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { installPackages, ROOT } from "./prepare.mjs";

installPackages();

const results = join(ROOT, "test-results");
rmSync(results, { recursive: true, force: true });
let passed = 0;
let failed = 0;
/** A package's command; npx would take longer than some of them. */
const bin = (name, ...args) => [join(ROOT, "node_modules", ".bin", name), args];

/** Runs a command and prints its output at the end, so that parallel commands don't mix theirs. */
function run(name, [command, args], env = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ["ignore", "pipe", "pipe"],
      env: { ...process.env, ...env },
    });
    let said = "";
    const listen = (part) => {
      said += part;
    };
    child.stdout.on("data", listen);
    child.stderr.on("data", listen);
    child.on("error", listen);
    child.on("close", (status) => {
      console.log(`\n== ${name}\n${said.trimEnd()}`);
      done(status === 0);
    });
  });
}

/** Runs a command with direct output. */
function show(name, [command, args], env = {}) {
  console.log(`\n== ${name}`);
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: "inherit", env: { ...process.env, ...env } });
    child.on("error", () => done(false));
    child.on("close", (status) => done(status === 0));
  });
}

async function check(name, command) {
  if (await run(name, command)) passed++;
  else {
    failed++;
    console.error(`${name} failed`);
  }
}

/** Runs a test runner that writes a JSON report, and adds its counts. A runner that counted nothing has failed. */
async function count(how, name, command, read, env) {
  const isFine = await how(name, command, env);
  let counts = { passed: 0, failed: 0 };
  try {
    counts = read();
  } catch (error) {
    console.error(`${name}: no report (${error.message})`);
  }
  passed += counts.passed;
  failed += counts.failed;
  if (counts.passed + counts.failed === 0 || (!isFine && counts.failed === 0)) failed++;
}

const readReport = (path) => JSON.parse(readFileSync(path, "utf8"));

/** Tests of one vitest project, on half of the processors. */
function unitTests(name, project) {
  const report = join(results, `${name.replace(" ", "-")}.json`);
  const workers = Math.max(1, Math.floor(availableParallelism() / 2));
  const command = bin(
    "vitest",
    "run",
    `--project=${project}`,
    "--reporter=default",
    "--reporter=json",
    `--outputFile.json=${report}`,
  );
  return count(
    run,
    name,
    command,
    () => {
      const { numPassedTests, numFailedTests, numPendingTests } = readReport(report);
      return { passed: numPassedTests, failed: numFailedTests + numPendingTests };
    },
    { TEST_WORKERS: String(workers) },
  );
}

/** Works through a list, several at a time. */
async function inLanes(lanes, work) {
  const left = [...work];
  const lane = async () => {
    for (let next = left.shift(); next; next = left.shift()) await next();
  };
  await Promise.all(Array.from({ length: lanes }, lane));
}

/** Runs the browser tests on the build, as soon as both are ready. */
async function browserTests(browser, build) {
  if (!(await browser) || !(await build)) {
    failed++;
    return;
  }
  const report = join(results, "browser.json");
  const command = bin("playwright", "test", "--reporter=list,json");
  const read = () => {
    const { stats } = readReport(report);
    if (stats.flaky > 0) console.log(`${stats.flaky} passed only at the second try (listed above as flaky)`);
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected + stats.skipped };
  };
  await count(show, "browser tests", command, read, { PLAYWRIGHT_JSON_OUTPUT_FILE: report });
}

// It waits for network and disk, and is needed last.
const browser = run("browser", ["node", ["scripts/prepare.mjs", "browser"]]);
const routeTypes = check("route types", bin("react-router", "typegen"));
let build;
// Longest first, except for the browser tests: they start when a lane is free, and use two at the end.
await inLanes(2, [
  () => unitTests("page tests", "pages"),
  () => unitTests("unit tests", "units"),
  () => {
    build = run("build", ["node", ["scripts/prepare.mjs", "build"]]);
    return build;
  },
  // The native compiler; the linters and the framework still use the previous one.
  async () => {
    await routeTypes;
    await check("types", ["node", ["node_modules/typescript-7/bin/tsc", "--noEmit", "--singleThreaded"]]);
  },
  () => check("import rules", bin("depcruise", "app", "--config", ".dependency-cruiser.cjs")),
  () => check("dead code", bin("knip")),
  () => check("lint", bin("biome", "check", ".")),
  () => browserTests(browser, build),
]);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
