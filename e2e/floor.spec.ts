import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { parseMidi } from "midi-file";
import { AFTER_FIRST_VISIT, exportAs, noteNumber, openLine, openShelf, stackOf } from "./support";

/** The Floor with a new fill on it. */
async function openFloor(page: Page, text: string) {
  await openLine(page, text);
  await page.getByRole("link", { name: "Floor", exact: true }).click();
  await expect(page.getByRole("region", { name: "Floor plan" })).toBeVisible();
}

const gauge = (page: Page) => page.getByRole("region", { name: "Top tempo" });
const plan = (page: Page) => page.getByRole("region", { name: "Floor plan" });
const note = (page: Page, number: number) => noteNumber(stackOf(page).rail, number - 1);
const tab = (page: Page, name: string) => page.getByRole("tab", { name }).click();
const orchestrations = (page: Page) =>
  page.getByRole("list", { name: "Orchestrations found" }).getByRole("button", { name: /^Orchestration/ });

async function ceilingOf(page: Page): Promise<number> {
  const words = await gauge(page).textContent();
  return Number(/^(\d+)/.exec(words ?? "")?.[1]);
}

async function lineOnStack(page: Page): Promise<string> {
  await page.getByRole("link", { name: "Stack", exact: true }).click();
  return stackOf(page).line.inputValue();
}

test.describe("voicing", () => {
  test("in layers, seen on plan, rail and Stack, over and under what is set by hand, and undone", async ({ page }) => {
    await openFloor(page, "@4 RLRLRLRL");
    await page.getByRole("button", { name: "Down the drums" }).click();
    await expect(note(page, 8)).toHaveAccessibleName(/left hand on floor tom/);
    await page.getByRole("combobox", { name: "Kind of the new layer" }).selectOption("home-last");
    await page.getByRole("button", { name: "Add layer" }).click();
    await expect(note(page, 8)).toHaveAccessibleName(/left hand$/);
    await page.getByRole("checkbox", { name: "2. Last stroke on the snare" }).uncheck();
    await expect(note(page, 8)).toHaveAccessibleName(/on floor tom/);
    await page.getByRole("combobox", { name: "Layer 1: path" }).selectOption("own");
    await page
      .getByRole("group", { name: "Layer 1: path, in order" })
      .getByRole("button", { name: "ride", exact: true })
      .click();
    await expect(note(page, 8)).toHaveAccessibleName(/on ride/);

    // By hand: a press on a coin and on a surface, then a key; the next stroke is chosen each time.
    await plan(page).locator('[data-slot="0"]').last().click();
    await page.getByRole("button", { name: "Put note 1 on the tom 1" }).click();
    await expect(note(page, 1)).toHaveAccessibleName(/on tom 1/);
    await page.keyboard.press("h");
    await expect(note(page, 2)).toHaveAccessibleName(/on closed hi-hat/);
    await expect(page.getByText("2 strokes are set by hand.")).toBeVisible();
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("0");
    await expect(page.getByText("1 stroke is set by hand.")).toBeVisible();
    await page.keyboard.press("Control+z");
    await expect(page.getByText("2 strokes are set by hand.")).toBeVisible();
    expect(await lineOnStack(page)).toMatch(/R\/t1L\/hhRL/);
    await expect(page.getByRole("combobox", { name: "Orchestration" })).toHaveValue("own");
    await page.getByRole("combobox", { name: "Orchestration" }).selectOption("home");
    await expect(note(page, 8)).toHaveAccessibleName(/left hand$/);
  });

  test("a layer for some limbs, cells and levels only", async ({ page }) => {
    await openFloor(page, "@4 >RlrL >RlrL");
    await page.getByRole("combobox", { name: "Kind of the new layer" }).selectOption("one");
    await page.getByRole("button", { name: "Add layer" }).click();
    await page.getByRole("button", { name: "all hand strokes" }).click();
    await page.getByRole("group", { name: "Layer 1: limbs" }).getByRole("button", { name: "R", exact: true }).click();
    await page.getByRole("group", { name: "Layer 1: cells" }).getByRole("button", { name: "2", exact: true }).click();
    await page.getByRole("group", { name: "Layer 1: levels" }).getByRole("button", { name: "accent" }).click();
    await expect(page.getByRole("button", { name: "only R; accent; cells 2" })).toBeVisible();
    const placed = stackOf(page).rail.getByRole("option", { name: /on floor tom/ });
    await expect(placed).toHaveCount(1);
    await expect(note(page, 5)).toHaveAccessibleName(/on floor tom/);
  });

  test("a surface that the kit lacks is told, and fixed in one step", async ({ page }) => {
    await openFloor(page, "@4 R/t2LRL");
    await expect(page.getByRole("region", { name: "Not on this kit" })).toContainText(
      "This kit has no tom 2: 1 stroke plays on tom 1.",
    );
    await page.getByRole("button", { name: "Write that into the line" }).click();
    await expect(page.getByRole("region", { name: "Not on this kit" })).toBeHidden();
    await page.getByRole("combobox", { name: "Kind of the new layer" }).selectOption("one");
    await page.getByRole("button", { name: "Add layer" }).click();
    await page.getByRole("combobox", { name: "Layer 1: drum or cymbal" }).selectOption("ride");
    await tab(page, "Kit");
    await page.getByRole("combobox", { name: "Your kit" }).selectOption("One tom, hi-hat only");
    await expect(page.getByRole("group", { name: "One tom, hi-hat only from above" })).toBeVisible();
    await tab(page, "Orchestration");
    await expect(page.getByText("This kit has no ride. It is")).toBeVisible();
    await page.getByRole("button", { name: "Use closed hi-hat" }).click();
    await expect(page.getByText("This kit has no ride. It is")).toBeHidden();
    expect(await lineOnStack(page)).toBe("@4 R/t1LRL");
  });
});

