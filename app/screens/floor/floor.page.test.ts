import { describe, test } from "vitest";
import { expect, noteNumber, openLine, openShelf, page, stack } from "~/testing";

/** The Floor with a new fill on it. */
async function openFloor(text: string) {
  await openLine(text);
  await page.getByRole("link", { name: "Floor", exact: true }).click();
  await expect(page.getByRole("region", { name: "Floor plan" })).toBeVisible();
}

const gauge = page.getByRole("region", { name: "Top tempo" });

const plan = page.getByRole("region", { name: "Floor plan" });

const note = (number: number) => noteNumber(stack.rail, number - 1);

const tab = (name: string) => page.getByRole("tab", { name }).click();

const orchestrations = page
  .getByRole("list", { name: "Orchestrations found" })
  .getByRole("button", { name: /^Orchestration/ });

async function ceilingOf(): Promise<number> {
  const words = await gauge.textContent();
  return Number(/^(\d+)/.exec(words ?? "")?.[1]);
}

async function lineOnStack(): Promise<string> {
  await page.getByRole("link", { name: "Stack", exact: true }).click();
  return stack.line.inputValue();
}

describe("voicing", () => {
  test("in layers, visible on plan, rail and Stack, with strokes set by hand, and undone", async () => {
    await openFloor("@4 RLRLRLRL");
    await page.getByRole("button", { name: "Down the drums" }).click();
    await expect(note(8)).toHaveAccessibleName(/left hand on floor tom/);
    await page.getByRole("combobox", { name: "Kind of the new layer" }).selectOption("home-last");
    await page.getByRole("button", { name: "Add layer" }).click();
    await expect(note(8)).toHaveAccessibleName(/left hand$/);
    await page.getByRole("checkbox", { name: "2. Last stroke on the snare" }).uncheck();
    await expect(note(8)).toHaveAccessibleName(/on floor tom/);
    await page.getByRole("combobox", { name: "Layer 1: path" }).selectOption("own");
    await page
      .getByRole("group", { name: "Layer 1: path, in order" })
      .getByRole("button", { name: "ride", exact: true })
      .click();
    await expect(note(8)).toHaveAccessibleName(/on ride/);

    // By hand: press a coin and a surface, then a key; the next stroke is chosen each time.
    await plan.locator('[data-slot="0"]').last().click();
    await page.getByRole("button", { name: "Put note 1 on tom 1" }).click();
    await expect(note(1)).toHaveAccessibleName(/on tom 1/);
    await page.keyboard.press("h");
    await expect(note(2)).toHaveAccessibleName(/on closed hi-hat/);
    await expect(page.getByText("2 strokes are set by hand.")).toBeVisible();
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("0");
    await expect(page.getByText("1 stroke is set by hand.")).toBeVisible();
    await page.keyboard.press("Control+z");
    await expect(page.getByText("2 strokes are set by hand.")).toBeVisible();
    expect(await lineOnStack()).toMatch(/R\/t1L\/hhRL/);
    await expect(page.getByRole("combobox", { name: "Orchestration" })).toHaveValue("own");
    await page.getByRole("combobox", { name: "Orchestration" }).selectOption("home");
    await expect(note(8)).toHaveAccessibleName(/left hand$/);
  });

  test("a layer for some limbs, cells and levels only", async () => {
    await openFloor("@4 >RlrL >RlrL");
    await page.getByRole("combobox", { name: "Kind of the new layer" }).selectOption("one");
    await page.getByRole("button", { name: "Add layer" }).click();
    await page.getByRole("button", { name: "all hand strokes" }).click();
    await page.getByRole("group", { name: "Layer 1: limbs" }).getByRole("button", { name: "R", exact: true }).click();
    await page.getByRole("group", { name: "Layer 1: cells" }).getByRole("button", { name: "2", exact: true }).click();
    await page.getByRole("group", { name: "Layer 1: levels" }).getByRole("button", { name: "accent" }).click();
    await expect(page.getByRole("button", { name: "only R; accent; cells 2" })).toBeVisible();
    const placed = stack.rail.getByRole("option", { name: /on floor tom/ });
    await expect(placed).toHaveCount(1);
    await expect(note(5)).toHaveAccessibleName(/on floor tom/);
  });

  test("a surface that the kit lacks is reported, and fixed in one step", async () => {
    await openFloor("@4 R/t2LRL");
    await expect(page.getByRole("region", { name: "Not on this kit" })).toContainText(
      "This kit has no tom 2: 1 stroke plays on tom 1.",
    );
    await page.getByRole("button", { name: "Change the line to match" }).click();
    await expect(page.getByRole("region", { name: "Not on this kit" })).toBeHidden();
    await page.getByRole("combobox", { name: "Kind of the new layer" }).selectOption("one");
    await page.getByRole("button", { name: "Add layer" }).click();
    await page.getByRole("combobox", { name: "Layer 1: drum or cymbal" }).selectOption("ride");
    await tab("Kit");
    await page.getByRole("combobox", { name: "Your kit" }).selectOption("One tom, hi-hat only");
    await expect(page.getByRole("group", { name: "One tom, hi-hat only from above" })).toBeVisible();
    await tab("Orchestration");
    await expect(page.getByText("This kit has no ride. It is")).toBeVisible();
    await page.getByRole("button", { name: "Use closed hi-hat" }).click();
    await expect(page.getByText("This kit has no ride. It is")).toBeHidden();
    expect(await lineOnStack()).toBe("@4 R/t1LRL");
  });
});

