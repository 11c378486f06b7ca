import { expect, type Locator, type Page, test } from "@playwright/test";
import { findFaults, SIZED_RULES } from "./axe";
import { AFTER_FIRST_VISIT, NEWCOMER, newLesson, noteNumber, openLine, openShelf, PHONE, stackOf } from "./support";

const SIZES = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
] as const;

test.describe("the first visit", () => {
  test("the server sends a complete picture, without any script", async ({ browser }) => {
    const context = await browser.newContext({ storageState: NEWCOMER, javaScriptEnabled: false });
    const page = await context.newPage();
    await page.goto("/");
    await expect(page).toHaveURL(/\/fills\/first\/stack$/);
    await expect(page.locator('[role="gridcell"]')).toHaveCount(16);
    await expect(page.locator('[role="option"]')).toHaveCount(16);
    await expect(page.locator("textarea")).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
    await expect(page.getByText("16 of 16 sixteenths")).toBeVisible();
    await context.close();
  });
});

/** Layout shift since the page was requested, as the browser sums it. */
async function shiftOf(page: Page, path: string, isThere: () => Promise<void>) {
  await page.goto(path);
  await isThere();
  return page.evaluate(
    () =>
      new Promise<number>((done) => {
        let sum = 0;
        const observer = new PerformanceObserver((list) => {
          for (const entry of list.getEntries() as (PerformanceEntry & { value: number; hadRecentInput: boolean })[])
            if (!entry.hadRecentInput) sum += entry.value;
        });
        observer.observe({ type: "layout-shift", buffered: true });
        // Earlier entries arrive with the next frame.
        requestAnimationFrame(() => requestAnimationFrame(() => done(sum)));
      }),
  );
}

test("at a desk, the Practise panel is beside what you practise, never over it", async ({ page }) => {
  await openLine(page, "@4 >RlrrL >RlrrL RLRRLK");
  await page.getByRole("button", { name: /^Practise/ }).click();
  const panel = page.getByRole("region", { name: "Practise" });
  const boxOf = async (name: string) => {
    const box = await page.getByRole("region", { name, exact: true }).boundingBox();
    expect(box, name).not.toBeNull();
    return box ?? { x: 0, width: 0 };
  };
  for (const width of [1024, 1150, 1280, 1600]) {
    await page.setViewportSize({ width, height: 800 });
    await expect(panel).toBeInViewport({ ratio: 1 });
    for (const name of ["Rail", "Stack view", "Staff"]) {
      await expect(async () => {
        const [it, dock] = [await boxOf(name), await boxOf("Practise")];
        expect(it.x + it.width, `${name} at ${width}`).toBeLessThanOrEqual(dock.x);
        expect(it.width, `${name} at ${width}`).toBeGreaterThan(260);
      }).toPass();
    }
  }
  await page.setViewportSize({ width: 1024, height: 768 });
  await page.getByRole("link", { name: "Floor" }).click();
  await expect(async () => {
    const [plan, dock] = [await boxOf("Floor plan"), await boxOf("Practise")];
    expect(plan.x + plan.width).toBeLessThanOrEqual(dock.x);
    expect(plan.width).toBeGreaterThan(500);
  }).toPass();
});

/** Tall enough that nothing is behind the bottom bar, where you could scroll to it. */
const TALL = 4_000;
/** Rules that axe can only check while no dialog is open. */
const PLAIN_RULES = ["aria-hidden-focus"];
/** By width: size rules run at 1280 with all others, and at 390 the layout is that of 320 with more room. */
const RULES_AT = new Map([
  [1280, PLAIN_RULES],
  [820, [...SIZED_RULES, ...PLAIN_RULES]],
  [320, [...SIZED_RULES, ...PLAIN_RULES]],
]);

