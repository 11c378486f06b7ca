/**
 * What is done when the browser is killed. Each kind prepares a page and returns its state; `next` performs one more
 * act and reports, before or during it, the state expected from then on; `read` opens the app again and returns the
 * state.
 */

const LETTERS = "RLKHrl >-";
const SETTLED = 300;

const pick = (random, from) => from[Math.floor(random() * from.length)];
const lineOf = (page) => page.getByRole("textbox", { name: "Stick line" });
const nameOf = (page) => page.getByRole("textbox", { name: "Name of the fill" });

/** The state immediately, and a moment later. */
async function readTwice(page, read) {
  const shown = await read();
  await page.waitForTimeout(SETTLED);
  return { shown, settled: await read() };
}

export const fillOf = (id, name) => ({
  id,
  createdAt: 1,
  updatedAt: 1,
  content: {
    name,
    tags: [],
    text: "@4 RLRRLK",
    goodText: "@4 RLRRLK",
    meter: { beats: 4, unit: 4 },
    tempo: 90,
    window: { start: 0, length: 40_320 },
    countStyle: "beats",
    groove: "straight-eighths",
    grooveBars: 1,
  },
});
const ORDER = ["Apple", "Birch", "Cedar", "Dogwood"];
const LESSON = {
  id: "lesson",
  createdAt: 1,
  updatedAt: 1,
  content: {
    name: "Trees",
    tags: [],
    intro: "",
    items: ORDER.map((text) => ({ key: text.toLowerCase(), kind: "heading", text, words: "" })),
  },
};
const ideaOf = (key, text) => ({
  ...{ key, kind: "fill", of: key, name: key, text, rate: null, weight: 1, least: 0, most: null, tail: null },
  ...{ path: "kept", accents: false, changesEnd: false },
});
const FLOW = {
  id: "flow",
  createdAt: 1,
  updatedAt: 1,
  content: {
    name: "Between trees",
    meter: { beats: 4, unit: 4 },
    tempo: 120,
    ideas: [ideaOf("one", "@4 RLRRLRLL"), ideaOf("two", "@4 RLLRRLLR")],
    bars: 1,
    rules: { inRow: null, lead: "written", endsFree: false, meet: null },
    form: { kind: "solo", timeBars: 0, isCalled: true, rounds: null },
    groove: "straight-eighths",
    setting: { during: "nothing", foot: "none" },
    ahead: "played",
    isHeld: false,
    ladder: null,
    seed: 1,
  },
};

/** A book file with these contents. */
export function bookOf(given) {
  const kinds = [
    "flows",
    "lessons",
    "fills",
    "cells",
    "rudiments",
    "searches",
    "kits",
    "grooves",
    "plans",
    "runs",
    "flowRecords",
  ];
  const empty = Object.fromEntries(kinds.map((kind) => [kind, []]));
  const text = JSON.stringify({ format: "dime-stack-book", version: 10, ...empty, ...given });
  return { name: "book.dimestack", mimeType: "application/json", buffer: Buffer.from(text) };
}

/** Opens the Shelf in any browser. */
export async function openShelf(page, address) {
  await page.goto(`${address}/fills`);
  await lineOf(page).waitFor();
  await page.waitForFunction(() => document.querySelector("[data-waiting]") === null);
  await page.goto(`${address}/`);
  await page.getByRole("heading", { name: /^Shelf/ }).waitFor();
}

async function bringIn(page, address, given) {
  await openShelf(page, address);
  await page.getByLabel("File to import").setInputFiles(bookOf(given));
  await page.getByText(/^Imported: /).waitFor();
}

/** A text field on the Stack. */
function field(find, begin) {
  return {
    setUp: async (page, address, _round, random) => {
      await page.goto(`${address}/fills`);
      const typed = find(page);
      await typed.waitFor();
      await page.waitForFunction(() => document.querySelector("[data-waiting]") === null);
      await typed.fill(begin);
      await typed.focus();
      await page.keyboard.press("End");
      let state = await typed.inputValue();
      return {
        state,
        next: async (say) => {
          const letter = pick(random, LETTERS);
          state += letter;
          // Reported before the press: the browser may be killed during it.
          say(state);
          await page.keyboard.insertText(letter);
        },
      };
    },
    read: async (page, address) => {
      await page.goto(`${address}/fills`);
      await find(page).waitFor();
      return readTwice(page, () => find(page).inputValue());
    },
  };
}

