/**
 * Uses the app in a real browser, kills the browser, opens it again, and looks at what is there: nothing older than a
 * second may be lost, and no older state shown. There are several kinds of use: see kinds.mjs.
 */
import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";
import { KINDS } from "./kinds.mjs";
import { makeRandom } from "./random.mjs";

/** Milliseconds of work that a killed browser may lose. */
export const MAY_LOSE = 1_000;
/** Milliseconds between two ticks of the clock, and what a tick counts for at most. */
const TICK = 10;
const LONGEST_TICK = 50;
/** Milliseconds between two acts. */
const PACE = { least: 40, most: 1_400 };

/**
 * A clock in milliseconds that stops while the machine does: a tick counts for no more than {@link LONGEST_TICK}. On a
 * shared machine everything may stand still for seconds, and then the browser is killed before it had any time at all.
 */
function startClock() {
  let now = 0;
  let before = performance.now();
  const tick = () => {
    const real = performance.now();
    now += Math.min(real - before, LONGEST_TICK);
    before = real;
  };
  setInterval(tick, TICK).unref();
  return () => {
    tick();
    return now;
  };
}
/** A browser in its own process group, so that it can be killed completely, with a persistent profile. */
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
      // Already gone.
    }
    await gone;
    await browser.close().catch(() => {});
  };
  const [context] = browser.contexts();
  return { newPage: () => context.newPage(), kill };
}

/** Whether the browser is killed just as the app writes, instead of at any moment. */
const isAtWrite = (round) => round % 2 === 1;

/** Acts at a pace until the chosen moment; returns the expected state after each act, and the time of the kill. */
async function actAndKill(kind, { newPage, kill }, address, random, round) {
  const page = await newPage();
  const act = await kind.setUp(page, address, round, random);
  await page.waitForTimeout(MAY_LOSE + 300);
  /** The state expected from `at` on. */
  const states = [{ at: 0, state: act.state }];
  const now = startClock();
  const pace = PACE.least + random() * (PACE.most - PACE.least);
  const total = (kind.lead ?? 400) + random() * (kind.span ?? 4_000);
  let killedAt = Number.POSITIVE_INFINITY;
  const began = now();
  let writes = Math.ceil(random() * 12);
  if (isAtWrite(round) && !kind.isQuick) {
    page.on("console", (message) => {
      if (message.text() === "write" && --writes === 0 && killedAt === Number.POSITIVE_INFINITY) {
        killedAt = now();
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
  const say = (state) => states.push({ at: now(), state });
  const ending = new Promise((done) => setTimeout(done, total));
  const acting = async () => {
    while (killedAt === Number.POSITIVE_INFINITY && now() - began < total) {
      await act.next(say);
      await new Promise((done) => setTimeout(done, pace));
    }
  };
  // If it is killed during an act, the pending request to the page fails.
  await Promise.race([acting().catch(() => {}), ending]);
  if (killedAt === Number.POSITIVE_INFINITY) killedAt = now();
  await kill();
  return { states, killedAt, pace, isMaybe: act.isMaybe ?? (() => false) };
}

/** What somebody would see. */
async function describePage(page) {
  return page
    .evaluate(() => `${document.location.href} ${document.readyState}: ${document.body.textContent}`.slice(0, 600))
    .catch((error) => `nothing, ${error}`);
}

/** Kills `kills` browsers against the app at `address`; reports each, and returns what went wrong. */
export async function proveDurability({ address, kind: name = "typing", kills, seed, tell = () => {} }) {
  const kind = KINDS[name];
  const random = makeRandom(seed);
  const profile = mkdtempSync(join(tmpdir(), "dime-stack-"));
  const failures = [];
  let worst = 0;
  let browser = await openBrowser(profile);
  try {
    for (let round = 0; round < kills; round++) {
      const { states, killedAt, pace, isMaybe } = await actAndKill(kind, browser, address, random, round);
      browser = await openBrowser(profile);
      const reader = await browser.newPage();
      const heard = [];
      reader.on("console", (message) => heard.push(message.text()));
      reader.on("pageerror", (error) => heard.push(String(error)));
      let read;
      try {
        read = await kind.read(reader, address);
      } catch (error) {
        // A page that doesn't open has lost everything, until somebody finds out why.
        const page = await describePage(reader);
        failures.push({ round, shown: "a page that doesn't open", error: String(error), page, heard });
        tell({ kind: name, round, pace, acts: states.length - 1, lost: Number.POSITIVE_INFINITY, isGood: false });
        await reader.close();
        continue;
      }
      const { shown, settled } = read;
      await reader.close();
      const last = states.findLastIndex(({ state }) => state === settled);
      // The act after the last surviving one is the oldest lost.
      const lost = isMaybe(settled, last >= 0)
        ? 0
        : last >= 0
          ? Math.max(0, killedAt - (states[last + 1]?.at ?? killedAt))
          : Number.POSITIVE_INFINITY;
      worst = Math.max(worst, lost);
      const isGood = lost <= MAY_LOSE && shown === settled;
      if (!isGood) failures.push({ round, shown, settled, last: states.at(-1)?.state, lost });
      tell({ kind: name, round, pace, acts: states.length - 1, lost, isGood, atWrite: isAtWrite(round) });
    }
  } finally {
    await browser.kill();
    try {
      rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
    } catch (error) {
      // What a dying browser still writes must not hide the result.
      console.warn(`${profile} is left over: ${error}`);
    }
  }
  return { failures, worst };
}
