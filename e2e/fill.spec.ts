import { expect, type Page, test } from "@playwright/test";
import { noteNumber, openLine, openNewLine, openShelf, stackOf } from "./support";

const tab = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "This fill" }).getByRole("link", { name }).click();
const screen = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name }).click();

test("a fill is one place: name, chosen note and undo go from tab to tab, and every link means this fill", async ({
  page,
}) => {
  await openNewLine(page, "@4 RLRL");
  await page.getByRole("textbox", { name: "Name of the fill" }).fill("Older");
  await screen(page, "Shelf");
  await page.getByRole("button", { name: "New fill" }).click();
  const { line, rail } = stackOf(page);
  await line.fill("@4 RLRRLK");
  await page.getByRole("textbox", { name: "Name of the fill" }).fill("Newer");
  // The one that was edited last is another than the one that is opened now.
  await screen(page, "Shelf");
  await page.getByRole("link", { name: "Older" }).click();
  await tab(page, "Floor");
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue("Older");
  await tab(page, "Stack");
  await noteNumber(rail, 2).click();
  await page.keyboard.press("k");
  await expect(line).toHaveValue("@4 RLKL");
  await tab(page, "Floor");
  await expect(noteNumber(rail, 2)).toHaveAttribute("data-cursor", "");
  await page.getByRole("button", { name: "Undo" }).click();
  await tab(page, "Sheet");
  await expect(page.getByRole("img", { name: /^Page 1 of 1: Older .*@4 RLRL/ })).toBeVisible();
  await screen(page, "Cells");
  await screen(page, "Fill");
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue("Older");
});

test("old addresses go on working", async ({ page }) => {
  await openLine(page, "@4 RLRL");
  const id = /\/fills\/([^/]+)\//.exec(page.url())?.[1];
  for (const [old, now] of [
    ["stack", "stack"],
    ["floor", "floor"],
    ["grooves", "groove"],
    ["shed", "shed"],
  ]) {
    await page.goto(`/${old}/${id}`);
    await expect(page).toHaveURL(new RegExp(`/fills/${id}/${now}$`));
  }
  await page.goto("/floor");
  await expect(page).toHaveURL(new RegExp(`/fills/${id}/floor$`));
  await page.goto(`/fills/${id}`);
  await expect(page).toHaveURL(new RegExp(`/fills/${id}/stack$`));
});

/** What the page complains of from here on. */
function listenForComplaints(page: Page): readonly string[] {
  const complaints: string[] = [];
  page.on("console", (message) => {
    if (message.type() === "error") complaints.push(message.text());
  });
  page.on("pageerror", (error) => complaints.push(error.message));
  return complaints;
}

test("a new fill in which nothing was typed leaves nothing behind, and is made from anywhere", async ({ page }) => {
  const complaints = listenForComplaints(page);
  await openShelf(page);
  // Another screen is asked for first, and has not come yet.
  await page.evaluate(() => {
    document.querySelector<HTMLElement>('a[href="/log"]')?.click();
    [...document.querySelectorAll("button")].find((one) => one.textContent?.includes("New fill"))?.click();
  });
  await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue("@4");
  await tab(page, "Groove");
  await expect(page.getByRole("region", { name: "Form" })).toBeVisible();
  await screen(page, "Shelf");
  await expect(page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 })).toHaveCount(1);
  await expect(page.getByText("Untitled")).toHaveCount(0);
  expect(complaints).toEqual([]);
});

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

test("what is set up on one tab holds on the others, and after a reload", async ({ page }) => {
  await openLine(page, "@4 RLRL");
  const volume = page.getByRole("slider", { name: "Volume" });
  await volume.fill("30");
  await tab(page, "Shed");
  await expect(page.getByRole("region", { name: "Plan" })).toBeVisible();
  await expect(volume).toHaveValue("30");
  await volume.fill("80");
  await tab(page, "Stack");
  await expect(page.getByRole("region", { name: "Verdict" })).toBeVisible();
  await expect(volume).toHaveValue("80");
  await page.reload();
  await expect(volume).toHaveValue("80");
});
