import { test } from "vitest";
import { expect, openApp, page, stack } from "~/testing";

const questions = () => page.getByRole("region", { name: "First questions" });
const steps = () => page.getByRole("region", { name: "First steps" });

test("a newcomer is asked for hands and years on the first fill, and both are kept", async () => {
  await openApp("/fills");
  await expect(questions()).toBeVisible();
  await expect(page.getByText(/^@4: sixteenths/)).toBeVisible();
  await expect(stack.verdict).toContainText("Up to 171 bpm");
  await questions().getByRole("button", { name: "Under 2 years" }).click();
  await expect(questions().getByRole("button", { name: "Under 2 years" })).toHaveAttribute("aria-pressed", "true");
  // Not a working drummer's any more.
  await expect(stack.verdict).not.toContainText("Up to 171 bpm");
  await questions().getByRole("button", { name: "Left" }).click();
  await expect(steps()).toBeVisible();
  await expect(page.getByRole("button", { name: /Lead: left hand/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("button", { name: /Lead: left hand/ })).toBeVisible();
});

test("both questions can be skipped, then the steps; the hints go with them", async () => {
  await openApp("/fills");
  await questions().getByRole("button", { name: "Skip" }).click();
  await steps().getByRole("button", { name: "Skip" }).click();
  await expect(steps()).toHaveCount(0);
  await expect(page.getByText(/^@4: sixteenths/)).toHaveCount(0);
  await page.reload();
  await expect(stack.line).toBeVisible();
  await expect(questions()).toHaveCount(0);
});

test("the starter course is one press away", async () => {
  await openApp("/fills");
  await questions().getByRole("button", { name: "Starter course" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the lesson" })).toHaveValue("Starter course");
});
