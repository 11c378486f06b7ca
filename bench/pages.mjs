/**
 * The cost of opening each screen: layout shifts, first and largest paint, and bytes. On the built app, with the demo's
 * book.
 */
import { spawn } from "node:child_process";
import { readdir, readFile } from "node:fs/promises";
import { gzipSync } from "node:zlib";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";

const PORT = 4195;
const SIZES = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
];
const FIRST = "/fills/demo-five-five-six/stack";
const FILL = "/fills/demo-gravel-road";
const PAGES = [
  ["Stack", `${FILL}/stack`],
  ["Floor", `${FILL}/floor`],
  ["Groove", `${FILL}/groove`],
  ["Shed", `${FILL}/shed`],
  ["Sheet", `${FILL}/sheet`],
  ["Shelf", "/"],
  ["Cells", "/cells/single-paradiddle"],
  ["Fit", "/fit/demo-search-long"],
  ["Log", "/log"],
  ["Setup", "/setup"],
];
/** Nothing more arrives after this. Milliseconds. */
const SETTLED = 3_500;

const server = spawn("node", ["server/serve.mjs"], {
  env: { ...process.env, PORT: String(PORT), DIME_BOOK: "demo" },
  stdio: ["ignore", "pipe", "inherit"],
});
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });

function watch() {
  const seen = { shift: 0, largest: 0 };
  Object.assign(window, { seen });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (!entry.hadRecentInput) seen.shift += entry.value;
  }).observe({ type: "layout-shift", buffered: true });
  new PerformanceObserver((list) => {
    seen.largest = list.getEntries().at(-1)?.startTime ?? seen.largest;
  }).observe({ type: "largest-contentful-paint", buffered: true });
}

async function measure(context, path) {
  const page = await context.newPage();
  await page.addInitScript(watch);
  await page.goto(`http://127.0.0.1:${PORT}${path}`);
  await page.waitForTimeout(SETTLED);
  const told = await page.evaluate(() => {
    const files = performance.getEntriesByType("resource");
    const usable = performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? 0;
    return {
      ...window.seen,
      first: usable,
      bytes: files.reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0),
      requests: files.length,
    };
  });
  await page.close();
  return told;
}

/**
 * What a newcomer's first picture needs, and what is then loaded to open the fill: files, and bytes of gzipped
 * JavaScript.
 */
async function measureFirst() {
  const html = await (await fetch(`http://127.0.0.1:${PORT}${FIRST}`)).text();
  const named = [...html.matchAll(/<link [^>]*rel="(?:modulepreload|preload|stylesheet)"[^>]*href="([^"]+)"/g)];
  const scripts = named.map(([, path]) => path).filter((path) => path.endsWith(".js"));
  const opening = (await readdir("build/client/assets")).filter((file) => /^opening-.*\.js$/.test(file));
  const size = async (paths) => {
    const files = await Promise.all(paths.map((path) => readFile(`build/client${path}`)));
    return files.reduce((sum, file) => sum + gzipSync(file).length, 0);
  };
  return {
    // The page itself counts.
    files: new Set(named.map(([, path]) => path)).size + 1,
    scripts: await size(scripts),
    opening: await size(opening.map((file) => `/assets/${file}`)),
  };
}

/** From address to editable fill, for a returning visitor. Milliseconds. */
async function measureAgain(context) {
  const page = await context.newPage();
  await page.goto(`http://127.0.0.1:${PORT}${FILL}/stack`);
  const there = await page.waitForFunction(() => {
    const line = document.querySelector("textarea");
    return line && !line.closest("[data-waiting]") && document.querySelector('[role="gridcell"]')
      ? performance.now()
      : null;
  });
  const told = await there.jsonValue();
  await page.close();
  return told;
}

