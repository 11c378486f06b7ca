/**
 * What a press costs, from the browser's own trace: `npm run bench -- presses`. Acts of the fill's tabs, Cells, Fit,
 * the Shelf with 2,000 fills and the Log, each several times, on this processor and on one that is four times slower.
 * "own work" is what the first frame waits for; the other columns are in press-trace.mjs.
 * `node bench/presses.mjs 1,4 edit,meter` measures some acts at some speeds.
 */
import { spawn } from "node:child_process";
import { chromium } from "@playwright/test";
import { bookOf, fillOf } from "../proof/kinds.mjs";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";
import { CATEGORIES, describeTasks, readLoad, readPresses } from "./press-trace.mjs";

const PORT = 4197;
const ADDRESS = `http://127.0.0.1:${PORT}`;
const SLOTS_64 = "@8 >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRK";
const FILL = "/fills/demo-gravel-road";
const FILLS = 2_000;
/** Milliseconds between two presses. */
const PAUSE = 700;
/** Milliseconds for whatever a screen still loads. */
const LOADED = 2_500;

const speeds = (process.argv[2] ?? "1,4").split(",").map(Number);
const chosen = process.argv[3]?.split(",") ?? null;

const server = spawn("node", ["server/serve.mjs"], {
  env: { ...process.env, PORT: String(PORT), DIME_BOOK: "demo" },
  stdio: ["ignore", "pipe", "inherit"],
});
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });

const button = (page, name, within = page) => within.getByRole("button", { name, exact: typeof name === "string" });
const link = (page, name) => page.getByRole("link", { name, exact: true }).first();
const box = (page, name) => page.getByRole("combobox", { name, exact: true });
/** The same press on each of several things in turn. */
const turns = (many, press) => Array.from({ length: many }, (_, turn) => () => press(turn));
const pick = (from, turn) => from[turn % from.length];

async function open(page, path) {
  await page.goto(`${ADDRESS}${path}`);
  await page.waitForFunction(() => document.querySelector("[data-waiting], [inert]") === null);
  await page.waitForTimeout(LOADED);
}

async function typeLine(page, text) {
  await page.getByRole("textbox", { name: "Stick line" }).fill(text);
  await page.waitForTimeout(LOADED);
}

/** Back by the same links, unmeasured. */
const away = (page, name) => async () => {
  await link(page, name).click();
  await page.waitForTimeout(PAUSE);
};

