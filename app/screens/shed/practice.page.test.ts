import { beforeEach, test } from "vitest";
import { expect, haveBook, hurry, page } from "~/testing";

/** A fill of the demo in the Shed, on one of its steps. */
async function openShed(fill: string, step: RegExp) {
  await page.goto(`/fills/${fill}/shed`);
  const plan = page.getByRole("region", { name: "Plan" });
  await plan.getByRole("button", { name: step }).click();
  return {
    plan,
    verdict: page.getByRole("region", { name: "Verdict" }),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
    listen: (name: string) => page.getByRole("region", { name: "Listening" }).getByText(name, { exact: true }).click(),
    put: async (label: string, value: string) => {
      const field = plan.getByLabel(label, { exact: true });
      await field.fill(value);
      await field.press("Enter");
    },
  };
}

beforeEach(async () => {
  await haveBook("demo");
  hurry(8);
});

test("a complete practice session with the simulated drummer: plan, rungs, automatic next step, log and chart", async () => {
  const { plan, verdict, play, stop, listen, put } = await openShed("demo-harbour-threes", /^1.* Hear it once/);
  await expect(plan.getByRole("button", { name: /In the groove/ })).toBeVisible();
  await expect(plan.getByText(/about \d+ minutes left/)).toBeVisible();
  await expect(plan.getByText(/make it your own/)).toBeVisible();
  // A listening step is done when the player says so, and isn't a run.
  await listen("Demo drummer");
  await page.getByRole("button", { name: /^Done/ }).click();
  await expect(verdict.getByText("Next: Count it aloud")).toBeVisible();
  await plan.getByRole("button", { name: /All of it on one drum/ }).click();
  await expect(plan.getByText(/before the moves get in the way/)).toBeVisible();
  await put("from", "160");
  await put("to", "168");
  await plan.getByLabel("Clean in a row").selectOption("1");
  await play.click();
  await expect(verdict.getByText(/^Clean/)).toBeVisible();
  await expect(verdict.getByText(/^Up to 16\d\.|This step is learned/)).toBeVisible();
  await expect(verdict.getByText("This step is learned.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Numbers of the last repeat" })).toContainText("Left hand");
  // The next one starts automatically, after a moment.
  await expect(verdict.getByText("Next: Loud and soft")).toBeVisible();
  await expect(plan.getByRole("button", { name: /Loud and soft/ })).toHaveAttribute("aria-current", "step");
  await expect(stop).toBeVisible();
  await stop.click();

  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Log" }).click();
  await page.getByRole("tab", { name: "Charts" }).click();
  await page.getByLabel("Fill").selectOption({ label: "Threes that run over" });
  await expect(page.getByText(/Threes that run over: clean at 16\d of 96/)).toBeVisible();
  await page.getByRole("tab", { name: "Runs" }).click();
  await page.getByRole("searchbox", { name: "Find runs" }).fill("threes that");
  const rows = page.getByRole("row", { name: /Threes that run over All of it on one drum/ });
  await expect(rows.first()).toContainText("clean");
  // The plan remembers.
  await page.goto("/fills/demo-harbour-threes/shed");
  await expect(page.getByRole("region", { name: "Plan" }).getByRole("heading")).toContainText("2 of 6 learned");
});

test("names the fault, marks it on the coins, and comes down; round the kit it goes back to one drum", async () => {
  const { verdict, play, stop, listen, put } = await openShed("demo-last-ferry", /All moves|First moves/);
  await listen("Demo drummer");
  await page.getByRole("slider", { name: "Other hand late" }).fill("45");
  await put("from", "120");
  await put("to", "130");
  await play.click();
  await expect(verdict.getByText(/Left hand \d\d ms late/)).toBeVisible();
  const rail = page.getByRole("list", { name: "Rail of this step" });
  await expect(rail.locator('[data-mark="late"]').first()).toBeVisible();
  await expect(verdict.getByText(/^Down to/)).toBeVisible();
  await expect(verdict.getByText(/Round the kit it falls apart/)).toBeVisible();
  await verdict.getByRole("button", { name: "Go back to one drum" }).click();
  await expect(page.getByRole("region", { name: "This step" })).toContainText("All of it on one drum");
  await expect(stop).toBeHidden();
});
