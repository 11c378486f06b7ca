import { expect, type Page, test } from "@playwright/test";
import { openLine } from "./support";

const screen = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name }).click();

test("the palette finds and runs commands; menus close with Escape; nothing is requested from elsewhere or blocked", async ({
  page,
  baseURL,
}) => {
  const strangers: string[] = [];
  const complaints: string[] = [];
  page.on("request", (request) => {
    const { origin, protocol } = new URL(request.url());
    if (origin !== baseURL && protocol.startsWith("http")) strangers.push(request.url());
  });
  page.on("console", (message) => {
    if (message.type() === "error") complaints.push(message.text());
  });
  page.on("pageerror", (error) => complaints.push(error.message));
  const { line, play, rail, stop } = await openLine(page, "@4 RLRL");
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
  await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
  await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
  await play.click();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  await stop.click();
  await screen(page, "Cells");
  await expect(page.getByRole("heading", { level: 2, name: "Single paradiddle" })).toBeVisible();
  expect(strangers).toEqual([]);
  expect(complaints).toEqual([]);
});
