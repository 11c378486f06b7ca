/**
 * A day of use at full speed, deterministic for a seed: two tabs, edits, practice, imports, backups, restores, clock
 * changes, offline times, app updates. A model of the book's expected contents runs beside it, and both are compared at
 * the end.
 */
import { mkdtempSync, rmSync } from "node:fs";
import { createServer, request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";
import { bookOf, fillOf, openShelf } from "./kinds.mjs";
import { makeRandom } from "./random.mjs";

const YEAR = 365 * 86_400_000;
const LINES = ["@4 RLRRLRLL", "@4 RLLRLRRL", "@4 RRLLRRLL", "@4 >RLRL >RLRL", "@3 RLRLRL", "@4 RLK RLK RL"];
const WAIT = 60_000;

/** The server behind a proxy that can give its service worker another version. */
async function standBefore(address) {
  let version = 0;
  const { hostname, port } = new URL(address);
  const door = createServer((asked, answer) => {
    const { method, url: path, headers } = asked;
    const isWorker = path === "/service-worker.js";
    const passed = isWorker ? { host: headers.host, "accept-encoding": "identity" } : headers;
    request({ hostname, port, method, path, headers: passed }, (found) => {
      if (!isWorker) {
        answer.writeHead(found.statusCode, found.headers);
        return found.pipe(answer);
      }
      const { "content-length": _, etag: __, ...rest } = found.headers;
      answer.writeHead(found.statusCode, rest);
      found.pipe(answer, { end: false });
      found.on("end", () => answer.end(`\n// version ${version}\n`));
    })
      .on("error", () => answer.destroy())
      .end();
  });
  await new Promise((ready) => door.listen(0, "127.0.0.1", ready));
  return {
    address: `http://127.0.0.1:${door.address().port}`,
    renew: () => {
      version++;
    },
    close: () => {
      door.closeAllConnections();
      door.close();
    },
  };
}

/** The book's expected contents. Rows by id; a row that an import added beside another has an id of the model's own. */
function makeModel() {
  return { rows: new Map(), runs: new Set(), hands: "Right-handed", next: 0 };
}
const isSame = (a, b) => a.name === b.name && a.text === b.text && a.base === b.base;
const isLive = ({ isBinned }) => !isBinned;
const copyOf = ({ rows, runs }) => ({
  rows: new Map([...rows].map(([id, row]) => [id, { ...row }])),
  runs: new Set(runs),
});

/** What restoring a backup does to the model. */
function restore(model, backup) {
  for (const [id, row] of backup.rows) {
    if (row.isBinned) continue;
    const mine = model.rows.get(id);
    if (!mine) model.rows.set(id, { ...row });
    else if (isSame(mine, row)) mine.isBinned = false;
    else if (![...model.rows.values()].some((one) => isLive(one) && isSame(one, row))) {
      const key = `${id} beside ${row.name} ${row.text}`;
      model.rows.set(key, { ...row, isBinned: false, isNameless: true });
    }
  }
  for (const id of backup.runs) model.runs.add(id);
}

/** Performs a number of acts, or the given ones, against the app at `address`; returns all differences. */
export async function soak({ address, acts, seed, tell = () => {} }) {
  const random = makeRandom(seed);
  const upTo = (most) => Math.floor(random() * most);
  const pick = (from) => from[upTo(from.length)];
  const door = await standBefore(address);
  const folder = mkdtempSync(join(tmpdir(), "dime-stack-"));
  const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: "allow" });
  context.setDefaultTimeout(WAIT);
  // A wrong clock on the page; the workers' clock is right.
  await context.addInitScript(() => {
    const RealDate = Date;
    const offset = () => Number(localStorage.getItem("soak-clock") ?? 0);
    const now = () => RealDate.now() + offset();
    globalThis.Date = new Proxy(RealDate, {
      construct: (Made, given) => (given.length > 0 ? new Made(...given) : new Made(now())),
      get: (Made, name) => (name === "now" ? now : Reflect.get(Made, name)),
    });
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = function (value, ...more) {
      if (value?.content?.do === "run") console.log(`run ${value.content.run.id}`);
      return put.call(this, value, ...more);
    };
  });
  const model = makeModel();
  const tabs = [await context.newPage(), await context.newPage()];
  for (const tab of tabs) {
    tab.on("console", (message) => {
      const [, id] = /^run (\S+)$/.exec(message.text()) ?? [];
      if (id) model.runs.add(id);
    });
  }
  const line = (tab) => tab.getByRole("textbox", { name: "Stick line" });
  const saved = (tab) => tab.getByText("Saved", { exact: true }).waitFor();
  const usable = (tab) => tab.waitForFunction(() => document.querySelector("[data-waiting]") === null);
  const open = async (tab, id, place = "stack") => {
    await tab.goto(`${door.address}/fills/${id}/${place}`);
    await usable(tab);
    if (place === "stack") await line(tab).waitFor();
  };
  const live = () => [...model.rows].filter(([, row]) => isLive(row) && !row.isNameless).map(([id]) => id);
  const card = (tab, { name }) =>
    tab.getByRole("article").filter({ has: tab.getByRole("heading", { name, exact: true }) });
  const importFile = async (tab, file) => {
    await openShelf(tab, door.address);
    await tab.getByLabel("File to import").setInputFiles(file);
    await tab.getByText(/^Imported: /).waitFor();
  };
  let backup = null;

  const ACTS = {
    make: async (tab) => {
      await openShelf(tab, door.address);
      await tab.getByRole("button", { name: "New fill" }).click();
      const [name, text] = [`Made ${model.next++}`, pick(LINES)];
      await line(tab).fill(text);
      await tab.getByRole("textbox", { name: "Name of the fill" }).fill(name);
      await saved(tab);
      const [, id] = /fills\/([^/]+)\//.exec(tab.url());
      model.rows.set(id, { name, text, base: "made", isBinned: false });
    },
    edit: async (tab) => {
      const id = pick(live());
      await open(tab, id);
      const text = pick(LINES);
      await line(tab).fill(text);
      await saved(tab);
      model.rows.get(id).text = text;
    },
    rename: async (tab) => {
      const id = pick(live());
      await open(tab, id);
      const name = `Named ${model.next++}`;
      await tab.getByRole("textbox", { name: "Name of the fill" }).fill(name);
      await saved(tab);
      model.rows.get(id).name = name;
    },
    both: async (tab) => {
      const other = tabs.find((one) => one !== tab);
      const id = pick(live());
      await open(tab, id);
      await open(other, id);
      const text = `${pick(LINES)} `.trim();
      await line(tab).fill(text);
      await saved(tab);
      await other.waitForFunction(
        (wanted) => document.querySelector("textarea, [role=textbox]")?.value === wanted,
        text,
      );
      model.rows.get(id).text = text;
    },
    bin: async (tab) => {
      if (live().length < 4) return;
      const row = model.rows.get(pick(live()));
      if ([...model.rows.values()].filter((one) => isLive(one) && one.name === row.name).length > 1) return;
      await openShelf(tab, door.address);
      await card(tab, row)
        .getByRole("button", { name: /^Delete/ })
        .click();
      await tab.getByText(/The fill is in the bin/).waitFor();
      row.isBinned = true;
    },
    bringBack: async (tab) => {
      const row = [...model.rows.values()].find(({ isBinned }) => isBinned);
      if (!row || [...model.rows.values()].filter(({ isBinned, name }) => isBinned && name === row.name).length > 1)
        return;
      await openShelf(tab, door.address);
      await tab.getByText(/^Bin: /).click();
      await tab
        .getByRole("listitem")
        .filter({ hasText: row.name })
        .filter({ hasText: row.text })
        .getByRole("button", { name: "Restore" })
        .click();
      await tab.getByText(/back on the shelf/).waitFor();
      row.isBinned = false;
    },
    copy: async (tab) => {
      const row = model.rows.get(pick(live()));
      if ([...model.rows.values()].filter((one) => isLive(one) && one.name === row.name).length > 1) return;
      await openShelf(tab, door.address);
      await card(tab, row)
        .getByRole("button", { name: /^Duplicate/ })
        .click();
      await tab.getByText(/is on the shelf/).waitFor();
      model.rows.set(`copy ${model.next++}`, { ...row, name: `${row.name} (copy)`.slice(0, 120), isNameless: true });
    },
    practise: async (tab) => {
      await open(tab, pick(live()), "shed");
      const before = model.runs.size;
      const play = tab.getByRole("button", { name: "Play", exact: true });
      await play.click();
      const until = Date.now() + 8_000;
      while (model.runs.size < before + 2 && Date.now() < until) {
        await tab.keyboard.press(pick(["1", "2", "3"]));
        await new Promise((done) => setTimeout(done, 150));
      }
      await tab.getByRole("button", { name: "Stop", exact: true }).click();
    },
    setUp: async (tab) => {
      await tab.goto(`${door.address}/setup`);
      model.hands = pick(["Right-handed", "Left-handed"]);
      await tab.getByRole("radio", { name: new RegExp(`^${model.hands}`) }).check();
    },
    bringIn: async (tab) => {
      const made = Array.from({ length: 1 + upTo(3) }, () => `In ${model.next++}`);
      const at = Date.now() - upTo(3 * YEAR);
      const id = `run-${model.next++}`;
      const run = {
        ...{ id, at, fillId: "first", fill: "One", step: "whole", kind: "whole", tempo: 80, result: "clean" },
        ...{ by: "self", seconds: 3, fault: null, numbers: null },
      };
      const idOf = (name) => name.toLowerCase().replace(" ", "-");
      await importFile(tab, bookOf({ fills: made.map((name) => fillOf(idOf(name), name)), runs: [run] }));
      for (const name of made) model.rows.set(idOf(name), { name, text: "@4 RLRRLK", base: "in", isBinned: false });
      model.runs.add(id);
    },
    backUp: async (tab) => {
      await tab.goto(`${door.address}/setup`);
      const waiting = tab.waitForEvent("download");
      await tab.getByRole("button", { name: "Download a backup" }).click();
      const path = join(folder, "backup.dimestack");
      await (await waiting).saveAs(path);
      backup = { path, model: copyOf(model) };
    },
    restore: async (tab) => {
      if (!backup) return;
      await tab.goto(`${door.address}/setup`);
      await tab.getByLabel("File to import").setInputFiles(backup.path);
      await tab.getByRole("button", { name: "Import", exact: true }).click();
      await tab.getByText(/Imported: |is empty/).waitFor();
      restore(model, backup.model);
    },
    clock: async (tab) => {
      const offset = pick([0, 0, 5 * YEAR, -9 * YEAR, 86_400_000, -3_600_000]);
      await tab.evaluate((by) => localStorage.setItem("soak-clock", String(by)), offset);
    },
    offline: async (tab) => {
      await open(tab, pick(live()));
      await tab.evaluate(async () => {
        await navigator.serviceWorker.ready;
      });
      const id = pick(live());
      await context.setOffline(true);
      await open(tab, id);
      const text = pick(LINES);
      await line(tab).fill(text);
      await saved(tab);
      await context.setOffline(false);
      model.rows.get(id).text = text;
    },
    update: async (tab) => {
      await open(tab, pick(live()));
      door.renew();
      await tab.evaluate(async () => {
        await (await navigator.serviceWorker.ready).update();
      });
      const reload = tab.getByRole("button", { name: "Reload", exact: true });
      await reload.waitFor();
      await Promise.all([tab.waitForEvent("load"), reload.click()]);
      await line(tab).waitFor();
    },
    killTab: async (tab) => {
      const at = tabs.indexOf(tab);
      await tab.close({ runBeforeUnload: false });
      tabs[at] = await context.newPage();
      tabs[at].on("console", (message) => {
        const [, id] = /^run (\S+)$/.exec(message.text()) ?? [];
        if (id) model.runs.add(id);
      });
    },
  };

  try {
    await openShelf(tabs[0], door.address);
    const first = await readBook(tabs[0]);
    for (const { id, name, text } of first.rows) model.rows.set(id, { name, text, base: "made", isBinned: false });
    const given = typeof acts === "number" ? ["make", "bringIn", "make", "backUp"] : acts;
    const many = typeof acts === "number" ? acts : acts.length;
    for (let done = 0; done < many; done++) {
      const name = given[done] ?? pick(Object.keys(ACTS));
      const tab = pick(tabs);
      try {
        await ACTS[name](tab);
      } catch (error) {
        return { differences: [`act ${done + 1}, ${name}: ${error.message}`], done };
      }
      tell({ done: done + 1, name });
    }
    const [tab] = tabs;
    await tab.evaluate(() => localStorage.removeItem("soak-clock"));
    await openShelf(tab, door.address);
    return { differences: compare(model, await readBook(tab)), done: many };
  } finally {
    await browser.close();
    door.close();
    rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
  }
}

