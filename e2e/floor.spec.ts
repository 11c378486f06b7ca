import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { parseMidi } from "midi-file";
import { exportAs, openLine, PHONE } from "./support";

/** The Floor with a new fill on it. */
async function openFloor(page: Page, text: string) {
  await openLine(page, text);
  await page.getByRole("link", { name: "Floor", exact: true }).click();
  await expect(page.getByRole("region", { name: "Floor plan" })).toBeVisible();
}

const gauge = (page: Page) => page.getByRole("region", { name: "Top tempo" });
const plan = (page: Page) => page.getByRole("region", { name: "Floor plan" });
const tab = (page: Page, name: string) => page.getByRole("tab", { name }).click();

async function ceilingOf(page: Page): Promise<number> {
  const words = await gauge(page).textContent();
  return Number(/^(\d+)/.exec(words ?? "")?.[1]);
}

/** A point of the floor tom on the page without a coin on it. */
async function tomAt(page: Page) {
  const box = await plan(page)
    .getByRole("button", { name: /^floor tom/ })
    .locator("ellipse")
    .first()
    .boundingBox();
  if (!box) throw new Error("the floor tom is drawn");
  return { x: box.x + box.width / 2, y: box.y + box.height * 0.8 };
}

test.describe("the kit", () => {
  test("a finger drags a drum all the way without scrolling the page", async ({ browser }) => {
    const context = await browser.newContext(PHONE);
    const page = await context.newPage();
    await openFloor(page, "@4 RL/f1R/f1L");
    await tab(page, "Kit");
    await page.getByRole("button", { name: "Copy to my kits" }).tap();
    await expect(page.getByRole("textbox", { name: "Name of the kit" })).toBeVisible();
    await plan(page).scrollIntoViewIfNeeded();
    const finger = await context.newCDPSession(page);
    const touch = (type: "touchStart" | "touchMove" | "touchEnd", x: number, y: number) =>
      finger.send("Input.dispatchTouchEvent", { type, touchPoints: type === "touchEnd" ? [] : [{ x, y }] });
    const scrolled = await page.evaluate(() => window.scrollY);
    // A frame that is still resizing may swallow the first touch.
    await expect(async () => {
      const from = await tomAt(page);
      await touch("touchStart", from.x, from.y);
      for (let step = 1; step <= 8; step++) await touch("touchMove", from.x - step * 4, from.y - step * 5);
      await touch("touchEnd", from.x - 32, from.y - 40);
      expect(Math.abs((await tomAt(page)).y - from.y + 40)).toBeLessThan(6);
    }).toPass();
    expect(await page.evaluate(() => window.scrollY)).toBe(scrolled);
    await context.close();
  });

  test("an own kit: a drum follows the pointer exactly, is moved by key, fixed, undone, survives a reload, is deleted and restored", async ({
    page,
  }) => {
    await openFloor(page, "@4 RL/f1R/f1L");
    await tab(page, "Kit");
    await page.getByRole("button", { name: "Copy to my kits" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the kit" })).toHaveValue("My four-piece");
    const before = await ceilingOf(page);
    const tom = plan(page).getByRole("button", { name: /^floor tom/ });
    // However the plan is fitted to its frame.
    for (const height of [620, 800]) {
      await page.setViewportSize({ width: 1280, height });
      // The plan is fitted to its new frame a moment later.
      let from = await tomAt(page);
      await expect(async () => {
        const before = from;
        await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
        from = await tomAt(page);
        expect(from).toEqual(before);
      }).toPass();
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(from.x + 20, from.y - 10, { steps: 3 });
      await page.mouse.move(from.x + 60, from.y + 15, { steps: 3 });
      await page.mouse.up();
      // Whole centimetres.
      await expect.poll(async () => Math.abs((await tomAt(page)).x - from.x - 60)).toBeLessThan(4);
      expect(Math.abs((await tomAt(page)).y - from.y - 15)).toBeLessThan(4);
    }
    await expect.poll(() => ceilingOf(page)).toBeLessThan(before);
    const right = page.getByRole("spinbutton", { name: "floor tom: cm to the right" });
    const there = Number(await right.inputValue());
    expect(there).toBeGreaterThan(60);
    await tom.focus();
    await page.keyboard.press("Shift+ArrowLeft");
    await expect(right).toHaveValue(String(there - 5));
    await page.getByRole("spinbutton", { name: "floor tom: MIDI note" }).fill("77");

    // Two in the same spot, and no snare: reported, each with a one-step fix.
    await right.fill("-4");
    await page.getByRole("spinbutton", { name: "floor tom: cm in front" }).fill("42");
    const problems = page.getByRole("list", { name: "Problems with this kit" });
    await expect(problems).toContainText("Floor tom and snare overlap.");
    await problems.getByRole("button", { name: "Move it to the nearest free spot" }).click();
    await expect(problems).toBeHidden();
    await plan(page)
      .getByRole("button", { name: /^snare/ })
      .focus();
    await page.keyboard.press("Enter");
    await page.getByRole("button", { name: "Remove" }).click();
    await expect(problems).toContainText("This kit has no snare");
    await tab(page, "Orchestration");
    await expect(page.getByText("This kit has no snare.", { exact: false })).toBeVisible();
    await page.getByRole("button", { name: "Fix the kit" }).click();
    await page.keyboard.press("Control+z");
    await expect(problems).toBeHidden();
    await page.getByRole("textbox", { name: "Name of the kit" }).fill("Attic kit");
    await expect(page.getByText("Saved", { exact: true })).toBeVisible();
    await page.getByRole("link", { name: "Stack", exact: true }).click();
    const { path } = await exportAs(page, "MIDI file: the fill");
    const keys = parseMidi(await readFile(path)).tracks[0]?.flatMap((event) =>
      event.type === "noteOn" ? [event.noteNumber] : [],
    );
    expect(keys).toEqual([38, 77, 77, 38]);

    await page.reload();
    await page.getByRole("link", { name: "Floor", exact: true }).click();
    await tab(page, "Kit");
    await expect(page.getByRole("combobox", { name: "Your kit" })).toContainText("Attic kit");
    await page.getByRole("button", { name: "Delete" }).click();
    await expect(page.getByRole("button", { name: "Copy to my kits" })).toBeVisible();
    await page.getByText("Bin: 1 deleted").click();
    await page.getByRole("button", { name: "Restore" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the kit" })).toHaveValue("Attic kit");
  });
});
