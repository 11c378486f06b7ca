import { readFile } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { downloadOf, exportAs, noteNumber, openLine } from "./support";

test("the line as text: an unreadable one survives a reload, and direct edits leave it alone", async ({ page }) => {
  const { line, grid, saved } = await openLine(page, "@4 RLRL");
  await line.fill("@4 RLRL (RK");
  await noteNumber(grid, 0).click();
  await page.keyboard.press("k");
  await expect(page.getByText("Fix the error in the line first. Your text hasn't changed.")).toBeVisible();
  await expect(line).toHaveValue("@4 RLRL (RK");
  await expect(saved).toBeVisible();
  await page.reload();
  await expect(line).toHaveValue("@4 RLRL (RK");
  await expect(grid.getByRole("gridcell")).toHaveCount(4);

  await test.step("and so does text typed just before the page closes", async () => {
    await line.fill("@4 RLRL KK just now");
    await page.reload();
    await expect(line).toHaveValue("@4 RLRL KK just now");
    await line.fill("@4 RLRLK");
    await page.getByRole("textbox", { name: "Name of the fill" }).fill("In a hurry");
    await page.goto("/");
    const card = page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: "In a hurry" }) });
    await expect(card).toContainText("@4 RLRLK");
  });
});

test("cells are moved by keyboard alone, and dragged by mouse; the text follows", async ({ page }) => {
  const { line } = await openLine(page, "@4 RLR KKLL");
  await page.getByRole("button", { name: "Move cell 1 (3 notes)" }).focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("Cell 1 is at place 1.")).toBeAttached();
  // Positions are measured a moment after a cell is picked up.
  await expect(async () => {
    await page.keyboard.press("ArrowUp");
    await expect(page.getByText("Cell 1 is at place 2.")).toBeAttached({ timeout: 400 });
  }).toPass();
  await page.keyboard.press("Space");
  await expect(line).toHaveValue("@4 KKLL RLR");

  await line.fill("@4 RLR KKLL RK");
  const from = await page.getByRole("button", { name: "Move cell 1 (3 notes)" }).boundingBox();
  const to = await page.getByRole("button", { name: "Move cell 3 (2 notes)" }).boundingBox();
  if (!from || !to) throw new Error("no handles");
  await page.mouse.move(from.x + 15, from.y + 15);
  await page.mouse.down();
  await page.mouse.move(from.x + 15, from.y - 10, { steps: 4 });
  await page.mouse.move(to.x + 15, to.y + 10, { steps: 8 });
  await page.mouse.up();
  await expect(line).toHaveValue("@4 KKLL RK RLR");
});

test("the staff has a sign for every kind of stroke, with accents in one row above the beams; it exports as MusicXML and as a picture", async ({
  page,
}) => {
  const { line } = await openLine(page, "@4 RLRL");
  const staff = page.getByRole("region", { name: "Staff" });
  await line.fill("@4 R/hoR/hh~R!L <[RL>RL] >R/t1LRK @2 =R/c1H/hs");
  await expect(noteNumber(staff, 13).first()).toBeVisible();
  const sign = (code: string) => staff.locator(`[data-sign="${code}"]`);
  // Open, closing and buzz; the foot's splash has the open sign below it.
  await expect(sign("E614")).toHaveCount(2);
  await expect(sign("E633")).toHaveCount(1);
  await expect(sign("E22A")).toHaveCount(1);
  await expect(sign("E0CF")).toHaveCount(1);
  // The choke's stroke isn't a sign of the font.
  await expect(staff.locator('[data-kind="sign"]:not([data-sign])')).toHaveCount(1);
  await expect(staff.locator('[data-kind="hairpin"]')).toHaveCount(1);
  const edges = (kind: string) =>
    staff
      .locator(`[data-kind="${kind}"]`)
      .evaluateAll((found) => found.map((element) => Math.round(element.getBoundingClientRect().bottom)));
  const [accents, beams] = [await edges("accent"), await edges("beam")];
  expect(accents).toHaveLength(3);
  expect(new Set(accents).size).toBe(1);
  expect(beams.length).toBeGreaterThan(4);
  expect(Math.max(...accents)).toBeLessThan(Math.min(...beams));
  // Each note has a name for screen readers.
  const options = staff.getByRole("listbox", { name: /^Staff/ }).getByRole("option");
  await expect(options.nth(3)).toHaveAccessibleName("a: left hand rim shot");
  // A rim shot that lasts two beats has a white head with its slash.
  await line.fill("@1/2 !R @1 LR");
  await expect(sign("E0D1")).toHaveCount(1);
  // Rhythms without a note value get a message, and are still shown.
  await line.fill("@3 RL @4 RLRL");
  await expect(staff).toContainText("Bar 1 cannot be written in note values: its eighth triplets stop");
  await expect(staff.locator('[data-kind="head"]')).toHaveCount(6);
  await expect(staff.locator('[data-kind="stem"]')).toHaveCount(0);

  await line.fill("@6 >RLRRLL @4 'RLRK");
  const numbers = staff.locator('[data-kind="tuplet"]');
  await expect(numbers).toHaveCount(1);
  const score = await readFile((await exportAs(page, "Notation for other programs (MusicXML)")).path, "utf8");
  expect(score).toContain('<score-partwise version="4.0">');
  expect(score.match(/<grace /g)).toHaveLength(1);
  expect(score.match(/<actual-notes>6</g)).toHaveLength(6);
  await page.getByRole("button", { name: /^Export/ }).click();
  await page.getByRole("menuitem", { name: "Picture (SVG or PNG)…" }).click();
  const dialog = page.getByRole("dialog", { name: "Picture" });
  await dialog.getByRole("combobox", { name: "Picture of" }).selectOption("Staff");
  const saved = await downloadOf(page, () => dialog.getByRole("button", { name: "Save picture" }).click());
  const picture = await readFile(saved.path, "utf8");
  expect(picture).toContain("<path ");
  expect(picture).not.toContain("<text");
  await dialog.getByRole("button", { name: "Close" }).click();
  // Sixes are written as the player prefers.
  await page.getByRole("link", { name: "Setup" }).click();
  await page.getByRole("combobox", { name: "Write six notes in a beat" }).selectOption("as two groups of three");
  await page.goBack();
  await expect(numbers).toHaveCount(2);
});
