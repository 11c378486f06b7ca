import { beforeEach, test } from "vitest";
import { downloadOf, expect, haveBook, page } from "~/testing";

beforeEach(() => haveBook("demo"));

test("today: what is due comes first, within the available minutes; the charts' fill can be practised", async () => {
  await page.goto("/log");
  await page.getByLabel("Minutes today").selectOption("20");
  const items = page.getByRole("tabpanel").getByRole("list").first().getByRole("listitem");
  await expect(items.first()).toContainText("Warm up");
  const minutes = (await items.allTextContents()).map((text) => Number(/^(\d+)/.exec(text)?.[1]));
  expect(minutes.reduce((sum, one) => sum + one, 0)).toBe(20);
  await page.getByLabel("Minutes today").selectOption("45");
  await expect(items).not.toHaveCount(minutes.length);
  await page.getByRole("link", { name: "Begin" }).click();
  await expect(page.getByRole("region", { name: "Plan" })).toBeVisible();
});

test("runs can be searched, annotated, deleted and restored, and exported as CSV and JSON", async () => {
  await page.goto("/log?tab=runs");
  await page.getByRole("searchbox", { name: "Find runs" }).fill("gravel");
  await page.getByLabel("Result").selectOption("no");
  const note = page.getByRole("textbox", { name: /^Note on the run/ }).first();
  await note.fill("=shoulders, up");
  await note.press("Enter");
  await page.getByRole("searchbox", { name: "Find runs" }).fill("gravel shoulders");
  await expect(page.getByText(/^1 of [\d,]+ runs$/)).toBeVisible();
  await page.getByRole("searchbox", { name: "Find runs" }).fill("gravel");
  const table = await downloadOf(() => page.getByRole("button", { name: "CSV" }).click());
  const text = await table.text();
  expect(text).toContain(`"'=shoulders, up"`);
  expect(text.split("\r\n").filter((line) => line.includes("Gravel road"))).not.toHaveLength(0);
  expect(text).not.toContain("Last ferry");
  const json = await downloadOf(() => page.getByRole("button", { name: "JSON" }).click());
  expect(JSON.parse(await json.text())).toMatchObject({ format: "dime-stack-log", version: 1 });
  const count = page.getByText(/ of [\d,]+ runs$/);
  const before = await count.textContent();
  await page
    .getByRole("button", { name: /^Delete the run/ })
    .first()
    .click();
  await expect(page.getByText("The run is deleted.")).toBeVisible();
  await expect(count).not.toHaveText(before ?? "");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(count).toHaveText(before ?? "");
});
