/**
 * `npm run side-by-side -- COMMIT [TURNS] [PARTS...]`: benches this tree and another commit, both built, in turns, so
 * that a slow minute of the machine affects both. Prints the medians of each figure and their ratio.
 */
import { spawnSync } from "node:child_process";
import { cpSync, existsSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { installPackages, ROOT } from "./prepare.mjs";

const [commit, turns = "3", ...parts] = process.argv.slice(2);
if (!commit || !(Number(turns) >= 1)) {
  console.error("Say which commit: npm run side-by-side -- COMMIT [TURNS] [PARTS...]");
  process.exit(1);
}

function git(...args) {
  const { status, stdout, stderr } = spawnSync("git", args, { cwd: ROOT, encoding: "utf8" });
  if (status !== 0) throw new Error(stderr);
  return stdout.trim();
}

/** Milliseconds, kilobytes, counts: every number in a line. */
const NUMBER = /(?<![\w.])-?\d+(?:[ ,]\d{3})*(?:\.\d+)?/g;

/** The numbers of each printed line, by the line's words. */
function readFigures(text) {
  const figures = new Map();
  for (const line of text.split("\n")) {
    const values = [...line.matchAll(NUMBER)].map(([number]) => Number(number.replace(/[ ,]/g, "")));
    const words = line.replace(NUMBER, "…").replace(/\s+/g, " ").trim();
    if (values.length > 0 && !figures.has(words)) figures.set(words, values);
  }
  return figures;
}

function bench(root, part) {
  const { status, stdout, stderr } = spawnSync("node", ["scripts/bench.mjs", part], { cwd: root, encoding: "utf8" });
  if (status !== 0) console.error(`${part} in ${root} failed:\n${stderr}`);
  return readFigures(stdout);
}

function median(values) {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)];
}

function main() {
  installPackages();
  const other = join(tmpdir(), `dime-stack-${git("rev-parse", "--short", commit)}`);
  if (!existsSync(other)) git("worktree", "add", "--detach", other, commit);
  try {
    if (!existsSync(join(other, "node_modules"))) {
      cpSync(join(ROOT, "node_modules"), join(other, "node_modules"), { recursive: true, verbatimSymlinks: true });
    }
    for (const part of parts.length > 0 ? parts : ["engine", "browser", "staff", "pages", "keeping"]) {
      const runs = Array.from({ length: Number(turns) }, () => ({
        here: bench(ROOT, part),
        there: bench(other, part),
      }));
      console.log(`\n${part}: this tree, ${commit}, ratio`);
      for (const words of runs[0].here.keys()) {
        const all = ({ here, there }) => [here.get(words), there.get(words)];
        if (runs.some((run) => all(run).some((values) => !values))) {
          console.log(`${words}   only in one of them`);
          continue;
        }
        const medians = (side) =>
          runs[0].here.get(words).map((_, at) => median(runs.map((run) => run[side].get(words)[at] ?? Number.NaN)));
        const [here, there] = [medians("here"), medians("there")];
        const ratios = here.map((value, at) => (there[at] ? (value / there[at]).toFixed(2) : "–"));
        console.log(`${words}   ${here.join(" ")} | ${there.join(" ")} | ${ratios.join(" ")}`);
      }
    }
  } finally {
    git("worktree", "remove", "--force", other);
    rmSync(other, { recursive: true, force: true });
  }
}

main();