const ACTS = {
  edit: {
    name: "an edit of 64 notes, by key",
    prepare: async (page) => {
      await open(page, `${FILL}/stack`);
      await typeLine(page, SLOTS_64);
      await page.keyboard.press("Escape");
      await page.keyboard.press("ArrowRight");
    },
    presses: (page) => [..."kgakrlgakrlkgakrlgakrlk"].map((key) => () => page.keyboard.press(key)),
  },
  typing: {
    name: "typing that makes the line too long",
    prepare: async (page) => {
      await open(page, `${FILL}/stack`);
      await typeLine(page, "@4 RLRRL RLRRL RLRRLK");
      await page.keyboard.press("End");
    },
    presses: (page) => turns(12, (turn) => page.keyboard.press(pick(["R", "L", "Backspace", "Backspace"], turn))),
  },
  meter: {
    name: "another meter on the Stack",
    prepare: (page) => open(page, `${FILL}/stack`),
    presses: (page) => turns(12, (turn) => box(page, "Meter").selectOption(pick(["7/8", "4/4"], turn))),
  },
  value: {
    name: "another note value on the Stack",
    prepare: (page) => open(page, `${FILL}/stack`),
    presses: (page) => turns(12, (turn) => box(page, "Note value").selectOption(pick(["8", "4"], turn))),
  },
  put: {
    name: "Floor: a stroke put on a drum",
    prepare: async (page) => {
      await open(page, `${FILL}/floor`);
      await page.keyboard.press("ArrowRight");
    },
    presses: (page) =>
      turns(10, (turn) =>
        button(page, pick([/^Put note \d+ on the floor tom/, /^Put note \d+ on the snare/], turn)).press("Enter"),
      ),
  },
  layer: {
    name: "Floor: a layer added",
    prepare: (page) => open(page, `${FILL}/floor`),
    presses: (page) => turns(6, () => button(page, /Add layer/).click()),
  },
  kit: {
    name: "Floor: Kit opened",
    prepare: (page) => open(page, `${FILL}/floor`),
    presses: (page) =>
      turns(10, (turn) => page.getByRole("tab", { name: pick(["Kit", "Orchestration"], turn), exact: true }).click()),
    isEveryOther: true,
  },
  move: {
    name: "Cells: a move applied",
    prepare: (page) => open(page, "/cells/single-paradiddle"),
    presses: (page) => [..."tmtbtmtbtmtb"].map((key) => () => page.keyboard.press(key)),
  },
  cell: {
    name: "Cells: another cell chosen",
    prepare: (page) => open(page, "/cells/single-paradiddle"),
    presses: (page) =>
      turns(8, (turn) =>
        page
          .getByRole("navigation", { name: "Book of cells" })
          .getByRole("link")
          .nth(pick([3, 5, 8, 12], turn))
          .click(),
      ),
  },
  weight: {
    name: "Fit: a weight changed",
    prepare: async (page) => {
      await open(page, "/fit/demo-search-long");
      await page.getByRole("region", { name: "Rank by" }).getByRole("slider").first().focus();
    },
    presses: (page) =>
      turns(10, (turn) => page.keyboard.press(pick(["ArrowRight", "ArrowRight", "ArrowLeft", "ArrowLeft"], turn))),
  },
  step: {
    name: "Shed: another step",
    prepare: (page) => open(page, `${FILL}/shed`),
    presses: (page) =>
      turns(8, (turn) =>
        page
          .getByRole("region", { name: "Plan" })
          .getByRole("listitem")
          .getByRole("button")
          .nth(pick([1, 0], turn))
          .click(),
      ),
  },
  search: {
    name: "Shelf with 2,000 fills: a letter of the search",
    hasManyFills: true,
    prepare: async (page) => {
      await open(page, "/");
      await page.getByRole("searchbox").first().focus();
    },
    presses: (page) => [..."numbr19"].map((key) => () => page.keyboard.press(key)),
  },
  sort: {
    name: "Shelf with 2,000 fills: sorted",
    hasManyFills: true,
    prepare: (page) => open(page, "/"),
    presses: (page) => turns(6, (turn) => box(page, "Sort by").selectOption({ index: (turn + 1) % 2 })),
  },
  shelf: {
    name: "Shelf with 2,000 fills: opened",
    hasManyFills: true,
    prepare: (page) => open(page, "/setup"),
    presses: (page) => turns(5, () => link(page, "Shelf").click()),
    between: (page) => away(page, "Setup"),
  },
  ...Object.fromEntries(
    [
      ["floor", "the Floor", "Floor", `${FILL}/stack`, "Stack"],
      ["stack", "the Stack", "Stack", `${FILL}/floor`, "Floor"],
      ["fit", "Fit", "Fit", "/setup", "Setup"],
      ["cells", "Cells", "Cells", "/setup", "Setup"],
      ["log", "the Log", "Log", "/setup", "Setup"],
    ].map(([key, name, to, from, back]) => [
      key,
      {
        name: `from its link: ${name}`,
        prepare: (page) => open(page, from),
        presses: (page) => turns(5, () => link(page, to).click()),
        between: (page) => away(page, back),
      },
    ]),
  ),
  charts: {
    name: "Log: Charts opened",
    prepare: (page) => open(page, "/log"),
    presses: (page) =>
      turns(8, (turn) => page.getByRole("tab", { name: pick(["Charts", "Today"], turn), exact: true }).click()),
    isEveryOther: true,
  },
  play: {
    name: "the first Play",
    prepare: (page) => open(page, `${FILL}/stack`),
    presses: (page) => [() => button(page, "Play").click()],
    times: 4,
  },
};

