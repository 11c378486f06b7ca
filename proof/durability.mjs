/**
 * Types into the app in a real browser, kills the browser, opens it again, and looks what is there: nothing older than a
 * second may be lost, and nothing older than that be shown.
 */
import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";

/** Milliseconds of typing that a killed browser may lose. */
export const MAY_LOSE = 1_000;
const LETTERS = "RLKHrl >-";

/** Numbers from 0 to 1 that are the same for the same seed. */
function makeRandom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A browser of its own process group, so that it can be killed whole, over a profile that stays. */
async function openBrowser(profile) {
  const args = [
    ...CHROMIUM_ARGS,
    "--headless",
    "--remote-debugging-port=0",
    `--user-data-dir=${profile}`,
    "about:blank",
  ];
  const child = spawn(findChromium(), args, { detached: true, stdio: ["ignore", "ignore", "pipe"] });
  const address = await new Promise((found, failed) => {
    let heard = "";
    child.stderr.on("data", (part) => {
      heard += part;
      const [, url] = /DevTools listening on (ws:\S+)/.exec(heard) ?? [];
      if (url) found(url);
    });
    child.once("exit", () => failed(new Error(`the browser ended: ${heard}`)));
  });
  const gone = new Promise((done) => child.once("exit", done));
  const browser = await chromium.connectOverCDP(address);
  const kill = async () => {
    try {
      process.kill(-child.pid, "SIGKILL");
    } catch {
      // Gone already.
    }
    await gone;
    await browser.close().catch(() => {});
  };
  const [context] = browser.contexts();
  return { page: await context.newPage(), kill };
}

/** Whether the browser is killed just as the app writes, instead of at any moment. */
const isAtWrite = (round) => round % 2 === 1;

/** Types at a pace until the moment has come; returns what was in the field at which time, and when it was killed. */
async function typeAndKill(page, kill, random, round) {
  const line = page.getByRole("textbox", { name: "Stick line" });
  await line.waitFor();
  await line.fill("@4 ");
  await page.waitForTimeout(MAY_LOSE + 300);
  const typed = [{ at: 0, text: await line.inputValue() }];
  const pace = 40 + random() * 1_360;
  const total = 400 + random() * 4_000;
  let killedAt = Number.POSITIVE_INFINITY;
  const began = performance.now();
  let writes = Math.ceil(random() * 12);
  if (isAtWrite(round)) {
    page.on("console", (message) => {
      if (message.text() === "write" && --writes === 0 && killedAt === Number.POSITIVE_INFINITY) {
        killedAt = performance.now();
        void kill();
      }
    });
    await page.evaluate(() => {
      const { put } = IDBObjectStore.prototype;
      IDBObjectStore.prototype.put = function (...given) {
        console.log("write");
        return put.apply(this, given);
      };
    });
  }
  await line.focus();
  await page.keyboard.press("End");
  try {
    while (killedAt === Number.POSITIVE_INFINITY && performance.now() - began < total) {
      const next = LETTERS[Math.floor(random() * LETTERS.length)];
      // Before it is pressed: the browser may be killed in the middle.
      typed.push({ at: performance.now(), text: typed.at(-1).text + next });
      await page.keyboard.insertText(next);
      await new Promise((done) => setTimeout(done, pace));
    }
  } catch {
    // Killed in the middle of a key.
  }
  if (killedAt === Number.POSITIVE_INFINITY) killedAt = performance.now();
  await kill();
  return { typed, killedAt, pace };
}

/** Kills `kills` browsers against the app at `address`; tells of each, and returns what went wrong. */
export async function proveDurability({ address, kills, seed, tell = () => {} }) {
  const random = makeRandom(seed);
  const profile = mkdtempSync(join(tmpdir(), "dime-stack-"));
  const failures = [];
  let worst = 0;
  try {
    for (let round = 0; round < kills; round++) {
      const first = await openBrowser(profile);
      await first.page.goto(`${address}/fills`);
      const { typed, killedAt, pace } = await typeAndKill(first.page, first.kill, random, round);
      const second = await openBrowser(profile);
      await second.page.goto(`${address}/fills`);
      const line = second.page.getByRole("textbox", { name: "Stick line" });
      await line.waitFor();
      const shown = await line.inputValue();
      await second.page.waitForTimeout(300);
      const settled = await line.inputValue();
      await second.kill();
      const last = typed.findLastIndex(({ text }) => text === settled);
      // The key after the last one that is there is the oldest that is lost.
      const lost = last < 0 ? Number.POSITIVE_INFINITY : Math.max(0, killedAt - (typed[last + 1]?.at ?? killedAt));
      worst = Math.max(worst, lost);
      const isGood = lost <= MAY_LOSE && shown === settled;
      if (!isGood) failures.push({ round, shown, settled, typed: typed.at(-1)?.text, lost });
      tell({ round, pace, keys: typed.length - 1, lost, isGood, atWrite: isAtWrite(round) });
    }
  } finally {
    rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
  }
  return { failures, worst };
}
