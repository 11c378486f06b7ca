import { expect, type Page, test } from "@playwright/test";
import { findFaults, SIZED_RULES } from "./axe";
import { newLesson, noteNumber, openLine, openVerdict, stackOf } from "./support";

const ALL_RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

async function expectClean(page: Page) {
  expect(await findFaults(page, ALL_RULES, SIZED_RULES)).toEqual([]);
}

/**
 * All rules in the light theme, and colours in the dark one, since the page is otherwise the same. Once per screen:
 * whatever opens on it shares its colours.
 */
async function expectCleanInBoth(page: Page) {
  await expectClean(page);
  await light(page, "backline");
  expect(await findFaults(page, ["color-contrast"])).toEqual([]);
  await light(page, "daylight");
}

/** Switches the theme, and waits until transitions are over: nobody sees the colours in between. */
function light(page: Page, theme: string) {
  return page.evaluate(async (name) => {
    document.documentElement.dataset.theme = name;
    // Transitions start when styles are computed.
    getComputedStyle(document.body).getPropertyValue("color");
    const fades = document.getAnimations().filter((one) => one instanceof CSSTransition);
    await Promise.all(fades.map(({ finished }) => finished.catch(() => {})));
  }, theme);
}

test("a page with faults is reported, so that an empty report means something", async ({ page }) => {
  await page.setContent(
    `<main><h1>A page</h1><img src="data:,"><p style="color: #bbb; background: #fff">pale</p></main>`,
  );
  const faults = await findFaults(page, ALL_RULES);
  expect(faults.join("\n")).toMatch(/image-alt: img/);
  expect(faults.join("\n")).toMatch(/color-contrast: p /);
});

test("a whole job by what a screen reader is told: choose, change, orchestrate, practise", async ({ page }) => {
  const { grid } = await openLine(page, "@4 RLRRL RLRRL RLRRLK");
  const news = page.locator("[aria-live=polite], [role=status]");
  const isTold = (words: string | RegExp) => expect(news.filter({ hasText: words }).first()).toBeAttached();
  await grid.focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  // The grid keeps the focus and names the note.
  const told = await grid.getAttribute("aria-activedescendant");
  await expect(page.locator(`[id="${told}"]`)).toHaveAccessibleName("Cell 1, note 2, counted “e”: left hand");
  await page.keyboard.press("k");
  await isTold("Note 2: bass drum.");
  await page.keyboard.press("Alt+2");
  await isTold(/· Floor$/);
  await expect(page.getByRole("heading", { name: "Floor", level: 1 })).toBeFocused();
  await page.keyboard.press("ArrowRight");
  const tom = page.getByRole("button", { name: /^Put note \d+ on the floor tom$/ });
  const [, note] = /note (\d+)/.exec((await tom.getAttribute("aria-label")) ?? "") ?? [];
  await tom.focus();
  await page.keyboard.press("Enter");
  await isTold(new RegExp(`^Note ${note}: .*floor tom`));
  await page.keyboard.press("Alt+4");
  await isTold(/· Shed$/);
  await expect(page.getByRole("heading", { level: 2, name: "Hear it once" })).toBeVisible();
  await page.keyboard.press("1");
  await expect(page.getByRole("heading", { level: 2, name: "Count it aloud" })).toBeVisible();
  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("button", { name: "New lesson" }).focus();
  await page.keyboard.press("Enter");
  await isTold(/Lesson$/);
  await expect(page.locator("h1:focus")).toBeAttached();
});