/** What is wrong with the page at this window width. */
async function faultsAt(page: Page, width: number): Promise<string[]> {
  await page.setViewportSize({ width, height: TALL });
  const place = `${new URL(page.url()).pathname} at ${width}`;
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth), place).toBeLessThanOrEqual(width);
  const rules = RULES_AT.get(width);
  const faults = rules ? await findFaults(page, rules, rules) : [];
  return faults.map((fault) => `${place}: ${fault}`);
}

test("on any screen at any size nothing shifts, nothing is wider than the window, targets are large enough and keys reach what scrolls", async ({
  page,
}) => {
  test.setTimeout(240_000);
  await openLine(page, "@6 RLRLLKKx3 RLK @4 >RlrrL >RlrrL RLRRLK");
  const fill = new URL(page.url()).pathname.replace(/\/stack$/, "");
  const seen = (name: string) => () => expect(page.getByRole("region", { name }).first()).toBeVisible();
  const settled = async () => {
    await expect(page.getByRole("main").getByRole("heading").first()).toBeAttached();
    await expect(page.locator("[data-waiting], [aria-busy=true]")).toHaveCount(0);
  };
  const engraved = (name: string) => () =>
    expect(noteNumber(page.getByRole("region", { name }), 0).first()).toBeVisible();
  const screens: readonly (readonly [path: string, isThere: () => Promise<void>])[] = [
    [`${fill}/stack`, engraved("Staff")],
    [`${fill}/floor`, seen("Floor plan")],
    [`${fill}/groove`, engraved("Score")],
    [`${fill}/shed`, seen("Plan")],
    ["/", () => expect(page.getByRole("heading", { level: 2 }).first()).toBeVisible()],
    ["/cells/single-paradiddle", seen("Moves")],
    ["/fit", settled],
    ["/flow", settled],
    ["/log", () => expect(page.getByRole("tabpanel")).toBeVisible()],
    ["/setup", () => expect(page.getByRole("radio").first()).toBeVisible()],
  ];
  const found: string[] = [];
  /** At every width, without reloading. */
  const lookAt = async () => {
    await settled();
    for (const width of [1280, 820, 390, 320]) found.push(...(await faultsAt(page, width)));
  };
  for (const [path, isThere] of screens) {
    await test.step(path, async () => {
      for (const size of SIZES.toReversed()) {
        await page.setViewportSize(size);
        const shift = await shiftOf(page, path, isThere);
        if (shift > 0.02) found.push(`${path} at ${size.width} moves by ${shift}`);
      }
      await lookAt();
    });
  }
  await page.setViewportSize(SIZES[0]);
  // Static content.
  for (const path of [await newLesson(page), `${fill}/sheet`, "/open"]) {
    await page.setViewportSize(SIZES[0]);
    await page.goto(path);
    await lookAt();
  }
  expect(found).toEqual([]);
});

/** Left, top, width and height in whole pixels: a picture above may end on a fraction. */
const placeOf = async (button: Locator) => Object.values((await button.boundingBox()) ?? {}).map(Math.round);

test("no button moves under the finger during the count-in, at three sizes", async ({ page }) => {
  const { play, stop } = await openLine(page, "@4 RLRRLx3 K");
  await page.getByRole("textbox", { name: "Tempo" }).fill("40");
  for (const size of SIZES) {
    await page.setViewportSize(size);
    await expect(play).toBeInViewport({ ratio: 1 });
    await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
    const still = await placeOf(play);
    await play.click();
    await expect(page.getByRole("status", { name: "Count-in" })).toBeVisible();
    const counting = await placeOf(stop);
    expect(still).toHaveLength(4);
    for (const [part, was] of still.entries()) {
      expect(Math.abs((counting[part] ?? Number.NaN) - was), `at ${size.width}: ${still}`).toBeLessThanOrEqual(1);
    }
    await stop.click();
    await expect(page.getByRole("status", { name: "Count-in" })).toHaveCount(0);
  }
});

