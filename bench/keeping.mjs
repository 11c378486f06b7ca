/** Timings of storage: a large import, a long shelf, an offline start. Medians on the built app. */
import { spawn } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";

const PORT = 4194;
const FILLS = 5_000;
const LINES = 1_000;
const ROUNDS = 5;
const address = `http://127.0.0.1:${PORT}`;

const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

const server = spawn("node", ["server/serve.mjs"], {
  env: { ...process.env, PORT: String(PORT) },
  stdio: ["ignore", "pipe", "inherit"],
});
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });

const folder = mkdtempSync(join(tmpdir(), "dime-stack-"));
const book = join(folder, "book.dimestack.json");
const content = (name) => ({
  name,
  tags: ["odd"],
  text: "@4 >RlrrL >RlrrL RLRRLK",
  goodText: "@4 >RlrrL >RlrrL RLRRLK",
  meter: { beats: 4, unit: 4 },
  tempo: 90,
  window: { start: 0, length: 40_320 },
  countStyle: "beats",
  groove: "straight-eighths",
  grooveBars: 1,
});
const fills = Array.from({ length: FILLS }, (_, index) => ({
  id: `fill-${index}`,
  createdAt: 1,
  updatedAt: index,
  content: content(`Fill ${index}`),
}));
writeFileSync(book, JSON.stringify({ format: "dime-stack-book", version: 1, fills }));
const lines = join(folder, "lines.txt");
writeFileSync(lines, "@4 RLRRx2500\n".repeat(LINES));

/** Returns the longest task of the page since the last call, in milliseconds. */
async function watchTasks(page) {
  await page.addInitScript(() => {
    window.longest = 0;
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.longest = Math.max(window.longest, duration);
    }).observe({ type: "longtask", buffered: true });
  });
  return () =>
    page.evaluate(() => {
      const { longest } = window;
      window.longest = 0;
      return longest;
    });
}

async function openShelf(page) {
  await page.goto(address);
  // The server's drawing only shows; afterwards the book is open, and the next visit goes to the Shelf.
  await page.getByRole("textbox", { name: "Stick line" }).waitFor();
  await page.waitForFunction(() => document.querySelector("[inert]") === null);
  await page.goto(address);
  await page.getByRole("heading", { name: /^Shelf/ }).waitFor();
}

const rows = [];
async function timeImport(what, path, said, hold) {
  const context = await browser.newContext();
  const page = await context.newPage();
  const longest = await watchTasks(page);
  await openShelf(page);
  await longest();
  const began = performance.now();
  await page.getByLabel("File to import").setInputFiles(path);
  await page.getByText(said).waitFor({ timeout: 120_000 });
  rows.push([`${what} come in`, hold, performance.now() - began]);
  rows.push(["the longest that the page stands still meanwhile", "", await longest()]);
  const opened = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.getByRole("link", { name: "Setup" }).click();
    await page.getByRole("heading", { name: "Setup" }).waitFor();
    const start = performance.now();
    await page.getByRole("link", { name: "Shelf" }).click();
    await page.getByRole("article").first().waitFor();
    opened.push(performance.now() - start);
  }
  rows.push([`the Shelf with them opens`, "1 000 ms", median(opened)]);
  rows.push(["elements on it", "", await page.evaluate(() => document.querySelectorAll("*").length), ""]);
  await context.close();
}
await timeImport(`${FILLS.toLocaleString("en")} fills`, book, /Imported: 5,000 new fills/, "5 000 ms");
await timeImport(`${LINES.toLocaleString("en")} lines of 10 000 slots`, lines, /Imported: 1,000 new fills/, "");

{
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(`${address}/fills`);
  await page.getByRole("textbox", { name: "Stick line" }).waitFor();
  rows.push([
    "first visit, address to a fill that opens without a network",
    "",
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
      if (!navigator.serviceWorker.controller)
        await new Promise((done) => navigator.serviceWorker.addEventListener("controllerchange", done, { once: true }));
      return performance.now();
    }),
  ]);
  rows.push([
    "and to all of the app",
    "",
    await page.evaluate(async () => {
      const missing = () =>
        new Promise((told) => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = ({ data }) => told(data.of - data.kept);
          navigator.serviceWorker.controller.postMessage({ type: "how-far" }, [port2]);
        });
      while ((await missing()) > 0) await new Promise((done) => setTimeout(done, 50));
      return performance.now();
    }),
  ]);
  await context.setOffline(true);
  const starts = [];
  for (let round = 0; round < ROUNDS + 1; round++) {
    await page.reload();
    await page.getByRole("listbox", { name: /Rail/ }).getByRole("option").first().waitFor();
    starts.push(await page.evaluate(() => performance.now()));
  }
  rows.push(["without a network, address to a playable phrase", "400 ms", median(starts.slice(1))]);
  await context.close();
}

await browser.close();
server.kill();
const table = rows.map(([what, hold, value, unit = "ms"]) => [
  what,
  hold,
  `${Math.round(value).toLocaleString("en")} ${unit}`.trim(),
]);
console.log(`\n${"keeping (medians)".padEnd(56)}${"to hold".padStart(10)}${"ours".padStart(14)}`);
for (const [what, hold, ours] of table) console.log(`${what.padEnd(56)}${hold.padStart(10)}${ours.padStart(14)}`);