/** From pressing a link to its screen without placeholders. Milliseconds, and the longest task meanwhile. */
async function measureLinks(context) {
  const page = await context.newPage();
  await page.addInitScript(() => {
    const tasks = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: "longtask",
      buffered: true,
    });
  });
  await page.goto(`http://127.0.0.1:${PORT}${FILL}/stack`);
  await page.waitForTimeout(SETTLED);
  const loading = Math.max(0, ...(await page.evaluate(() => window.tasks)));
  const told = [];
  for (const name of [
    "Floor",
    "Groove",
    "Shed",
    "Sheet",
    "Stack",
    "Shelf",
    "Cells",
    "Fit",
    "Flow",
    "Log",
    "Setup",
    "Fill",
  ]) {
    const pressed = await page
      .getByRole("link", { name, exact: true })
      .first()
      .evaluate((link) => {
        const from = performance.now();
        const before = location.pathname;
        link.click();
        return new Promise((done) => {
          const look = () => {
            const main = document.querySelector("main");
            const isThere =
              location.pathname !== before &&
              main &&
              !main.querySelector('[aria-busy="true"]') &&
              main.getAttribute("aria-busy") !== "true";
            if (isThere) requestAnimationFrame(() => done(performance.now() - from));
            else requestAnimationFrame(look);
          };
          requestAnimationFrame(look);
        });
      });
    told.push([name, pressed]);
    await page.waitForTimeout(700);
  }
  await page.close();
  return { loading, told };
}

const rows = [];
{
  // A newcomer: nothing is stored, and the server draws the first fill.
  const context = await browser.newContext({ viewport: SIZES[0], serviceWorkers: "block" });
  rows.push(["first visit", [await measure(context, "/")]]);
  await context.close();
}
const first = await measureFirst();
const contexts = [];
for (const viewport of SIZES) {
  const context = await browser.newContext({ viewport, serviceWorkers: "block" });
  // The first page creates the demo's book.
  await measure(context, "/");
  contexts.push(context);
}
for (const [name, path] of PAGES) {
  const told = [];
  for (const context of contexts) told.push(await measure(context, path));
  rows.push([name, told]);
}
console.log(
  `\n${"screens as they come".padEnd(24)}${["1280", "820", "390"].map((size) => `shift ${size}`.padStart(13)).join("")}${["first paint", "largest", "files", "kB"].map((head) => head.padStart(13)).join("")}`,
);
for (const [name, told] of rows) {
  const shifts = SIZES.map((_, index) => (told[index] ? told[index].shift.toFixed(4) : "").padStart(13)).join("");
  const [{ first, largest, requests, bytes }] = told;
  const rest = [`${Math.round(first)} ms`, `${Math.round(largest)} ms`, requests, Math.round(bytes / 1024)];
  console.log(`${name.padEnd(24)}${shifts}${rest.map((value) => String(value).padStart(13)).join("")}`);
}
// As for people: the offline copy serves the second visit too.
const keeping = await browser.newContext({ viewport: SIZES[0] });
await measureAgain(keeping);
{
  const page = await keeping.newPage();
  await page.goto(`http://127.0.0.1:${PORT}${FILL}/stack`);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.waitForTimeout(SETTLED);
  await page.close();
}
const again = [];
for (let run = 0; run < 5; run++) again.push(await measureAgain(keeping));
await keeping.close();
const links = await measureLinks(contexts[0]);
console.log("(to hold: shifts under 0.02)");
console.log(`\n${"first visit".padEnd(50)}${"to hold".padStart(13)}${"ours".padStart(13)}`);
for (const [what, hold, ours] of [
  ["JavaScript for the first picture, gzipped", "180 kB", `${(first.scripts / 1000).toFixed(1)} kB`],
  ["files for the first picture, page and fonts too", "20", first.files],
  ["JavaScript that then opens the fill, gzipped", "", `${(first.opening / 1000).toFixed(1)} kB`],
  ["address to a playable phrase, back again", "500 ms", `${Math.round(again.toSorted((a, b) => a - b)[2])} ms`],
  ["longest task while a fill is loaded", "100 ms", `${Math.round(links.loading)} ms`],
  ...links.told.map(([name, took]) => [`from its link: ${name}`, "300 ms", `${Math.round(took)} ms`]),
]) {
  console.log(`${what.padEnd(50)}${hold.padStart(13)}${String(ours).padStart(13)}`);
}
await browser.close();
server.kill();