/**
 * A choice between two states. The driver waits until something can be pressed, so the press itself reports it: `press`
 * presses for a state, and `event` is what the page then gets.
 */
async function switching(page, event, begin, flip, press) {
  let state = begin;
  let isPressing = false;
  let say = () => {};
  page.on("console", (message) => {
    if (message.text() !== "pressed") return;
    isPressing = false;
    say(state);
  });
  await page.evaluate((name) => document.addEventListener(name, () => console.log("pressed"), true), event);
  return {
    state,
    // The browser may be killed before the page could report the press.
    isMaybe: (settled) => isPressing && settled === state,
    next: async (told) => {
      say = told;
      state = flip(state);
      isPressing = true;
      await press(state);
    },
  };
}

/** The number of runs in the log. */
async function countRuns(page, address) {
  await openShelf(page, address);
  await page.goto(`${address}/log`);
  const kept = page.getByText(/runs? kept$/);
  await kept.waitFor();
  const text = await kept.textContent();
  return text.replace(/\D/g, "");
}

/** Keys that judge the playing: the press itself asks for the run to be saved. */
function judging(path, keys) {
  return {
    lead: 2_500,
    span: 6_000,
    setUp: async (page, address, _round, random) => {
      await bringIn(page, address, { fills: [fillOf("one", "One"), fillOf("two", "Two")], flows: [FLOW] });
      let runs = Number(await countRuns(page, address));
      const state = String(runs);
      await page.addInitScript(() => {
        const { put } = IDBObjectStore.prototype;
        IDBObjectStore.prototype.put = function (value, ...more) {
          if (value?.content?.do === "run") console.log("run");
          return put.call(this, value, ...more);
        };
      });
      await page.goto(`${address}${path}`);
      await page.getByRole("button", { name: "Play", exact: true }).click();
      let say = () => {};
      page.on("console", (message) => {
        if (message.text() === "run") say(String(++runs));
      });
      return {
        state,
        next: async (told) => {
          say = told;
          await page.keyboard.press(pick(random, keys));
        },
      };
    },
    read: async (page, address) => {
      const shown = await countRuns(page, address);
      return { shown, settled: shown };
    },
  };
}

/** Rows in each version of the database with its tables; the browser's version numbers are ten times ours. */
const TABLES = [
  ["fills", "preferences", "marks"],
  ["cells", "rudiments"],
  ["searches"],
  ["kits"],
  ["grooves"],
  ["plans", "runs"],
  ["journal"],
  ["lessons"],
  ["flows", "flowRecords"],
];
const RUN = {
  ...{ id: "run", at: 1_700_000_000_000, fillId: "old-1", fill: "Old 1", step: "whole", kind: "whole", tempo: 80 },
  ...{ result: "clean", by: "self", seconds: 3, fault: null, numbers: null },
};

const floorTom = (page) => page.getByRole("region", { name: "Floor plan" }).getByRole("button", { name: /^floor tom/ });

/** Chooses the floor tom on the plan; on a busy machine the plan may be drawn again between focus and key. */
async function chooseTom(page) {
  const across = page.getByRole("spinbutton", { name: "floor tom: cm to the right" });
  for (let left = 5; ; left--) {
    await floorTom(page).focus();
    await page.keyboard.press("Enter");
    try {
      await across.waitFor({ timeout: left > 1 ? 4_000 : 30_000 });
      return across;
    } catch (error) {
      if (left <= 1) throw error;
    }
  }
}

