import { describe, test } from "vitest";
import { expect, noteNumber, openLine, openShelf, page, stack } from "~/testing";

describe("by keyboard", () => {
  test("undo in an unrelated field belongs to the field", async () => {
    const { line, grid } = await openLine("@4 RLRL");
    await noteNumber(grid, 0).click();
    await page.keyboard.press("k");
    await expect(line).toHaveValue("@4 KLRL");
    await page.getByRole("button", { name: /^Tags/ }).click();
    await page.getByRole("textbox", { name: "New tag" }).fill("slow");
    await page.keyboard.press("Control+z");
    await expect(line).toHaveValue("@4 KLRL");
    await page.keyboard.press("Escape");
    await expect(page.getByRole("button", { name: /^Tags/ })).toBeFocused();
    await page.keyboard.press("Control+z");
    await expect(line).toHaveValue("@4 RLRL");
  });

  test("letters aren't commands once they are turned off", async () => {
    await openShelf();
    await page.getByRole("link", { name: "Setup" }).click();
    await page.getByRole("combobox", { name: "Letter keys" }).selectOption("Off");
    await page.getByRole("link", { name: "Fill", exact: true }).click();
    const { line, grid } = stack;
    await line.fill("@4 RLRL");
    await noteNumber(grid, 0).click();
    await page.keyboard.press("k");
    await page.keyboard.press("ArrowRight");
    await expect(noteNumber(grid, 1)).toHaveAttribute("data-cursor", "");
    await expect(line).toHaveValue("@4 RLRL");
  });

  test("you can change a key and it lasts; a key in use is reported", async () => {
    const { line, grid } = await openLine("@4 RLRL");
    const keys = page.getByRole("dialog", { name: "Keys" });
    const change = (name: string) => keys.getByRole("button", { name: new RegExp(`^Change the key of “${name}”`) });
    await page.getByRole("button", { name: "Keys", exact: true }).click();
    await keys.getByRole("button", { name: "Change keys" }).click();
    await change("Bass drum").click();
    await page.keyboard.press("l");
    await expect(keys.getByRole("status")).toContainText("l is already “Left hand”");
    await change("Bass drum").click();
    await page.keyboard.press("u");
    await expect(change("Bass drum")).toHaveText("u");
    await page.keyboard.press("Escape");
    await expect(keys).toHaveCount(0);
    await noteNumber(grid, 0).click();
    await page.keyboard.press("k");
    await expect(line).toHaveValue("@4 RLRL");
    await page.keyboard.press("u");
    await expect(line).toHaveValue("@4 KLRL");
    await page.reload();
    await noteNumber(grid, 1).click();
    await page.keyboard.press("u");
    await expect(line).toHaveValue("@4 KKRL");
    await page.getByRole("button", { name: "Keys", exact: true }).click();
    await keys.getByRole("button", { name: "Reset all keys" }).click();
    await page.keyboard.press("Escape");
    await noteNumber(grid, 2).click();
    await page.keyboard.press("k");
    await expect(line).toHaveValue("@4 KKKL");
  });

  test("a key set on one screen works on every other, and the previous owner says so", async () => {
    await openLine("@4 RLRL");
    const keys = page.getByRole("dialog", { name: "Keys" });
    await page.getByRole("button", { name: "Keys", exact: true }).click();
    await keys.getByRole("button", { name: "Change keys" }).click();
    await keys.getByRole("button", { name: /^Change the key of “Tempo: faster by 1”/ }).click();
    await page.keyboard.press("2");
    await expect(keys.getByRole("status")).toHaveText("Tempo: faster by 1: 2.");
    await page.keyboard.press("Escape");
    await page.getByRole("link", { name: "Groove" }).click();
    const tempo = page.getByRole("textbox", { name: "Tempo" });
    await expect(page.getByRole("tab", { name: "Form" })).toBeVisible();
    const before = Number(await tempo.inputValue());
    await page.keyboard.press("2");
    await expect(tempo).toHaveValue(String(before + 1));
    await expect(page.getByRole("tab", { name: "Form" })).toHaveAttribute("aria-selected", "false");
    await page.getByRole("button", { name: "Keys", exact: true }).click();
    await expect(keys).toContainText("Show: Form2 now belongs to “Tempo: faster by 1”");
  });
});