test("the tools of a note are one stop of Tab, and arrows go on from there", async ({ page }) => {
  const { rail } = await openLine(page, "@4 RLRRL RLRRL RLRRLK");
  await noteNumber(rail, 2).click();
  const tools = page.getByRole("toolbar", { name: "Chosen note" });
  await tools.getByRole("button", { name: "right hand" }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(tools.getByRole("button", { name: "left hand" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(stackOf(page).line).toHaveValue("@4 RLLRL RLRRL RLRRLK");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("toolbar", { name: "Its cell" }).locator(":focus")).toBeAttached();
});

test.describe("axe finds nothing, in either theme", () => {
  // Book and moves have some thousands of elements, each checked several times.
  test.setTimeout(240_000);
  test("on Cells, Fit, Flow, the Shelf with a selection, Setup, and an unknown address", async ({ page }) => {
    await page.goto("/cells/single-paradiddle");
    await expect(page.getByRole("heading", { level: 2, name: "Single paradiddle" })).toBeVisible();
    await expectCleanInBoth(page);
    await page.getByRole("link", { name: "Fit", exact: true }).click();
    await expect(page.getByRole("list", { name: "Results found" }).getByRole("listitem").first()).toBeVisible();
    await page.getByText("Band hits").click();
    await expectCleanInBoth(page);
    await page.getByRole("link", { name: "Flow", exact: true }).click();
    await expect(page.getByText(/ways to fill 2 bars/)).toBeVisible();
    await page.getByRole("button", { name: /^Change how Three/ }).click();
    await expectCleanInBoth(page);
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Big view" }).click();
    await expectClean(page);
    await page.keyboard.press("Escape");
    await page.getByRole("link", { name: "Shelf" }).click();
    await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
    await page.getByRole("button", { name: "Choose", exact: true }).click();
    await page
      .getByRole("checkbox", { name: /^Choose/ })
      .first()
      .check();
    await expectCleanInBoth(page);
    await page.getByRole("link", { name: "Setup" }).click();
    for (const [look, theme] of [
      ["Dark", "backline"],
      ["Light", "daylight"],
    ] as const) {
      await page.getByRole("radio", { name: look }).check();
      await expect(page.locator("html")).toHaveAttribute("data-theme", theme);
    }
    await page.getByText("Licence of the Studio kit").click();
    await expectCleanInBoth(page);
    await page.goto("/no/such/place");
    await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
    await expectClean(page);
  });
  test("on the Floor, with each of its panels", async ({ page }) => {
    await page.goto("/fills/first/floor");
    await page.getByRole("button", { name: "By cell" }).click();
    await page.getByRole("button", { name: "all hand strokes" }).click();
    await expectCleanInBoth(page);
    await page.getByRole("tab", { name: "Find more" }).click();
    const found = page
      .getByRole("list", { name: "Orchestrations found" })
      .getByRole("button", { name: /^Orchestration/ });
    await found.first().click();
    await expect(page.getByText("Orchestration 1")).toBeVisible();
    await expectClean(page);
    for (const name of ["Versions", "Hands", "Kit"]) {
      await page.getByRole("tab", { name }).click();
      if (name === "Kit") {
        await page.getByRole("button", { name: "Copy to my kits" }).click();
        await expect(page.getByRole("textbox", { name: "Name of the kit" })).toBeVisible();
        await page.getByRole("button", { name: /^snare:/ }).click();
        await page.getByRole("button", { name: "Remove" }).click();
        await expect(page.getByText(/This kit has no snare/)).toBeVisible();
      }
      await expectClean(page);
    }
  });
  test("on the Sheet and a lesson, with everything that opens there, and on a shared link", async ({ page }) => {
    await page.goto("/fills/first/sheet");
    await expect(page.getByRole("img", { name: /^Page 1/ })).toBeVisible();
    await expectCleanInBoth(page);
    await page.getByRole("button", { name: "Export" }).click();
    await page.getByRole("menuitem", { name: "Link or QR code…" }).click();
    const share = page.getByRole("dialog", { name: /^Share/ });
    await expect(share.getByRole("textbox", { name: "Link" })).toHaveValue(/#1\./);
    await expectClean(page);
    const link = await share.getByRole("textbox", { name: "Link" }).inputValue();
    await share.getByRole("button", { name: "Close" }).click();
    await newLesson(page);
    await expectCleanInBoth(page);
    await page.getByRole("button", { name: "Graded set…" }).click();
    await page.getByRole("button", { name: /^Choose \d/ }).click();
    await expect(page.getByText(/from easy to hard\.$/)).toBeVisible();
    await expectClean(page);
    await page.goto(link);
    await expect(page.getByRole("button", { name: "Keep a copy" })).toBeVisible();
    await expectClean(page);
  });
  test("in the Shed and on the Log", async ({ page }) => {
    await page.goto("/fills/first/shed");
    await page.getByRole("button", { name: /All of it on one drum/ }).click();
    await page.getByText("Demo drummer", { exact: true }).click();
    await page.getByRole("button", { name: "Play", exact: true }).click();
    await expect(page.getByRole("region", { name: "Numbers of the last repeat" })).toBeVisible();
    await page.getByRole("button", { name: "Stop", exact: true }).click();
    await expectCleanInBoth(page);
    await page.getByRole("link", { name: "Log", exact: true }).click();
    for (const name of ["Today", "Charts", "Runs", "Hands and feet"]) {
      await page.getByRole("tab", { name, exact: true }).click();
      await expect(
        page.getByRole("tabpanel").getByRole("link").or(page.getByRole("tabpanel").getByRole("button")).first(),
      ).toBeVisible();
      await expectCleanInBoth(page);
    }
  });
  test("on the Groove tab, with each of its panels, while practising, and on an own groove", async ({ page }) => {
    await page.goto("/fills/first/groove");
    await expect(noteNumber(page.getByRole("region", { name: "Score" }), 0).first()).toBeVisible();
    await expectCleanInBoth(page);
    for (const name of ["Form", "Feel", "Backbeat"]) {
      await page.getByRole("tab", { name }).click();
      if (name === "Feel") await page.getByRole("checkbox", { name: /different feel/ }).check();
      await expectClean(page);
    }
    await page.keyboard.press("p");
    await page.getByRole("checkbox", { name: "Tempo ladder" }).check();
    await page.getByRole("button", { name: "The chosen cells" }).click();
    await page.getByRole("combobox", { name: "bass drum", exact: true }).selectOption("muted");
    await expectClean(page);
    await page.getByRole("button", { name: "Close" }).click();
    await page.getByRole("button", { name: "Export" }).click();
    await page.getByRole("menuitem", { name: "Practice loops (sound files)…" }).click();
    await page.getByRole("textbox", { name: /^Tempos/ }).fill("no tempo");
    await expectClean(page);
    await page.keyboard.press("Escape");
    await page.getByRole("tab", { name: "Groove", exact: true }).click();
    await page.getByRole("button", { name: "New groove" }).click();
    await page.getByRole("textbox", { name: "Stick line" }).fill("@4 KLK");
    await expect(page.getByText(/too short/)).toBeVisible();
    await expectCleanInBoth(page);
  });
  test("on the Stack: with a note and all that opens, with moves and book, with problems, with its list of keys", async ({
    page,
  }) => {
    await page.goto("/fills/first/stack");
    const grid = page.getByRole("grid", { name: /Stack/ });
    await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
    const line = page.getByRole("textbox", { name: "Stick line" });
    await line.fill("@4 RLRRLx3");
    await noteNumber(grid, 1).click();
    for (const verdict of [/15 of 16/, /free/]) {
      await openVerdict(page, verdict);
      await expectClean(page);
    }
    await page.getByRole("button", { name: "Band hits" }).click();
    await page.getByRole("textbox", { name: "The band plays" }).fill("332");
    await expectCleanInBoth(page);
    await page.keyboard.press("Escape");
    await page.keyboard.press("Escape");
    await noteNumber(grid, 1).click();
    await page.keyboard.press("t");
    await expect(page.getByRole("dialog", { name: "Moves on the chosen cells" })).toBeVisible();
    await expectClean(page);
    await page.getByRole("tab", { name: "Insert a cell" }).click();
    await expect(page.getByRole("button", { name: "Insert Single paradiddle", exact: true })).toBeVisible();
    await expectClean(page);
    await page.keyboard.press("Escape");
    await line.fill("@4 RLZ {RL");
    await page.getByRole("button", { name: "Keys" }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await page.getByRole("button", { name: "Change keys" }).click();
    await expectClean(page);
  });
});