/** The book's contents, and the number of runs in the log. */
async function readBook(tab) {
  const rows = await tab.evaluate(
    () =>
      new Promise((done, failed) => {
        const opening = indexedDB.open("dime-stack");
        opening.onerror = failed;
        opening.onsuccess = () => {
          const asked = opening.result.transaction("fills").objectStore("fills").getAll();
          asked.onsuccess = () => {
            opening.result.close();
            done(
              asked.result.map(({ id, content, deletedAt }) => ({
                id,
                name: content.name,
                text: content.text,
                isBinned: deletedAt > 0,
              })),
            );
          };
        };
      }),
  );
  await tab.getByRole("link", { name: "Log", exact: true }).click();
  const kept = tab.getByText(/runs? kept$/);
  await kept.waitFor();
  const runs = Number((await kept.textContent()).replace(/\D/g, ""));
  await tab.getByRole("link", { name: "Setup" }).click();
  const hand = tab.getByRole("radio", { name: /-handed/, checked: true });
  await hand.waitFor();
  const [hands] = /\w+-handed/.exec(await hand.evaluate((radio) => radio.labels[0].textContent)) ?? [];
  return { rows, runs, hands };
}

function compare(model, book) {
  const sign = ({ name, text, isBinned }) => `${isBinned ? "binned" : "live"} “${name}” ${text}`;
  const [wanted, found] = [[...model.rows.values()].map(sign).sort(), book.rows.map(sign).sort()];
  const left = [...found];
  const missing = wanted.filter((one) => {
    const at = left.indexOf(one);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
  return [
    ...missing.map((one) => `missing: ${one}`),
    ...left.map((one) => `not expected: ${one}`),
    ...(book.runs === model.runs.size ? [] : [`${book.runs} runs, not ${model.runs.size}`]),
    ...(book.hands === model.hands ? [] : [`${book.hands}, not ${model.hands}`]),
  ];
}
