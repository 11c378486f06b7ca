import { test } from "vitest";
import { expect, openShelf, page } from "~/testing";

test("keys typed as a field appears are kept", async () => {
  await openShelf();
  await page.getByRole("link", { name: "Fit", exact: true }).click();
  const name = page.getByRole("textbox", { name: "Name of the search" });
  await name.fill("Verse");
  const typed = name.fillAtOnce(({ value }) => value === "", "Chorus");
  await page.getByRole("button", { name: "New search" }).click();
  await typed;
  await expect(name).toHaveValue("Chorus");
  await page.getByRole("combobox", { name: "Saved searches" }).selectOption("Verse");
  await expect(name).toHaveValue("Verse");
  await page.getByRole("combobox", { name: "Saved searches" }).selectOption("Chorus");
  await expect(name).toHaveValue("Chorus");
});