describe("ceiling", () => {
  test("names the bottleneck, highlights it, and offers the surface that raises it", async () => {
    await openFloor("@4 R/snL/snR/f1L/snR/snL/snR/f1L/sn");
    await expect(gauge).toContainText("Right hand, floor tom to snare and back between notes 3 and 7");
    await expect(note(3)).toHaveAttribute("data-limit", "");
    const before = await ceilingOf();
    await gauge.getByRole("button", { name: "Move it there" }).click();
    await expect.poll(() => ceilingOf()).toBeGreaterThan(before);
    await page.getByRole("textbox", { name: "Tempo" }).fill("390");
    await expect(gauge).toContainText("390 is too fast.");
    await page.getByRole("link", { name: "Stack", exact: true }).click();
    await expect(stack.verdict).toContainText(/Too fast: top tempo \d+/);
  });

  test("follows the level, and the player's measurements", async () => {
    await openFloor("@4 RLRLRLRLRLRLRLRL");
    await expect.poll(() => ceilingOf()).toBe(162);
    await tab("Hands");
    await expect(page.getByRole("row", { name: /^Right/ }).first()).toContainText("3.0");
    await page.getByRole("radio", { name: /^Advanced/ }).check();
    await expect.poll(() => ceilingOf()).toBe(210);
    await page.getByRole("spinbutton", { name: "Left: singles a second" }).fill("4");
    await page.keyboard.press("Enter");
    await expect.poll(() => ceilingOf()).toBe(120);
    await expect(gauge).toContainText("your own numbers");
    await page.reload();
    await expect.poll(() => ceilingOf()).toBe(120);
    // No limb plays that: there is a message, and the earlier number stays.
    await tab("Hands");
    const doubles = page.getByRole("spinbutton", { name: "Left: doubles a second" });
    await doubles.fill("4000");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("Enter 1 to 30 strokes per second");
    await expect(doubles).toHaveValue("4000");
    await expect.poll(() => ceilingOf()).toBe(120);
  });

  test("shows where the arms cross, without any panel", async () => {
    await openFloor("@2 R/hhL/snR/hhL/sn");
    await expect(page.getByText(/Arms cross: notes 2, 3, 4/)).toBeVisible();
    await page.getByRole("link", { name: "Stack", exact: true }).click();
    await expect(stack.verdict).toContainText(/Arms cross: notes/);
    await stack.line.fill("@2 RLRL");
    await expect(stack.verdict).not.toContainText("Arms cross");
  });
});