test("nothing shifts on a shelf of 500 fills either", async ({ page }) => {
  await openShelf(page);
  const lines = Array.from({ length: 500 }, (_, nth) => `# Fill ${nth}\n@4 ${"RLRK".repeat((nth % 5) + 1)}\n`);
  await page
    .getByLabel("File to import")
    .setInputFiles({ name: "many.txt", mimeType: "text/plain", buffer: Buffer.from(lines.join("\n")) });
  await expect(page.getByText("Imported: 500 new fills.")).toBeVisible();
  for (const size of SIZES) {
    await page.setViewportSize(size);
    const shift = await shiftOf(page, "/", () =>
      expect(page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 }).first()).toBeVisible(),
    );
    expect(shift).toBeLessThan(0.02);
  }
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("you can build a line with thumbs alone", async ({ page }) => {
    await openShelf(page);
    await page.getByRole("button", { name: "New fill" }).tap();
    const { line, grid } = stackOf(page);
    const pad = page.getByRole("region", { name: "Sticking pad" });
    const tap = async (...names: string[]) => {
      for (const name of names) await pad.getByRole("button", { name, exact: true }).tap();
    };
    await tap("right hand", "Accent", "left hand", "Ghost note", "right hand", "Rest");
    await tap("New cell", "bass drum", "hi-hat foot", "Play the next note with this one", "right hand");
    await expect(line).toHaveValue("@4 >RlR- K(RH)");
    await tap("Repeat the cell", "Remove the last note", "Undo");
    await expect(line).toHaveValue("@4 >RlR- K(RH)x2");
    await noteNumber(grid, 1).tap();
    await expect(pad).toContainText("Note 2 of 8");
    await pad.getByRole("button", { name: "Change note" }).tap();
    await tap("bass drum");
    await expect(line).toHaveValue("@4 >RkR- K(RH)x2");
    await pad.getByRole("button", { name: "to the end" }).tap();
    await tap("left hand", "Flam");
    await expect(line).toHaveValue("@4 >RkR- K(RH) K(RH)'L");
    // A focused field would open the phone's keyboard.
    await expect(line).not.toBeFocused();
  });

  test("the bottom bar leads everywhere; settings open within the screen, and the search asks first", async ({
    page,
  }) => {
    await openLine(page, "@6 RLRLLKKx3 RLK");
    await page.getByRole("button", { name: "More sound settings" }).tap();
    await expect(page.getByRole("combobox", { name: "Which groove" })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    const bar = page.getByRole("navigation", { name: "Screens" });
    await bar.getByRole("link", { name: "Log" }).tap();
    await expect(page.getByRole("heading", { name: "Log" })).toBeVisible();
    const more = page.getByRole("dialog", { name: "More" });
    const goOn = async (name: string) => {
      await bar.getByRole("button", { name: "More" }).tap();
      await more.getByRole("link", { name }).tap();
      await expect(page.getByRole("heading", { name, level: 1 })).toBeAttached();
      await expect(more).toHaveCount(0);
    };
    await goOn("Setup");
    await goOn("Fit");
    const asked = page.getByRole("button", { name: /^Looking for 4\/4, sixteenths, one bar from 1/ });
    await expect(page.getByRole("region", { name: "Pool" })).toBeHidden();
    await asked.tap();
    await expect(page.getByRole("region", { name: "Pool" })).toBeVisible();
  });

  test("lying down, the big view shows its notes and all its buttons", async ({ page }) => {
    await openLine(page, "@6 RLRLLKKx3 RLK");
    await page.getByRole("link", { name: "Shed", exact: true }).tap();
    await page.getByRole("button", { name: /All of it on one drum/ }).tap();
    await page.setViewportSize({ width: 844, height: 390 });
    await page.getByRole("button", { name: "Big view" }).tap();
    const view = page.getByRole("dialog", { name: "Big view" });
    const all = [
      "Play",
      "Previous step",
      "Slower",
      "Faster",
      "Next step",
      "Clean",
      "Nearly",
      "Not yet",
      "Close big view",
    ];
    for (const name of all) {
      const button = await view.getByRole("button", { name }).boundingBox();
      // For a stick.
      expect(button?.height, name).toBeGreaterThanOrEqual(64);
      expect(button?.width, name).toBeGreaterThanOrEqual(64);
      expect((button?.y ?? 999) + (button?.height ?? 0), name).toBeLessThanOrEqual(390);
    }
    await expect(view.getByRole("slider", { name: "Volume" })).toBeVisible();
    const rail = view.getByRole("list");
    const [first, last] = [await noteNumber(rail, 0).boundingBox(), await noteNumber(rail, 23).boundingBox()];
    expect(first?.y ?? -1).toBeGreaterThan(0);
    expect((last?.y ?? 999) + (last?.height ?? 0)).toBeLessThan(390);
    // The space bar plays, also on a step that is only heard.
    for (let step = 0; step < 4; step++) await page.keyboard.press("ArrowLeft");
    await expect(view.getByRole("button", { name: "Done" })).toBeVisible();
    const play = await view.getByRole("button", { name: "Play" }).boundingBox();
    expect(play?.width).toBeGreaterThanOrEqual(160);
    await page.keyboard.press("Space");
    await expect(view.getByRole("button", { name: "Stop" })).toBeVisible();
  });
});