/** What runs while something plays: milliseconds of the page's thread in a second. */
const LOADS = {
  groove: {
    name: "Groove, while playing",
    prepare: async (page) => {
      await open(page, `${FILL}/groove`);
      await button(page, "Play").click();
    },
  },
  shed: {
    name: "Shed, while playing",
    prepare: async (page) => {
      await open(page, `${FILL}/shed`);
      await button(page, "Play").click();
    },
  },
  flow: {
    name: "Flow, while playing",
    prepare: async (page) => {
      await open(page, "/flow");
      await button(page, "Play").click();
    },
  },
};

async function newPage({ speed, hasManyFills = false }) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
  const page = await context.newPage();
  await open(page, "/fills");
  if (hasManyFills) {
    await page.goto(`${ADDRESS}/`);
    const fills = Array.from({ length: FILLS }, (_, index) => fillOf(`many-${index}`, `Number ${index}`));
    await page.getByLabel("File to import").setInputFiles(bookOf({ fills }));
    await page.getByText(/^Imported: /).waitFor({ timeout: 120_000 });
  }
  const devtools = await context.newCDPSession(page);
  return { context, page, slow: () => devtools.send("Emulation.setCPUThrottlingRate", { rate: speed }) };
}

async function traced(page, act) {
  await browser.startTracing(page, { categories: CATEGORIES });
  await act();
  const { traceEvents } = JSON.parse(String(await browser.stopTracing()));
  return traceEvents;
}

const mark = (page, number) => page.evaluate((at) => void performance.mark(`press ${at}`), number);

async function measure(act, speed) {
  const told = [];
  let nodes = 0;
  for (let time = 0; time < (act.times ?? 1); time++) {
    const { context, page, slow } = await newPage({ ...act, speed });
    await act.prepare(page);
    await slow();
    const events = await traced(page, async () => {
      for (const [index, press] of act.presses(page).entries()) {
        if (index > 0) await act.between?.(page)();
        if (!(act.isEveryOther && index % 2 === 1)) await mark(page, index);
        await press();
        await page.waitForTimeout(PAUSE * Math.sqrt(speed));
        if (act.isEveryOther) await mark(page, `between ${index}`);
        nodes = await page.evaluate(() => document.querySelectorAll("*").length);
      }
    });
    told.push(...readPresses(events));
    if (process.env.SHOW) for (const words of describeTasks(events, Number(process.env.SHOW))) console.log(words);
    await context.close();
  }
  // What comes with the first press of its kind, such as code, counts as well.
  return { told, nodes };
}

const sorted = (values) => values.toSorted((a, b) => a - b);
const at = (values, part) =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * part))] ?? Number.NaN;
const COLUMNS = ["script", "style", "layout", "paint"];

for (const speed of speeds) {
  const head = ["own work", "95 %", "shown", "settled", "longest", ...COLUMNS, "nodes"];
  const title = speed === 1 ? "presses, ms (medians)" : `the same, ${speed} times slower`;
  console.log(`\n${title.padEnd(44)}${head.map((word) => word.padStart(9)).join("")}`);
  for (const [key, act] of Object.entries(ACTS)) {
    if (chosen && !chosen.includes(key)) continue;
    const { told, nodes } = await measure(act, speed);
    const values = (name) => told.map((press) => press[name]);
    const shown = [
      at(values("own"), 0.5),
      at(values("own"), 0.95),
      at(values("shown"), 0.5),
      at(values("settled"), 0.5),
      at(values("longest"), 0.5),
      ...COLUMNS.map((name) => at(values(name), 0.5)),
    ].map((value) => value.toFixed(1));
    console.log(`${act.name.padEnd(44)}${[...shown, nodes].map((value) => String(value).padStart(9)).join("")}`);
  }
  const loads = Object.entries(LOADS).filter(([key]) => !chosen || chosen.includes(`play-${key}`));
  for (const [, { name, prepare }] of loads) {
    const { context, page, slow } = await newPage({ speed });
    await prepare(page);
    await slow();
    await page.waitForTimeout(3_000);
    const events = await traced(page, async () => {
      await mark(page, 0);
      await page.waitForTimeout(5_000);
      await mark(page, 1);
    });
    console.log(`${name.padEnd(44)}${`${Math.round(readLoad(events))} ms of each second`.padStart(27)}`);
    await context.close();
  }
}
await browser.close();
server.kill();
server.stdout.destroy();
