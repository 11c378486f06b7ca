/**
 * `npm run shots`: one picture of each main view in docs/screenshots, from the demo's book; `npm run shots -- fit` for
 * one.
 */
import { spawn } from "node:child_process";
import { join } from "node:path";
import { CHROMIUM_ARGS, findChromium } from "./chromium.mjs";
import { build, installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
build();
const { chromium } = await import("@playwright/test");

const PORT = 4194;
const server = spawn("node", ["server/serve.mjs"], {
  cwd: ROOT,
  env: { ...process.env, PORT: String(PORT), DIME_BOOK: "demo" },
  stdio: ["ignore", "pipe", "inherit"],
});
// Even if something below fails: a leftover server would keep the caller waiting.
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });

const note = (page, slot) => page.getByRole("listbox", { name: /^Rail/ }).locator(`[data-slot="${slot}"]`);
const movesShown = (page) => page.getByRole("region", { name: "Moves", exact: true }).getByRole("img").nth(6).waitFor();
const scored = (page) => page.locator("[aria-label=Score] [data-slot]").first().waitFor();
const engraved = (page) => page.locator("[aria-label=Staff] [data-slot]").first().waitFor();

const paged = async (page) => {
  await page
    .getByRole("img", { name: /^Page 1 of/ })
    .locator("svg")
    .waitFor();
  await page.evaluate(() => document.fonts.ready);
};

async function setUp(page, { hands, theme }) {
  await page.goto(`http://127.0.0.1:${PORT}/setup`);
  if (hands) await page.getByRole("radio", { name: new RegExp(`^${hands}`) }).check();
  if (theme) {
    await page.getByRole("radio", { name: theme }).check();
    await page.locator(`[data-theme=${theme === "Dark" ? "backline" : "daylight"}]`).waitFor();
  }
}

