import { test, vi } from "vitest";
import { expect, openLine, PATIENCE, page } from "~/testing";

/** A line in the Shed, on its whole, at a tempo. */
async function openInShed(text: string) {
  const { saved } = await openLine(text);
  await expect(saved).toBeVisible();
  await page.getByRole("link", { name: "Shed", exact: true }).click();
  const plan = page.getByRole("region", { name: "Plan" });
  await plan.getByRole("button", { name: /All of it on one drum/ }).click();
  return {
    plan,
    verdict: page.getByRole("region", { name: "Verdict" }),
    rail: page.getByRole("listbox", { name: "Rail of this step" }),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
    listen: (name: string) => page.getByRole("region", { name: "Listening" }).getByText(name, { exact: true }).click(),
  };
}

test("an acoustic kit: the player judges by key and button, the ladder follows, the plan is edited and kept", async () => {
  const { plan, verdict, rail, play, stop } = await openInShed("@4 >RLRL >RLRL");
  await plan.getByLabel("Clean in a row").selectOption("2");
  await plan.getByLabel("Goal", { exact: true }).fill("120");
  await plan.getByLabel("Goal", { exact: true }).press("Enter");
  await play.click();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  await page.keyboard.press("1");
  await expect(verdict.getByText(/^Clean\./)).toBeVisible();
  await expect(page.getByRole("img", { name: "1 of 2 clean in a row" })).toBeVisible();
  // Once a repeat.
  await page.keyboard.press("1");
  await expect(page.getByText(/Each one can be judged once/)).toBeVisible();
  await expect(page.getByText("repeat 2")).toBeVisible();
  await vi.waitFor(async () => {
    await page.getByRole("button", { name: /^Clean/ }).click();
    if ((await verdict.getByText(/^Up to/).count()) === 0) throw new Error("not yet");
  }, PATIENCE);
  await stop.click();
  await plan.getByRole("button", { name: "Skip" }).click();
  await page.reload();
  await expect(plan.getByLabel("Goal", { exact: true })).toHaveValue("120");
  await expect(plan.getByRole("button", { name: /All of it on one drum/ })).toContainText(/skipped/);
});