test.describe("ceiling", () => {
  test("names the bottleneck, lights it, and offers the surface that raises it", async ({ page }) => {
    await openFloor(page, "@4 R/snL/snR/f1L/snR/snL/snR/f1L/sn");
    await expect(gauge(page)).toContainText("Right hand, floor tom to snare and back between notes 3 and 7");
    await expect(note(page, 3)).toHaveAttribute("data-limit", "");
    const before = await ceilingOf(page);
    await gauge(page).getByRole("button", { name: "Move it there" }).click();
    await expect.poll(() => ceilingOf(page)).toBeGreaterThan(before);
    await page.getByRole("textbox", { name: "Tempo" }).fill("390");
    await expect(gauge(page)).toContainText("390 is too fast.");
    await page.getByRole("link", { name: "Stack", exact: true }).click();
    await expect(stackOf(page).verdict).toContainText(/Too fast: top tempo \d+/);
  });

  test("follows the level, and the player's own numbers", async ({ page }) => {
    await openFloor(page, "@4 RLRLRLRLRLRLRLRL");
    await expect.poll(() => ceilingOf(page)).toBe(162);
    await tab(page, "Hands");
    await expect(page.getByRole("row", { name: /^Right/ }).first()).toContainText("3.0");
    await page.getByRole("radio", { name: /^Advanced/ }).check();
    await expect.poll(() => ceilingOf(page)).toBe(210);
    await page.getByRole("spinbutton", { name: "Left: singles a second" }).fill("4");
    await page.keyboard.press("Enter");
    await expect.poll(() => ceilingOf(page)).toBe(120);
    await expect(gauge(page)).toContainText("your own numbers");
    await page.reload();
    await expect.poll(() => ceilingOf(page)).toBe(120);
    // No limb plays that: it is said, and the number that was there stays.
    await tab(page, "Hands");
    const doubles = page.getByRole("spinbutton", { name: "Left: doubles a second" });
    await doubles.fill("4000");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("Use 1 to 30 strokes per second");
    await expect(doubles).toHaveValue("4000");
    await expect.poll(() => ceilingOf(page)).toBe(120);
  });

  test("says where the arms cross, without any panel", async ({ page }) => {
    await openFloor(page, "@2 R/hhL/snR/hhL/sn");
    await expect(page.getByText(/Arms cross: notes 2, 3, 4/)).toBeVisible();
    await page.getByRole("link", { name: "Stack", exact: true }).click();
    await expect(stackOf(page).verdict).toContainText(/Arms cross: notes/);
    await stackOf(page).line.fill("@2 RLRL");
    await expect(stackOf(page).verdict).not.toContainText("Arms cross");
  });
});