/** The share of the window that bars at its foot take. */
function shareOfBars(page: Page) {
  return page.evaluate(() => {
    const tops = [...document.querySelectorAll(".foot, nav.sticky")]
      .map((bar) => bar.getBoundingClientRect())
      .filter(({ height }) => height > 0)
      .map(({ top }) => top);
    return (innerHeight - Math.min(innerHeight, ...tops)) / innerHeight;
  });
}

test("bars at the foot leave room for what they are about", async ({ browser }) => {
  for (const [width, height, hasTouch] of [
    [844, 390, true],
    [640, 400, false],
    [320, 568, true],
    [390, 844, true],
  ] as const) {
    const context = await browser.newContext({
      viewport: { width, height },
      hasTouch,
      isMobile: hasTouch,
      storageState: AFTER_FIRST_VISIT,
    });
    const page = await context.newPage();
    await page.goto("/fills");
    await expect(stackOf(page).play).toBeVisible();
    await expect(stackOf(page).grid).toBeAttached();
    for (const tab of ["Stack", "Floor", "Shed"]) {
      await page.getByRole("link", { name: tab, exact: true }).click();
      await expect(page.getByRole("heading", { name: tab, level: 1 })).toBeAttached();
      await expect.poll(() => shareOfBars(page), `${tab} at ${width} by ${height}`).toBeLessThan(0.4);
    }
    await context.close();
  }
});

