import { readFileSync } from "node:fs";
import { expect, type Locator, type Page, test } from "@playwright/test";
import { AFTER_FIRST_VISIT, noteNumber, PHONE, stackOf } from "./support";

/**
 * The twelve commonest jobs, done as a person does them, each on the open fill. Every press counts: a key, a click, a
 * tap. docs/presses.md has the numbers.
 */
class Hand {
  count = 0;
  readonly page: Page;
  readonly #hasTouch: boolean;
  constructor(page: Page, hasTouch: boolean) {
    this.page = page;
    this.#hasTouch = hasTouch;
  }
  async press(target: Locator) {
    this.count++;
    await (this.#hasTouch ? target.tap() : target.click());
  }
  async button(name: string | RegExp, within: Page | Locator = this.page) {
    await this.press(within.getByRole("button", { name, exact: typeof name === "string" }).first());
  }
  async link(name: string) {
    await this.press(this.page.getByRole("link", { name, exact: true }).first());
  }
  async key(name: string) {
    this.count++;
    await this.page.keyboard.press(name);
  }
}

type Way = (hand: Hand) => Promise<void>;

interface Job {
  readonly name: string;
  /** The line to begin with, instead of the starter phrase. */
  readonly line?: string;
  readonly desk: Way;
  readonly phone: Way;
  readonly isDone: (page: Page) => Promise<void>;
}

const pad = ({ page }: Hand) => page.getByRole("region", { name: "Sticking pad" });
const isPlaying = (page: Page) => expect(stackOf(page).stop).toBeVisible();
const showsLine = (line: string) => (page: Page) => expect(stackOf(page).line).toHaveValue(line);
const exportAs =
  (item: string): Way =>
  async (hand) => {
    await hand.button(/^Export/);
    await hand.press(hand.page.getByRole("menuitem", { name: item }));
  };

const JOBS: readonly Job[] = [
  {
    name: "Hear the fill in its groove",
    desk: (hand) => hand.key("Space"),
    phone: (hand) => hand.button("Play"),
    isDone: isPlaying,
  },
  {
    name: "Give one note to the foot",
    desk: async (hand) => {
      await hand.press(noteNumber(stackOf(hand.page).grid, 1));
      await hand.key("k");
    },
    phone: async (hand) => {
      await hand.press(noteNumber(stackOf(hand.page).grid, 1));
      await hand.button("bass drum", pad(hand));
    },
    isDone: showsLine("@4 >RkrrL >RlrrL RLRRLK"),
  },
  {
    name: "Begin a new fill",
    desk: async (hand) => {
      await hand.link("Shelf");
      await hand.button("New fill");
    },
    phone: async (hand) => {
      await hand.link("Shelf");
      await hand.button("New fill");
    },
    isDone: (page) => expect(stackOf(page).line).toHaveValue(/^@4 ?$/),
  },
  {
    name: "Make fifteen notes fit the bar",
    line: "@4 RLRRL RLRRL RLRRL",
    desk: (hand) => hand.button(/^Add R \(/),
    phone: (hand) => hand.button(/^Add R \(/),
    isDone: (page) => expect(stackOf(page).verdict).toContainText("16 of 16 sixteenths"),
  },
  {
    name: "Loop it at half speed",
    desk: async (hand) => {
      await hand.key("p");
      await hand.button("Half");
      await hand.button("Play");
    },
    phone: async (hand) => {
      await hand.button("Practise");
      await hand.button("Half");
      await hand.button("Play");
    },
    isDone: isPlaying,
  },
  {
    name: "Move its first stroke to the floor tom",
    desk: async (hand) => {
      await hand.link("Floor");
      await hand.key("ArrowRight");
      await hand.button(/^Put note 1 on the floor tom$/);
    },
    phone: async (hand) => {
      await hand.link("Floor");
      await hand.press(noteNumber(hand.page.getByRole("listbox", { name: /Rail/ }), 0));
      await hand.button(/^Put note 1 on the floor tom$/);
    },
    isDone: async (page) => {
      await page.getByRole("link", { name: "Stack", exact: true }).click();
      await showsLine("@4 >R/f1lrrL >RlrrL RLRRLK")(page);
    },
  },
  {
    name: "Practise it, and judge the first step",
    desk: async (hand) => {
      await hand.link("Shed");
      await expect(hand.page.getByRole("region", { name: "Plan" })).toBeVisible();
      await hand.key("1");
    },
    phone: async (hand) => {
      await hand.link("Shed");
      await hand.button("Done");
    },
    isDone: (page) => expect(page.getByRole("region", { name: "Plan" })).toContainText("1 of 8 learned"),
  },
  {
    name: "See what fills one bar exactly",
    desk: (hand) => hand.link("Fit"),
    phone: async (hand) => {
      await hand.button("More");
      await hand.link("Fit");
    },
    isDone: (page) => expect(page.getByRole("button", { name: /^Keep/ }).first()).toBeVisible(),
  },
  {
    name: "Turn the metronome on",
    desk: (hand) => hand.press(hand.page.getByRole("checkbox", { name: "Metronome" })),
    phone: async (hand) => {
      await hand.button("More sound settings");
      await hand.press(hand.page.getByRole("checkbox", { name: "Metronome" }));
    },
    isDone: (page) => expect(page.getByRole("checkbox", { name: "Metronome" })).toBeChecked(),
  },
  {
    name: "Print it as a PDF",
    desk: exportAs("PDF, ready to print…"),
    phone: exportAs("PDF, ready to print…"),
    isDone: (page) => expect(page.getByRole("dialog")).toBeVisible(),
  },
  {
    name: "Send it as a link",
    desk: async (hand) => {
      await exportAs("Link or QR code…")(hand);
      await hand.button(/^Copy/, hand.page.getByRole("dialog"));
    },
    phone: async (hand) => {
      await exportAs("Link or QR code…")(hand);
      await hand.button(/^Copy/, hand.page.getByRole("dialog"));
    },
    isDone: (page) => expect(page.getByText(/copied/i).first()).toBeVisible(),
  },
  {
    name: "Back up everything",
    desk: async (hand) => {
      await hand.link("Setup");
      await hand.button("Download a backup");
    },
    phone: async (hand) => {
      await hand.button("More");
      await hand.link("Setup");
      await hand.button("Download a backup");
    },
    isDone: async () => {},
  },
];

/** "| Hear the fill | 1 | 1 |" for each job. */
const TABLE = readFileSync("docs/presses.md", "utf8")
  .split("\n")
  .flatMap((row) => {
    const [, name = "", desk, phone] = row.split("|").map((cell) => cell.trim());
    return /^\d+$/.test(desk ?? "") ? [{ name, desk: Number(desk), phone: Number(phone) }] : [];
  });

test("the docs list these jobs, and no others", () => {
  expect(TABLE.map(({ name }) => name)).toEqual(JOBS.map(({ name }) => name));
});

for (const place of ["desk", "phone"] as const) {
  test(`the commonest jobs take as many presses as the docs say: ${place}`, async ({ browser }) => {
    const hasTouch = place === "phone";
    for (const job of JOBS) {
      const context = await browser.newContext({
        viewport: hasTouch ? { width: 390, height: 844 } : { width: 1280, height: 800 },
        hasTouch,
        isMobile: hasTouch,
        storageState: AFTER_FIRST_VISIT,
        permissions: ["clipboard-write", "clipboard-read"],
      });
      const page = await context.newPage();
      await page.goto("/fills");
      const { line, grid } = stackOf(page);
      await expect(grid).toBeVisible();
      await expect(page.locator("[data-waiting]")).toHaveCount(0);
      if (job.line) {
        await line.fill(job.line);
        await line.blur();
      }
      const hand = new Hand(page, hasTouch);
      await job[place](hand);
      await job.isDone(page);
      const told = TABLE.find(({ name }) => name === job.name);
      expect(hand.count, `${job.name}: ${place}`).toBe(told?.[place]);
      await context.close();
    }
  });
}

test("the pad writes the README's line in sixteen taps", async ({ browser }) => {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  const [, meant = ""] = /pad: `([^`]+)` takes 16 taps/.exec(readFileSync("README.md", "utf8")) ?? [];
  await page.goto("/");
  await page.getByRole("button", { name: "New fill" }).tap();
  const hand = new Hand(page, true);
  const taps = "R acc L R R L ×2 cell R flam L R R L ghost K".split(" ");
  const names: Record<string, string> = {
    R: "right hand",
    L: "left hand",
    K: "bass drum",
    acc: "Accent",
    flam: "Flam",
    ghost: "Ghost note",
    "×2": "Repeat the cell",
    cell: "New cell",
  };
  for (const tap of taps) await hand.button(names[tap] ?? tap, pad(hand));
  await expect(stackOf(page).line).toHaveValue(`@4 ${meant}`);
  await expect(stackOf(page).verdict).toContainText("16 of 16 sixteenths");
  expect(hand.count).toBe(16);
  await context.close();
});
