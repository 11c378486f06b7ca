import { expect, type Page, test } from "@playwright/test";
import { noteNumber, openShelf, stackOf } from "./support";

async function openRudiment(page: Page, name: string) {
  await openShelf(page);
  await page.getByRole("link", { name: "Cells" }).click();
  await page.getByRole("navigation", { name: "Book of cells" }).getByRole("link", { name }).first().click();
  await expect(page.getByRole("heading", { level: 2, name, exact: true })).toBeVisible();
}

const recipe = (page: Page) => page.getByRole("region", { name: "Recipe" });
const shownStep = (page: Page) => recipe(page).getByRole("button", { pressed: true });
const move = (page: Page, name: string) =>
  page.getByRole("region", { name: "Moves", exact: true }).getByRole("button", { name, exact: true });
const book = (page: Page) => page.getByRole("navigation", { name: "Book of cells" });

test.describe("from a rudiment to the Stack", () => {
  test("a five, two kicks more, mirrored, kept, and used in a new fill and in the fill at hand", async ({ page }) => {
    await openRudiment(page, "Single paradiddle");
    await move(page, "Add a hand").click();
    await expect(shownStep(page)).toContainText(">RLRRL");
    await move(page, "Add two kicks").click();
    await expect(shownStep(page)).toContainText(">RLRRLKK");
    await move(page, "Mirror").click();
    await expect(shownStep(page)).toContainText(">LRLLRKK");
    await expect(recipe(page)).toContainText("Swaps right and left");
    await page.getByRole("textbox", { name: "Name" }).fill("Ladder seven");
    await page.getByRole("button", { name: "Keep", exact: true }).click();
    await expect(page.getByRole("heading", { level: 2, name: "Ladder seven" })).toBeVisible();
    await expect(book(page).getByRole("link", { name: "Ladder seven" })).toBeVisible();

    await page.getByRole("button", { name: "New fill" }).click();
    const { line, verdict } = stackOf(page);
    await expect(line).toHaveValue("@4 >LRLLRKKx2");
    await expect(verdict).toContainText("14 of 16 sixteenths");

    // The place of the chosen note is remembered while one is away.
    await noteNumber(page.getByRole("listbox", { name: /^Rail/ }), 2).click();
    await page.getByRole("link", { name: "Cells" }).click();
    await page.getByRole("button", { name: /^Into Ladder seven/ }).click();
    await expect(page.getByText("“Ladder seven” is now cell 2.")).toBeVisible();
    await expect(line).toHaveValue("@4 >LRLLRKK >LRLLRKK >LRLLRKK");
  });
});

test.describe("what cannot be", () => {});

test.describe("on the Stack", () => {});