test("orchestrations are counted exactly, previewed, drawn, varied and applied to the line", async () => {
  await openFloor("@2 RL");
  await tab("Find more");
  const panel = page.getByRole("tabpanel", { name: "Find more" });
  // Two strokes on six surfaces, at a tempo where every move is possible.
  await expect(panel).toContainText("36 orchestrations can be played at 90");
  await panel.getByRole("button", { name: "ride", exact: true }).click();
  await expect(panel).toContainText("25 orchestrations");
  await page.getByRole("checkbox", { name: "clearly different" }).uncheck();
  await expect(orchestrations).toHaveCount(24);
  await orchestrations.first().click();
  await expect(plan).toContainText("Orchestration 1");
  await expect(page.getByRole("button", { name: "Stop", exact: true })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(plan).not.toContainText("Trying");
  await page.getByRole("button", { name: "Random" }).click();
  await expect(orchestrations).toHaveCount(12);
  await page.getByRole("button", { name: "Best" }).click();
  await expect(orchestrations).toHaveCount(24);
  await page.getByRole("button", { name: "More like orchestration 1", exact: true }).click();
  await expect(panel).toContainText("most like");
  await page.getByText("What counts").click();
  await page.getByRole("slider", { name: "Melody" }).fill("100");
  // By key: weights reorder the list, and a mouse press must not land where the button used to be.
  await page.getByRole("button", { name: "Apply orchestration 1", exact: true }).press("Enter");
  await expect(page.getByText("Orchestration applied. Each stroke is now set by hand.")).toBeVisible();
  await expect(panel).toContainText("1 orchestration can be played");
  expect(await lineOnStack()).toMatch(/^@2 R\/\w\wL\/\w\w$/);
});

test("easier and busier versions show their ceiling, can be previewed, and are applied in one step", async () => {
  await openFloor("@8 >RKKLRKKL");
  const before = await ceilingOf();
  await tab("Versions");
  const easier = page.getByRole("region", { name: "Easier" });
  await easier.getByRole("button", { name: /^Single kicks/ }).click();
  await expect(plan).toContainText("Trying: Single kicks");
  await expect.poll(() => ceilingOf()).toBeGreaterThan(before);
  await page.getByRole("button", { name: "Apply (Enter)" }).click();
  await expect(plan).not.toContainText("Trying");
  await page.getByRole("region", { name: "Busier" }).getByRole("button", { name: "Apply: Kicks in the gaps" }).click();
  await expect(page.getByText("Kicks in the gaps: applied.")).toBeVisible();
  expect(await lineOnStack()).toBe("@8 >RKKLRKKL");
});

describe("the kit", () => {
  test("left-handed with one tom is mirrored, and substitutes on every screen", async () => {
    await openShelf();
    await page.getByRole("link", { name: "Setup" }).click();
    await page.getByRole("radio", { name: /^Left-handed/ }).check();
    const kit = page.getByRole("combobox", { name: "Kit", exact: true });
    await kit.selectOption("One tom, hi-hat only");
    // It shows the current state.
    await expect(kit).toHaveValue("one-tom-hat-only");
    await openFloor("@4 L/t1R/t2L/rdR");
    await tab("Kit");
    await expect(plan.getByRole("button", { name: /^hi-hat: 50 cm to the right/ })).toBeVisible();
    await expect(plan.getByRole("button", { name: /^floor tom: 44 cm to the left/ })).toBeVisible();
    await expect(plan.getByRole("button", { name: /^bass drum: .*left foot/ })).toBeVisible();
    await expect(page.getByRole("region", { name: "Not on this kit" })).toContainText("on the floor tom");
    await expect(note(3)).toHaveAccessibleName(/on closed hi-hat/);
    // The written line stays; only its sound differs.
    expect(await lineOnStack()).toBe("@4 L/t1R/t2L/rdR");
  });
});

test("hands move with the sound, at any tempo, and keys are listed", async () => {
  await openFloor("@4 RLRLRLRLRLRLRLRL");
  await page.getByRole("button", { name: "Down the drums" }).click();
  await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
  await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
  await page.getByRole("button", { name: "Keys" }).click();
  await expect(page.getByRole("dialog")).toContainText("Undo the hand-set drum (use the layers)");
  await page.keyboard.press("Escape");
  await page.keyboard.press("]");
  await expect(page.getByRole("textbox", { name: "Tempo" })).toHaveValue("91");
  await page.getByRole("button", { name: "Play", exact: true }).click();
  await expect(plan.locator("[data-slot][data-playing]").first()).toBeAttached();
  const hand = plan.locator("g[transform]:has(> circle[stroke-dasharray])").last();
  const first = await hand.getAttribute("transform");
  await expect.poll(() => hand.getAttribute("transform")).not.toBe(first);
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await expect(page.getByRole("button", { name: "Play", exact: true })).toBeVisible();
});