test("orchestrations are counted exactly, heard on trial, drawn, varied and taken into the line", async ({ page }) => {
  await openFloor(page, "@2 RL");
  await tab(page, "Find more");
  const panel = page.getByRole("tabpanel", { name: "Find more" });
  // Two strokes on six surfaces, at a tempo where no move is too far.
  await expect(panel).toContainText("36 orchestrations can be played at 90");
  await panel.getByRole("button", { name: "ride", exact: true }).click();
  await expect(panel).toContainText("25 orchestrations");
  await page.getByRole("checkbox", { name: "clearly different" }).uncheck();
  await expect(orchestrations(page)).toHaveCount(24);
  await orchestrations(page).first().click();
  await expect(plan(page)).toContainText("Orchestration 1");
  await expect(page.getByRole("button", { name: "Stop", exact: true })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(plan(page)).not.toContainText("Trying");
  await page.getByRole("button", { name: "Random" }).click();
  await expect(orchestrations(page)).toHaveCount(12);
  await page.getByRole("button", { name: "Best" }).click();
  await expect(orchestrations(page)).toHaveCount(24);
  await page.getByRole("button", { name: "More like orchestration 1", exact: true }).click();
  await expect(panel).toContainText("most like");
  await page.getByText("What counts").click();
  await page.getByRole("slider", { name: "Melody" }).press("End");
  // By key: what the weights bring moves the list, and a press of the mouse must not land where the button was.
  await page.getByRole("button", { name: "Apply orchestration 1", exact: true }).press("Enter");
  await expect(page.getByText("Orchestration applied. Each stroke is now set by hand.")).toBeVisible();
  await expect(panel).toContainText("1 orchestration can be played");
  expect(await lineOnStack(page)).toMatch(/^@2 R\/\w\wL\/\w\w$/);
});

test("easier and busier versions say their ceiling, are heard first, and are taken in one step", async ({ page }) => {
  await openFloor(page, "@8 >RKKLRKKL");
  const before = await ceilingOf(page);
  await tab(page, "Versions");
  const easier = page.getByRole("region", { name: "Easier" });
  await easier.getByRole("button", { name: /^Single kicks/ }).click();
  await expect(plan(page)).toContainText("Trying: Single kicks");
  await expect.poll(() => ceilingOf(page)).toBeGreaterThan(before);
  await page.getByRole("button", { name: "Apply (Enter)" }).click();
  await expect(plan(page)).not.toContainText("Trying");
  await page.getByRole("region", { name: "Busier" }).getByRole("button", { name: "Apply: Kicks in the gaps" }).click();
  await expect(page.getByText("Kicks in the gaps: applied.")).toBeVisible();
  expect(await lineOnStack(page)).toBe("@8 >RKKLRKKL");
});

/** A spot of the floor tom on the page that no stroke lies over. */
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
  test("a drum goes exactly with the pointer, however the plan is fitted into its frame", async ({ page }) => {
    await openFloor(page, "@4 RL/f1R/f1L");
    await tab(page, "Kit");
    await page.getByRole("button", { name: "Copy to my kits" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the kit" })).toBeVisible();
    for (const size of [
      { width: 1280, height: 800 },
      { width: 1280, height: 620 },
    ]) {
      await page.setViewportSize(size);
      const from = await tomAt(page);
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(from.x + 10, from.y, { steps: 3 });
      await page.mouse.move(from.x + 20, from.y - 15, { steps: 3 });
      await page.mouse.up();
      // Whole centimetres.
      await expect.poll(async () => Math.abs((await tomAt(page)).x - from.x - 20)).toBeLessThan(4);
      expect(Math.abs((await tomAt(page)).y - from.y + 15)).toBeLessThan(4);
    }
  });

  test("a finger drags a drum all the way, and the page stays where it is", async ({ browser }) => {
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
      storageState: AFTER_FIRST_VISIT,
    });
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
    // A frame that is still settling may swallow the first touch.
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

  test("made one's own: dragged, moved by key, fixed, undone, kept over a reload, deleted and brought back", async ({
    page,
  }) => {
    await openFloor(page, "@4 RL/f1R/f1L");
    await tab(page, "Kit");
    await page.getByRole("button", { name: "Copy to my kits" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the kit" })).toHaveValue("My four-piece");
    const before = await ceilingOf(page);
    const tom = plan(page).getByRole("button", { name: /^floor tom/ });
    const box = await tom.locator("ellipse").first().boundingBox();
    if (!box) throw new Error("the floor tom is drawn");
    const [x, y] = [box.x + box.width / 2, box.y + box.height * 0.8];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 30, y + 8, { steps: 4 });
    await page.mouse.move(x + 120, y + 20, { steps: 6 });
    await page.mouse.up();
    await expect.poll(() => ceilingOf(page)).toBeLessThan(before);
    const right = page.getByRole("spinbutton", { name: "floor tom: cm to the right" });
    const there = Number(await right.inputValue());
    expect(there).toBeGreaterThan(60);
    await tom.focus();
    await page.keyboard.press("Shift+ArrowLeft");
    await expect(right).toHaveValue(String(there - 5));
    await page.getByRole("spinbutton", { name: "floor tom: MIDI note" }).fill("77");

    // Two in one spot, and no snare: said, and fixed in one step each.
    await right.fill("-4");
    await page.getByRole("spinbutton", { name: "floor tom: cm in front" }).fill("42");
    const problems = page.getByRole("list", { name: "What is wrong with the kit" });
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
    await page.getByText("Bin: 1 deleted in the last 30 days").click();
    await page.getByRole("button", { name: "Bring back" }).click();
    await expect(page.getByRole("textbox", { name: "Name of the kit" })).toHaveValue("Attic kit");
  });

  test("left-handed with one tom stands mirrored, and folds what it lacks on every screen", async ({ page }) => {
    await openShelf(page);
    await page.getByRole("link", { name: "Setup" }).click();
    await page.getByRole("radio", { name: /^Left-handed/ }).check();
    const kit = page.getByRole("combobox", { name: "Kit", exact: true });
    await kit.selectOption("One tom, hi-hat only");
    // It shows what is in force.
    await expect(kit).toHaveValue("one-tom-hat-only");
    await openFloor(page, "@4 L/t1R/t2L/rdR");
    await tab(page, "Kit");
    await expect(plan(page).getByRole("button", { name: /^hi-hat: 50 cm to the right/ })).toBeVisible();
    await expect(plan(page).getByRole("button", { name: /^floor tom: 44 cm to the left/ })).toBeVisible();
    await expect(plan(page).getByRole("button", { name: /^bass drum: .*left foot/ })).toBeVisible();
    await expect(page.getByRole("region", { name: "Not on this kit" })).toContainText("on the floor tom");
    await expect(note(page, 3)).toHaveAccessibleName(/on closed hi-hat/);
    // What is written stays: only where it sounds is another matter.
    expect(await lineOnStack(page)).toBe("@4 L/t1R/t2L/rdR");
  });
});

test("hands go through the air with the sound, at any tempo, and keys are listed", async ({ page }) => {
  await openFloor(page, "@4 RLRLRLRLRLRLRLRL");
  await page.getByRole("button", { name: "Down the drums" }).click();
  await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
  await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
  await page.getByRole("button", { name: "Keys" }).click();
  await expect(page.getByRole("dialog")).toContainText("Reset the stroke to the layers");
  await page.keyboard.press("Escape");
  await page.keyboard.press("]");
  await expect(page.getByRole("textbox", { name: "Tempo" })).toHaveValue("91");
  await page.getByRole("button", { name: "Play", exact: true }).click();
  await expect(plan(page).locator("[data-slot][data-playing]").first()).toBeAttached();
  const hand = plan(page).locator("g[transform]:has(> circle[stroke-dasharray])").last();
  const first = await hand.getAttribute("transform");
  await expect.poll(() => hand.getAttribute("transform")).not.toBe(first);
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await expect(page.getByRole("button", { name: "Play", exact: true })).toBeVisible();
});