export const KINDS = {
  typing: field(lineOf, "@4 "),
  rename: field(nameOf, "Name "),
  setup: {
    setUp: async (page, address) => {
      await page.goto(`${address}/fills`);
      await lineOf(page).waitFor();
      await page.goto(`${address}/setup`);
      const hand = (name) => page.getByRole("radio", { name: new RegExp(`^${name}`) });
      await hand("Right-handed").check();
      const other = (state) => (state === "Right-handed" ? "Left-handed" : "Right-handed");
      return switching(page, "change", "Right-handed", other, (state) => hand(state).check());
    },
    read: async (page, address) => {
      await page.goto(`${address}/setup`);
      const checked = page.getByRole("radio", { name: /-handed/, checked: true });
      await checked.waitFor();
      return readTwice(
        page,
        async () =>
          (
            (await checked.getAttribute("aria-label")) ??
            (await checked.evaluate((radio) => radio.labels[0].textContent))
          ).match(/\w+-handed/)[0],
      );
    },
  },
  drag: {
    setUp: async (page, address, _round, random) => {
      await page.setViewportSize({ width: 1280, height: 800 });
      await openKit(page, address);
      const copy = page.getByRole("button", { name: "Copy to my kits" });
      const own = page.getByRole("textbox", { name: "Name of the kit" });
      await copy.or(own).first().waitFor();
      if (!(await own.isVisible())) await copy.click();
      await own.waitFor();
      const tom = floorTom(page);
      const across = await chooseTom(page);
      let isMoving = false;
      return {
        state: await across.inputValue(),
        // Its final position is only known once it has landed.
        isMaybe: (_settled, isKnown) => isMoving && !isKnown,
        next: async (say) => {
          const box = await tom.boundingBox();
          const [x, y] = [box.x + box.width / 2, box.y + box.height * 0.8];
          isMoving = true;
          await page.mouse.move(x, y);
          await page.mouse.down();
          await page.mouse.move(x + (random() - 0.5) * 60, y + (random() - 0.5) * 20, { steps: 3 });
          await page.mouse.up();
          say(await across.inputValue());
          isMoving = false;
        },
      };
    },
    read: async (page, address) => {
      await page.setViewportSize({ width: 1280, height: 800 });
      await openKit(page, address);
      const across = await chooseTom(page);
      return readTwice(page, () => across.inputValue());
    },
  },
  lesson: {
    setUp: async (page, address, round) => {
      if (round === 0) await bringIn(page, address, { lessons: [LESSON] });
      await page.goto(`${address}/lessons/lesson`);
      const other = (order) => {
        const [first, second, ...rest] = order.split(",");
        return [second, first, ...rest].join();
      };
      return switching(page, "click", (await orderOf(page)).join(), other, (order) =>
        page.getByRole("button", { name: `Move ${order.split(",")[1]} down`, exact: true }).click(),
      );
    },
    read: async (page, address) => {
      await page.goto(`${address}/lessons/lesson`);
      return readTwice(page, async () => (await orderOf(page)).join());
    },
  },
  run: judging("/fills/one/shed", ["1", "2", "3"]),
  flow: judging("/flow/flow", ["1", "2", "3"]),
  bin: {
    setUp: async (page, address) => {
      // What the previous round binned comes back with the file.
      await bringIn(page, address, {
        fills: Array.from({ length: 40 }, (_, index) => fillOf(`bin-${index}`, `Bin ${index}`)),
      });
      await openShelf(page, address);
      const heading = page.getByRole("heading", { name: /^Shelf/ });
      let left = Number((await heading.textContent()).replace(/\D/g, ""));
      return {
        state: String(left),
        next: async (say) => {
          const button = page
            .getByRole("article")
            .filter({ hasText: "Bin " })
            .first()
            .getByRole("button", { name: /^Delete/ });
          await button.waitFor();
          say(String(--left));
          await button.click();
          // The next one is another card.
          await page.waitForFunction(
            (wanted) => document.querySelector("h1")?.textContent?.includes(wanted),
            ` ${left} `,
          );
        },
      };
    },
    read: readShelf,
  },
  import: {
    span: 2_500,
    setUp: async (page, address, round) => {
      await openShelf(page, address);
      const heading = page.getByRole("heading", { name: /^Shelf/ });
      const before = Number((await heading.textContent()).replace(/\D/g, ""));
      const more = 400;
      let isAsked = false;
      return {
        state: String(before),
        // All or none.
        isMaybe: (state) => state === String(before + more),
        next: async (say) => {
          if (isAsked) return;
          isAsked = true;
          const fills = Array.from({ length: more }, (_, index) =>
            fillOf(`in-${round}-${index}`, `In ${round} ${index}`),
          );
          await page.getByLabel("File to import").setInputFiles(bookOf({ fills }));
          await page.getByText(/^Imported: /).waitFor();
          say(String(before + more));
        },
      };
    },
    read: readShelf,
  },
  upgrade: {
    isQuick: true,
    lead: 30,
    span: 1_200,
    setUp: async (page, address, round) => {
      const version = 1 + (round % TABLES.length);
      await page.goto(`${address}/icon.svg`);
      await page.evaluate(makeOldBook, [TABLES.slice(0, version), version * 10, fillOf("old-", "Old "), RUN]);
      let isAsked = false;
      return {
        state: `fills 30, runs ${version >= 6 ? 1 : 0}`,
        next: async () => {
          if (isAsked) return;
          isAsked = true;
          await page.goto(`${address}/`);
        },
      };
    },
    read: async (page, address) => {
      const runs = await countRuns(page, address);
      await page.goto(`${address}/`);
      const heading = page.getByRole("heading", { name: /^Shelf/ });
      await heading.waitFor();
      const state = `fills ${(await heading.textContent()).replace(/\D/g, "")}, runs ${runs}`;
      return { shown: state, settled: state };
    },
  },
};

