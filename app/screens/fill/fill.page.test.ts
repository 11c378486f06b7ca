import { test, vi } from "vitest";
import { expect, noteNumber, openLine, openNewLine, openShelf, page, stack } from "~/testing";

const tab = (name: string) => page.getByRole("navigation", { name: "This fill" }).getByRole("link", { name }).click();

const screen = (name: string) => page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name }).click();

test("a fill is one place: name, chosen note and undo are shared by its tabs, and every link leads to this fill", async () => {
  await openNewLine("@4 RLRL");
  await page.getByRole("textbox", { name: "Name of the fill" }).fill("Older");
  await screen("Shelf");
  await page.getByRole("button", { name: "New fill" }).click();
  const { line, rail } = stack;
  await line.fill("@4 RLRRLK");
  await page.getByRole("textbox", { name: "Name of the fill" }).fill("Newer");
  // The last edited fill isn't the one opened now.
  await screen("Shelf");
  await page.getByRole("link", { name: "Older" }).click();
  await tab("Floor");
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue("Older");
  await tab("Stack");
  await noteNumber(rail, 2).click();
  await page.keyboard.press("k");
  await expect(line).toHaveValue("@4 RLKL");
  await tab("Floor");
  await expect(noteNumber(rail, 2)).toHaveAttribute("data-cursor", "");
  await page.getByRole("button", { name: "Undo" }).click();
  await tab("Sheet");
  await expect(page.getByRole("img", { name: /^Page 1 of 1: Older .*@4 RLRL/ })).toBeVisible();
  await screen("Cells");
  await screen("Fill");
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue("Older");
});

test("old addresses still work", async () => {
  await openLine("@4 RLRL");
  const [, id] = /\/fills\/([^/]+)\//.exec(page.url()) ?? [];
  for (const [old, now] of [
    ["stack", "stack"],
    ["floor", "floor"],
    ["grooves", "groove"],
    ["shed", "shed"],
  ]) {
    await page.goto(`/${old}/${id}`);
    await expect.poll(page.url).toMatch(new RegExp(`/fills/${id}/${now}$`));
  }
  await page.goto("/floor");
  await expect.poll(page.url).toMatch(new RegExp(`/fills/${id}/floor$`));
  await page.goto(`/fills/${id}`);
  await expect.poll(page.url).toMatch(new RegExp(`/fills/${id}/stack$`));
});

test("a new fill without typing leaves nothing behind, and can be made anywhere", async () => {
  const complaints = vi.spyOn(console, "error");
  await openShelf();
  // Another screen is requested first, and hasn't arrived yet.
  page.locator('a[href="/log"]').first().get().click();
  page.getByRole("button", { name: "New fill" }).get().click();
  await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue("@4");
  await tab("Groove");
  await expect(page.getByRole("region", { name: "Form" })).toBeVisible();
  await screen("Shelf");
  await expect(page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 })).toHaveCount(1);
  await expect(page.getByText("Untitled")).toHaveCount(0);
  expect(complaints).not.toHaveBeenCalled();
});

test("settings from one tab apply on the others, and after a reload", async () => {
  await openLine("@4 RLRL");
  const volume = page.getByRole("slider", { name: "Volume" });
  await volume.fill("30");
  await tab("Shed");
  await expect(page.getByRole("region", { name: "Plan" })).toBeVisible();
  await expect(volume).toHaveValue("30");
  await volume.fill("80");
  await tab("Stack");
  await expect(page.getByRole("region", { name: "Verdict" })).toBeVisible();
  await expect(volume).toHaveValue("80");
  await page.reload();
  await expect(volume).toHaveValue("80");
});