/** A step with the simulated drummer, with one fault or none, in its second repeat. */
async function playInShed(page, step, fault) {
  await page.getByText("Demo drummer", { exact: true }).click();
  await page.getByRole("region", { name: "Plan" }).getByRole("button", { name: step }).click();
  // Reminders come once a day: dismisses both of the first day.
  const read = page.getByRole("button", { name: "OK" });
  await read.click();
  if (fault) await page.getByRole("slider", { name: fault }).fill("34");
  await page.getByRole("button", { name: "Play", exact: true }).click();
  await read.click();
  await page.getByRole("region", { name: "Numbers of the last repeat" }).waitFor();
  await page.locator("[data-mark]").nth(3).waitFor();
}

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const SHOTS = [
  {
    name: "stack",
    path: "/fills/demo-five-five-six/stack",
    act: async (page) => {
      await engraved(page);
      await note(page, 10).click();
    },
  },
  {
    name: "stack-problem",
    path: "/fills/demo-harbour-threes/stack",
    act: async (page) => {
      await engraved(page);
      await page.getByRole("textbox", { name: "Stick line" }).fill("@4 >RLKx5 (RR) >kF");
    },
  },
  {
    name: "stack-backline-left-handed",
    path: "/cells/drag-paradiddle-1",
    setup: { hands: "Left-handed", theme: "Dark" },
    act: async (page) => {
      await page.getByRole("button", { name: "New fill from all of it" }).click();
      await engraved(page);
    },
  },
  { name: "stack-phone", path: "/fills/demo-gravel-road/stack", size: PHONE, act: engraved },
  { name: "shelf", path: "/", act: (page) => page.getByRole("heading", { name: /^Shelf/ }).waitFor() },
  { name: "sheet", path: "/fills/demo-gravel-road/sheet", act: paged },
  { name: "lesson", path: "/lessons/demo-lesson-verse", act: paged },
  { name: "cells", path: "/cells/demo-cell-lantern-seven", act: movesShown },
  {
    name: "stack-closing",
    path: "/fills/demo-unfinished/stack",
    act: async (page) => {
      await engraved(page);
      await page.getByRole("button", { name: "Band hits" }).click();
      await page.getByRole("combobox", { name: "or one of these" }).selectOption("three, three, two");
      await page.keyboard.press("Escape");
      await page.getByRole("region", { name: "Verdict" }).getByRole("button", { name: /free/ }).click();
      await page.getByRole("region", { name: "Endings" }).getByRole("listitem").nth(3).waitFor();
    },
  },
  {
    name: "fit",
    path: "/fit/demo-search-long",
    act: async (page) => {
      const ways = page.getByRole("list", { name: "Results found" });
      await ways.getByRole("img").nth(3).waitFor();
      await page.getByRole("heading", { name: "Pool" }).click();
      await page.keyboard.press("s");
      await page.getByText(/12 random results/).waitFor();
      await page.keyboard.press("ArrowRight");
      await page.getByRole("region", { name: "The chosen result" }).waitFor();
      await ways.getByRole("listitem").nth(4).getByRole("img").waitFor();
      await page.evaluate(() => window.scrollTo(0, 0));
    },
  },
  {
    name: "floor",
    path: "/fills/demo-crash-and-kick/floor",
    act: async (page) => {
      await note(page, 6).waitFor();
      await page.getByRole("region", { name: "Floor plan" }).locator('[data-slot="14"]').last().hover();
    },
  },
  {
    name: "floor-left-handed",
    path: "/fills/demo-slow-lantern/floor",
    setup: { hands: "Left-handed", theme: "Dark" },
    act: async (page) => {
      await page.getByRole("tab", { name: "Kit" }).click();
      await page.getByRole("combobox", { name: "Your kit" }).selectOption("Cellar kit, left-handed");
      await page.getByRole("textbox", { name: "Name of the kit" }).waitFor();
      await page.getByRole("button", { name: /^floor tom/ }).click();
    },
  },
  {
    name: "grooves",
    path: "/fills/demo-five-four-ladder/groove",
    act: async (page) => {
      await scored(page);
      await page.getByRole("checkbox", { name: "Bracket the cells" }).check();
      await page.getByRole("tab", { name: "Form" }).click();
    },
  },
  {
    name: "flow",
    path: "/flow/demo-flow-lanterns",
    act: async (page) => {
      await page.getByText(/ways to fill 4 bars/).waitFor();
      await page.getByRole("button", { name: "OK" }).click();
      await page.getByRole("region", { name: "Listening" }).getByText("Demo drummer", { exact: true }).click();
      await page.evaluate(() => window.scrollTo(0, 0));
      await page.getByRole("heading", { name: "Ideas" }).click();
      await page.keyboard.press("Space");
      await page.getByText("home in 9").waitFor();
    },
  },
  {
    name: "shed-playing",
    path: "/fills/demo-five-five-six/shed",
    act: (page) => playInShed(page, /All of it on one drum/, null),
  },
  {
    name: "shed-verdict",
    path: "/fills/demo-gravel-road/shed",
    act: async (page) => {
      await playInShed(page, /All of it on one drum/, "Other hand late");
      await page.getByText(/Left hand \d+ ms late/).waitFor();
      await page.getByText(/^repeat 4$/).waitFor();
    },
  },
  {
    name: "log",
    path: "/log?tab=charts",
    act: (page) => page.locator(".recharts-bar-rectangle").nth(5).waitFor(),
  },
  { name: "today", path: "/log", act: (page) => page.getByRole("link", { name: "Begin" }).waitFor() },
  { name: "setup", path: "/setup", act: (page) => page.getByRole("heading", { name: "Setup" }).waitFor() },
];

const wanted = process.argv.slice(2);
const isWanted = ({ name }) => wanted.length === 0 || wanted.some((start) => name.startsWith(start));
for (const { name, path, size = DESK, setup, act } of SHOTS.filter(isWanted)) {
  const context = await browser.newContext({ viewport: size });
  const page = await context.newPage();
  // The first visit opens the Stack; the pictures show later visits.
  await page.goto(`http://127.0.0.1:${PORT}/`);
  await page.getByRole("grid", { name: /Stack/ }).waitFor();
  // Until the book is open, the page is the server's picture.
  await page.locator("[data-waiting]").waitFor({ state: "detached" });
  if (setup) await setUp(page, setup);
  await page.goto(`http://127.0.0.1:${PORT}${path}`);
  await act(page);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(ROOT, "docs", "screenshots", `${name}.png`), animations: "disabled" });
  console.log(`docs/screenshots/${name}.png`);
  await context.close();
}
await browser.close();
server.kill();
server.stdout.destroy();
