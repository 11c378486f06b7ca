/** Timings of practice in the browser on the built app: hit to mark, and the Log over a year of runs. Medians. */
import { spawn } from "node:child_process";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";

const PORT = 4196;
const RUNS = 20_000;
const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

const server = spawn("node", ["server/serve.mjs"], {
  env: { ...process.env, PORT: String(PORT), DIME_BOOK: "demo" },
  stdio: ["ignore", "pipe", "inherit"],
});
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const rows = [];
await timeMarks();
await timeLog();

async function timeMarks() {
  await page.goto(`http://127.0.0.1:${PORT}/fills/demo-gravel-road/shed`);
  await page.getByText("Keyboard", { exact: true }).click();
  await page.getByRole("button", { name: /All of it on one drum/ }).click();
  await page.getByRole("button", { name: "Play", exact: true }).click();
  await page.locator("[data-slot][data-playing]").first().waitFor();
  for (let hit = 0; hit < 150; hit++) {
    await page.keyboard.press(["j", "f", "b"][hit % 3]);
    await page.waitForTimeout(60);
  }
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  const marked = await page.evaluate(() => performance.getEntriesByName("hit marked").map(({ detail }) => detail));
  if (marked.length < 30) throw new Error(`only ${marked.length} hits were marked`);
  rows.push([`from a key to its mark on the coins (${marked.length} hits)`, "30 ms", median(marked)]);
  rows.push(["the slowest of them", "-", Math.max(...marked)]);
}

async function timeLog() {
  // A year of practice, generated from the demo's runs.
  await page.evaluate(async (count) => {
    const opened = await new Promise((resolve, reject) => {
      const asked = indexedDB.open("dime-stack-demo");
      asked.onsuccess = () => resolve(asked.result);
      asked.onerror = () => reject(asked.error);
    });
    const change = opened.transaction("runs", "readwrite");
    const store = change.objectStore("runs");
    const days = await new Promise((resolve) => {
      store.getAll().onsuccess = (event) => resolve(event.target.result);
    });
    const runs = days.flatMap(({ text }) => JSON.parse(text));
    const day = 86_400_000;
    const made = new Map(days.map(({ day: number, text }) => [number, JSON.parse(text)]));
    for (let number = runs.length; number < count; number++) {
      const run = runs[number % runs.length];
      const at = run.at - (number % 365) * day;
      const kept = Math.floor(at / day);
      made.set(kept, [...(made.get(kept) ?? []), { ...run, id: `made-${number}`, at }]);
    }
    for (const [number, all] of made) store.put({ day: number, text: JSON.stringify(all) });
    await new Promise((resolve) => {
      change.oncomplete = resolve;
    });
    opened.close();
  }, RUNS);
  await page.goto(`http://127.0.0.1:${PORT}/log?tab=runs`);
  await page.getByText(`${RUNS.toLocaleString("en-GB")} runs kept`).waitFor();
  for (const [tab, seen] of [
    ["Today", "ol li"],
    ["Runs", "tbody tr"],
    ["Charts", ".recharts-surface path"],
  ]) {
    const times = [];
    for (let run = 0; run < 7; run++) {
      await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Setup" }).click();
      await page.getByRole("heading", { name: "Setup" }).waitFor();
      times.push(
        await page.evaluate(
          async ({ address, found }) => {
            const began = performance.now();
            // Like a link, without leaving the page.
            window.history.pushState(null, "", address);
            window.dispatchEvent(new PopStateEvent("popstate"));
            while (!document.querySelector(found)) await new Promise((resolve) => requestAnimationFrame(resolve));
            return performance.now() - began;
          },
          { address: `/log?tab=${tab.toLowerCase()}`, found: seen },
        ),
      );
    }
    rows.push([`the Log over ${RUNS.toLocaleString("en-GB")} runs, opened on ${tab}`, "500 ms", median(times)]);
  }
}
await browser.close();
server.kill();
server.stdout.destroy();

console.log(`\n${"practice in the browser (medians)".padEnd(58)} ${"to hold".padStart(9)} ${"ours".padStart(12)}`);
for (const [work, hold, ours] of rows)
  console.log(work.padEnd(58), hold.padStart(9), `${ours.toFixed(1)} ms`.padStart(12));
