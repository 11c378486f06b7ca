/**
 * `npm test`: installs what is missing, then types, lint, import rules, dead code, unit tests, build, browser tests.
 * Ends with the line "N passed, N failed", where each static check counts as one test.
 */
import { spawn, spawnSync } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { build, installChromium, installPackages, ROOT, run } from "./prepare.mjs";

installPackages();
installChromium();

const results = join(ROOT, "test-results");
rmSync(results, { recursive: true, force: true });
let passed = 0;
let failed = 0;
const npx = (...args) => ["npx", ["--no-install", ...args]];

function tally(name, isFine) {
  if (isFine) passed++;
  else {
    failed++;
    console.error(`${name} failed`);
  }
}

/** Runs a command to its end; what it says is told at once, so that checks side by side don't mix their words. */
function check(name, command, args) {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ["ignore", "pipe", "pipe"] });
    let said = "";
    const listen = (part) => {
      said += part;
    };
    child.stdout.on("data", listen);
    child.stderr.on("data", listen);
    child.on("error", listen);
    child.on("close", (status) => {
      console.log(`\n== ${name}\n${said.trimEnd()}`);
      tally(name, status === 0);
      done();
    });
  });
}

console.log("\n== route types");
tally("route types", run(...npx("react-router", "typegen")));
await Promise.all([
  check("types", ...npx("tsc", "--noEmit")),
  check("lint", ...npx("biome", "check", ".")),
  check("import rules", ...npx("depcruise", "app", "--config", ".dependency-cruiser.cjs")),
  check("dead code", ...npx("knip")),
]);

/** Runs a test runner that writes a JSON report, and adds what it counted. A runner that counted nothing has failed. */
function count(name, command, args, env, read) {
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", env: { ...process.env, ...env } });
  let counts = { passed: 0, failed: 0 };
  try {
    counts = read();
  } catch (error) {
    console.error(`${name}: no report (${error.message})`);
  }
  passed += counts.passed;
  failed += counts.failed;
  if (counts.passed + counts.failed === 0 || (status !== 0 && counts.failed === 0)) failed++;
}

const unitReport = join(results, "unit.json");
count(
  "unit tests",
  ...npx("vitest", "run", "--reporter=default", "--reporter=json", `--outputFile.json=${unitReport}`),
  {},
  () => {
    const report = JSON.parse(readFileSync(unitReport, "utf8"));
    return { passed: report.numPassedTests, failed: report.numFailedTests + report.numPendingTests };
  },
);

build();

const browserReport = join(results, "browser.json");
count(
  "browser tests",
  ...npx("playwright", "test", "--reporter=list,json"),
  { PLAYWRIGHT_JSON_OUTPUT_FILE: browserReport },
  () => {
    const { stats } = JSON.parse(readFileSync(browserReport, "utf8"));
    if (stats.flaky > 0) console.log(`${stats.flaky} passed only at the second try (listed above as flaky)`);
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected + stats.skipped };
  },
);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
