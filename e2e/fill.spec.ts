import { expect, type Page, test } from "@playwright/test";
import { openLine } from "./support";

const screen = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name }).click();

/** What the page complains of from here on. */
function listenForComplaints(page: Page): readonly string[] {
  const complaints: string[] = [];
  page.on("console", (message) => {
    if (message.type() === "error") complaints.push(message.text());
  });
  page.on("pageerror", (error) => complaints.push(error.message));
  return complaints;
}

test("the palette finds and runs commands; menus close with Escape; the policy refuses none of it", async ({
  page,
}) => {
  const complaints = listenForComplaints(page);
  const { line } = await openLine(page, "@4 RLRL");
  await page.keyboard.press("Control+k");
  const field = page.getByRole("combobox", { name: "Find a command" });
  await field.fill("other hand");
  await expect(page.getByRole("option").first()).toContainText("Lead with the other hand");
  await page.keyboard.press("Enter");
  await expect(line).toHaveValue("@4 LRLR");
  await page.keyboard.press("Control+k");
  await field.fill("fill groove");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/groove$/);
  await page.keyboard.press("Control+k");
  await field.fill("go to log");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Log" })).toBeVisible();
  await screen(page, "Fill");
  await page.getByRole("button", { name: "Export" }).click();
  await expect(page.getByRole("menu")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("menu")).toHaveCount(0);
  expect(complaints).toEqual([]);
});
