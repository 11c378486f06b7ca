/** A book of ten years of daily practice: restored, opened, backed up, restored again. On the built app, one run. */
import { randomUUID } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { close, openStack } from "./built.mjs";

const FILLS = 2_000;
const LESSONS = 200;
const RUNS = 500_000;
const DAYS = 3_650;
const DAY = 86_400_000;
const WAIT = 180_000;

/** Deterministic numbers from 0 to 1 for a seed. */
function makeRandom(seed) {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}
const random = makeRandom(7);
const upTo = (most) => Math.floor(random() * most);
const tenths = (least, most) => Math.round((least + random() * (most - least)) * 10) / 10;

function makeFill(index) {
  const text = `@4 ${Array.from({ length: 16 }, () => "RLKrl"[upTo(5)]).join("")}`;
  return {
    id: `fill-${index}`,
    createdAt: 1,
    updatedAt: index + 1,
    content: {
      name: `Fill ${index}`,
      tags: ["years"],
      text,
      goodText: text,
      meter: { beats: 4, unit: 4 },
      tempo: 60 + (index % 120),
      window: { start: 0, length: 40_320 },
      countStyle: "beats",
      groove: "straight-eighths",
      grooveBars: 1,
    },
  };
}

function makeLesson(index) {
  const items = Array.from({ length: 10 }, (_, at) => ({
    key: `item-${at}`,
    kind: "fill",
    of: `fill-${(index * 10 + at) % FILLS}`,
    words: "",
    startsPage: false,
    from: null,
    to: null,
    day: null,
  }));
  return {
    id: `lesson-${index}`,
    createdAt: 1,
    updatedAt: index + 1,
    content: { name: `Lesson ${index}`, tags: [], intro: "", items },
  };
}

const RESULTS = ["clean", "clean", "clean", "nearly", "no"];
function makeDay(day) {
  const many = Math.round(RUNS / DAYS);
  return Array.from({ length: many }, (_, index) => {
    const fill = (day * 3 + Math.floor(index / 46)) % FILLS;
    const numbers = [upTo(3), upTo(2), tenths(-20, 20), tenths(4, 25), tenths(-9, 9), tenths(-30, 30), upTo(2)];
    const uneven = [tenths(1, 9), tenths(1, 12), tenths(2, 14), null];
    const at = day * DAY + 64_800_000 + index * 9_000;
    const result = RESULTS[upTo(RESULTS.length)];
    const fault = result === "clean" ? null : "unsteady";
    const run = [
      randomUUID(),
      at,
      `fill-${fill}`,
      `Fill ${fill}`,
      "whole",
      "whole",
      60 + upTo(80),
      result,
      "heard",
      tenths(3, 9),
      fault,
      null,
    ];
    return [...run, ...numbers, ...uneven];
  });
}

const folder = mkdtempSync(join(tmpdir(), "dime-stack-"));
process.on("exit", () => rmSync(folder, { recursive: true, force: true }));
const today = Math.floor(Date.now() / DAY);
const days = Array.from({ length: DAYS }, (_, index) => JSON.stringify(makeDay(today - DAYS + 1 + index)));
const list = (items) => (items.length > 0 ? `[\n${items.join(",\n")}\n]` : "[]");
const sections = {
  flows: [],
  lessons: Array.from({ length: LESSONS }, (_, index) => JSON.stringify(makeLesson(index))),
  fills: Array.from({ length: FILLS }, (_, index) => JSON.stringify(makeFill(index))),
  cells: [],
  rudiments: [],
  searches: [],
  kits: [],
  grooves: [],
  plans: [],
  runs: days,
  flowRecords: [],
};
const counts = Object.fromEntries(Object.entries(sections).map(([key, items]) => [key, items.length]));
const text = `{"format":"dime-stack-book","version":11,\n${Object.entries(sections)
  .map(([key, items]) => `"${key}":${list(items)},\n`)
  .join("")}"counts":${JSON.stringify(counts)}}\n`;
const file = join(folder, "years.dimestack");
writeFileSync(file, gzipSync(text));

const rows = [];
const { page } = await openStack();
await page.evaluate(() => {
  window.longest = 0;
  new PerformanceObserver((entries) => {
    for (const { duration } of entries.getEntries()) window.longest = Math.max(window.longest, duration);
  }).observe({ type: "longtask", buffered: false });
});
const longest = () =>
  page.evaluate(() => {
    const { longest: most } = window;
    window.longest = 0;
    return most;
  });
async function time(act) {
  await longest();
  const began = performance.now();
  await act();
  return performance.now() - began;
}

await page.getByRole("link", { name: "Setup" }).click();
const restore = async (path, said) => {
  await page.getByLabel("File to import").setInputFiles(path);
  const preview = page.getByRole("button", { name: "Import", exact: true });
  const trouble = page.getByRole("alert");
  await preview.or(trouble).first().waitFor({ timeout: WAIT });
  if (await trouble.isVisible()) throw new Error(await trouble.textContent());
  await preview.click();
  await page.getByText(said).waitFor({ timeout: WAIT });
};
rows.push([
  "restored: from the file to the last word",
  "20 000 ms",
  await time(() => restore(file, /Imported: 200 new lessons/)),
]);
rows.push(["the longest that the page stands still meanwhile", "100 ms", await longest()]);

const written = join(folder, "written.dimestack");
const backUp = async () => {
  const waiting = page.waitForEvent("download", { timeout: WAIT });
  await page.getByRole("button", { name: "Download a backup" }).click();
  await (await waiting).saveAs(written);
};
rows.push(["backed up", "10 000 ms", await time(backUp)]);
rows.push(["the longest that the page stands still meanwhile", "100 ms", await longest()]);
rows.push(["size of the backup", "", readFileSync(written).length / 1_000_000, "MB"]);

const open = async (link, seen) => {
  await page.getByRole("link", { name: "Setup" }).click();
  await page.getByRole("heading", { name: "Setup" }).waitFor();
  return time(async () => {
    await page.getByRole("link", { name: link, exact: true }).click();
    await seen.waitFor({ timeout: WAIT });
  });
};
const opened = [];
for (let round = 0; round < 5; round++)
  opened.push(await open("Log", page.getByText(/500,050 runs kept|\d+ runs kept/)));
rows.push(["the Log opens", "500 ms", opened.toSorted((a, b) => a - b)[2]]);
rows.push([
  "its charts",
  "",
  await time(async () => {
    await page.getByRole("tab", { name: "Charts" }).click();
    await page.getByText("Evenness").waitFor({ timeout: WAIT });
  }),
]);
rows.push([
  "its runs of the latest 3 months",
  "",
  await time(async () => {
    await page.getByRole("tab", { name: "Runs" }).click();
    await page.getByText(/of [\d,]+ runs$/).waitFor({ timeout: WAIT });
  }),
]);

await page.getByRole("link", { name: "Setup" }).click();
await page.getByRole("button", { name: "Download a backup" }).waitFor();
rows.push([
  "its own backup restored over it: nothing new",
  "20 000 ms",
  await time(() => restore(written, /you already have/)),
]);
rows.push(["the longest that the page stands still meanwhile", "100 ms", await longest()]);

await close();
console.log(`\n${"ten years of practice (one run)".padEnd(56)}${"to hold".padStart(10)}${"ours".padStart(14)}`);
for (const [what, hold, value, unit = "ms"] of rows) {
  console.log(
    `${what.padEnd(56)}${hold.padStart(10)}${`${Math.round(value).toLocaleString("en")} ${unit}`.padStart(14)}`,
  );
}