async function readShelf(page, address) {
  await openShelf(page, address);
  const heading = page.getByRole("heading", { name: /^Shelf/ });
  return readTwice(page, async () => (await heading.textContent()).replace(/\D/g, ""));
}

async function openKit(page, address) {
  await page.goto(`${address}/fills`);
  await lineOf(page).waitFor();
  await page.waitForFunction(() => document.querySelector("[data-waiting]") === null);
  await page.getByRole("navigation", { name: "This fill" }).getByRole("link", { name: "Floor" }).click();
  await page.getByRole("tab", { name: "Kit" }).click();
}

async function orderOf(page) {
  const moves = page.getByRole("button", { name: /^Move .* up$/ });
  await moves.first().waitFor();
  const names = await moves.evaluateAll((buttons) => buttons.map((button) => button.getAttribute("aria-label")));
  return names.map((name) => /^Move (.*) up$/.exec(name)[1]);
}

/** Runs in the page: a database from an earlier version of the app. */
async function makeOldBook([tables, version, fill, run]) {
  await new Promise((done, failed) => {
    const deleting = indexedDB.deleteDatabase("dime-stack");
    deleting.onsuccess = done;
    deleting.onerror = failed;
    deleting.onblocked = failed;
  });
  await new Promise((done, failed) => {
    const opening = indexedDB.open("dime-stack", version);
    opening.onupgradeneeded = () => {
      const rows = ["fills", "cells", "searches", "kits", "grooves", "lessons", "flows"];
      const keys = { preferences: "key", marks: "key", journal: "key", runs: "day" };
      for (const name of tables.flat()) {
        const store = opening.result.createObjectStore(name, { keyPath: keys[name] ?? "id" });
        if (rows.includes(name)) for (const index of ["updatedAt", "deletedAt"]) store.createIndex(index, index);
        if (name === "journal") store.createIndex("of", "of");
      }
    };
    opening.onerror = failed;
    opening.onsuccess = () => {
      const names = tables.flat();
      const writing = opening.result.transaction(names, "readwrite");
      for (let index = 0; index < 30; index++) {
        const { id, content, ...dated } = fill;
        writing.objectStore("fills").put({
          ...dated,
          id: `${id}${index}`,
          content: { ...content, name: `${content.name}${index}` },
          revision: 2,
          deletedAt: 0,
        });
      }
      writing.objectStore("marks").put({ key: "first-fill", at: 1 });
      writing.objectStore("marks").put({ key: "welcomed", at: 1 });
      if (names.includes("runs")) {
        writing.objectStore("runs").put({ day: Math.floor(run.at / 86_400_000), text: JSON.stringify([run]) });
      }
      writing.oncomplete = () => {
        opening.result.close();
        done();
      };
    };
  });
}