test("with letters twice as large nothing overlaps in the heads, and nothing is wider than the window", async ({
  page,
}) => {
  await openLine(page, "@4 >RlrrL >RlrrL RLRRLK");
  const fill = new URL(page.url()).pathname.replace(/\/stack$/, "");
  for (const path of [`${fill}/stack`, `${fill}/floor`, `${fill}/groove`, `${fill}/shed`, "/flow", "/"]) {
    await page.goto(path);
    await expect(page.getByRole("main").getByRole("heading").first()).toBeAttached();
    await expect(page.locator("[data-waiting], [aria-busy=true]")).toHaveCount(0);
    await page.evaluate(() => {
      document.documentElement.style.fontSize = "200%";
    });
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(1280);
    const overlaps = await page.evaluate(() => {
      const parts = [...document.querySelectorAll("header a, header button, header input")]
        .map((element) => ({ name: element.textContent, box: element.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 2 && box.height > 2);
      return parts.flatMap((one, index) =>
        parts
          .slice(index + 1)
          .filter(
            ({ box }) =>
              Math.min(one.box.right, box.right) - Math.max(one.box.left, box.left) > 2 &&
              Math.min(one.box.bottom, box.bottom) - Math.max(one.box.top, box.top) > 2,
          )
          .map((other) => `${one.name} on ${other.name}`),
      );
    });
    expect(overlaps, path).toEqual([]);
  }
});

test("with forced colours the top tempo's gauge can still be read", async ({ page }) => {
  await openLine(page, "@4 >RlrrL >RlrrL RLRRLK");
  await page.emulateMedia({ forcedColors: "active" });
  await page.getByRole("link", { name: "Floor", exact: true }).click();
  const gauge = page.getByRole("img", { name: /^Tempo \d+, top tempo \d+/ });
  await expect(gauge).toBeVisible();
  const colours = await gauge.evaluate((scale) => {
    const colourOf = (element: Element | undefined) => getComputedStyle(element as Element).backgroundColor;
    const parts = [...scale.querySelectorAll("div, span")].filter((part) => part.textContent === "");
    return { page: colourOf(document.body), parts: parts.map(colourOf) };
  });
  // What can be played, and the tempo's mark.
  expect(new Set(colours.parts.filter((colour) => colour !== colours.page)).size).toBeGreaterThanOrEqual(2);
});

test("thumbs and sticks have 44 px to press", async ({ browser }) => {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  const isLarge = async (target: Locator, what: string) => {
    const box = await target.boundingBox();
    expect(box?.height, what).toBeGreaterThanOrEqual(43.5);
    expect(box?.width, what).toBeGreaterThanOrEqual(24);
  };
  const { play } = await openLine(page, "@4 >RlrrL >RlrrL RLRRLK");
  await isLarge(play, "Play");
  for (const name of ["Undo", "Practise", "More sound settings", "Hide the sticking pad", "Ghost note"]) {
    await isLarge(page.getByRole("button", { name, exact: true }).first(), name);
  }
  await isLarge(page.getByRole("button", { name: /^Tags/ }), "tags");
  await isLarge(page.getByRole("button", { name: /^Move cell 1/ }), "drag handle");
  await isLarge(page.getByRole("combobox", { name: "Meter" }), "meter");
  await isLarge(page.getByRole("textbox", { name: "Tempo" }), "tempo");
  await page.getByRole("link", { name: "Shed", exact: true }).click();
  for (const name of ["Big view", "Previous step", "Next step", "Slower", "Faster", "Done"]) {
    await isLarge(page.getByRole("button", { name, exact: true }), name);
  }
  await isLarge(page.locator("label", { has: page.getByRole("slider", { name: "Volume" }) }), "volume");
  await page.goto("/flow");
  await isLarge(page.getByRole("button", { name: "Draw again" }), "Draw again");
  await context.close();
});

test.describe("by keyboard", () => {
  test("a whole job: type, play, fix the length, practise", async ({ page }) => {
    await openShelf(page);
    await page.getByRole("button", { name: "New fill" }).focus();
    await page.keyboard.press("Enter");
    const { line, verdict, grid, stop, play } = stackOf(page);
    await expect(line).toBeFocused();
    await page.keyboard.type(" RLRRLx3");
    await expect(verdict).toContainText("15 of 16 sixteenths: 1 left");
    await page.keyboard.press("Escape");
    await expect(grid).toBeFocused();
    await page.keyboard.press("Space");
    await expect(stop).toBeVisible();
    await page.keyboard.press("Space");
    await expect(play).toBeVisible();
    const closing = page.getByRole("region", { name: "Fix the length" }).getByRole("button", { name: /^Begin 1 note/ });
    await closing.focus();
    await page.keyboard.press("Enter");
    await expect(verdict).toContainText("15 of 15 sixteenths");
    await page.keyboard.press("Alt+4");
    await expect(page.getByRole("region", { name: "Plan" })).toBeVisible();
    await page.keyboard.press("Space");
    await expect(stop).toBeVisible();
  });
});
