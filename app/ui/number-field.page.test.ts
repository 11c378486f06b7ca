import { test } from "vitest";
import { expect, openLine, page } from "~/testing";

test("a number out of bounds is never applied, and goes back when you leave its field", async () => {
  await openLine("@4 RLRL");
  const tempo = page.getByRole("textbox", { name: "Tempo" });
  for (const typed of ["999", "5", "-80"]) {
    await tempo.fill(typed);
    await page.keyboard.press("Tab");
    await expect(tempo).toHaveValue("90");
  }
  await tempo.fill("133");
  await page.keyboard.press("Tab");
  await expect(tempo).toHaveValue("133");
});
