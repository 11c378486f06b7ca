import { test, vi } from "vitest";
import { expect, hurry, openLine, page, repeatUntil } from "~/testing";

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
    rail: page.getByRole("list", { name: "Rail of this step" }),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
    listen: (name: string) => page.getByRole("region", { name: "Listening" }).getByText(name, { exact: true }).click(),
  };
}

test("an acoustic kit: the player judges by key and button, the ladder follows, the plan is edited and saved", async () => {
  const { plan, verdict, rail, play, stop } = await openInShed("@4 >RLRL >RLRL");
  await plan.getByLabel("Clean in a row").selectOption("2");
  await plan.getByLabel("Goal", { exact: true }).fill("120");
  await plan.getByLabel("Goal", { exact: true }).press("Enter");
  await play.click();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  // However slow the machine: both presses fall into one repeat.
  hurry(0);
  await page.keyboard.press("1");
  await expect(verdict.getByText(/^Clean\./)).toBeVisible();
  await expect(page.getByRole("img", { name: "1 of 2 clean in a row" })).toBeVisible();
  // Once per repeat.
  await page.keyboard.press("1");
  await expect(page.getByText(/Each one can be judged once/)).toBeVisible();
  hurry(1);
  await expect(page.getByText("repeat 2")).toBeVisible();
  await repeatUntil(verdict.getByText(/^Up to/), () => page.getByRole("button", { name: /^Clean/ }).click());
  await stop.click();
  await plan.getByRole("button", { name: "Skip" }).click();
  await page.reload();
  await expect(plan.getByLabel("Goal", { exact: true })).toHaveValue("120");
  await expect(plan.getByRole("button", { name: /All of it on one drum/ })).toContainText(/skipped/);
});

test("the tempo by keys and buttons, up to the goal; arrows choose the step", async () => {
  const { plan, rail } = await openInShed("@4 RLRL");
  const tempo = page.getByRole("region", { name: "Sound" }).getByLabel("Tempo");
  await plan.getByLabel("Goal", { exact: true }).fill("100");
  await plan.getByLabel("Goal", { exact: true }).press("Enter");
  await tempo.fill("98");
  await tempo.press("Enter");
  await page.getByRole("button", { name: "Slower" }).click();
  await expect(tempo).toHaveValue("97");
  await page.keyboard.press("]");
  await page.keyboard.press("Control+ArrowUp");
  await page.keyboard.press("}");
  await expect(tempo).toHaveValue("100");
  await page.keyboard.press("]");
  await expect(page.getByText("This step's goal is 100. Raise it in the plan.")).toBeVisible();
  await expect(rail).not.toHaveAttribute("tabindex");
  await page.keyboard.press("ArrowLeft");
  await expect(plan.getByRole("button", { name: /All of it on one drum/ })).not.toHaveAttribute("aria-current", "step");
});

/** A MIDI input that the test plays. */
function plugIn() {
  const input = Object.assign(new EventTarget(), { name: "test pads", state: "connected" });
  const access = Object.assign(new EventTarget(), { inputs: new Map([["one", input]]) });
  Object.assign(navigator, { requestMIDIAccess: async () => access });
  return {
    hit: (note: number, velocity = 90) =>
      input.dispatchEvent(Object.assign(new Event("midimessage"), { data: new Uint8Array([0x99, note, velocity]) })),
    setPlugged: (isPlugged: boolean) => {
      input.state = isPlugged ? "connected" : "disconnected";
      access.dispatchEvent(new Event("statechange"));
    },
  };
}

test("keys as pads mark the coins; hits in the count-in and by other limbs are recognized", async () => {
  const { rail, play, stop, listen } = await openInShed("@4 R---K---R---K---");
  await listen("Keyboard");
  await expect(page.getByText("J right hand")).toBeVisible();
  await page.keyboard.press("j");
  await expect(page.getByText(/Your hits are coming in/)).toBeVisible();
  await play.click();
  await expect(page.getByRole("status", { name: "Count-in" })).toBeVisible();
  hurry(0);
  await page.keyboard.press("j");
  await expect(page.getByText("Hits during the count-in aren't judged.")).toBeVisible();
  hurry(1);
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  await repeatUntil(rail.locator("[data-mark]"), () => page.keyboard.press("b"));
  // Silence follows: the app asks about it and doesn't judge.
  hurry(4);
  await expect(page.getByText(/Almost nothing was heard/)).toBeVisible();
  await stop.click();
});

test("pads over MIDI: heard, unplugged midway, unknown ones learned by hitting", async () => {
  const { hit, setPlugged } = plugIn();
  const { rail, play, stop, listen } = await openInShed("@4 R---R---R---R---");
  await listen("Electronic drums (MIDI)");
  await expect(page.getByText("Listening to Test pads.")).toBeVisible();
  await play.click();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  await repeatUntil(rail.locator("[data-mark]"), async () => {
    hit(38);
  });
  setPlugged(false);
  await expect(page.getByText(/No kit found/)).toBeVisible();
  setPlugged(true);
  await expect(page.getByText("Listening to Test pads.")).toBeVisible();
  hit(101);
  await expect(page.getByText(/The pad that sends note 101 isn.t assigned/)).toBeVisible();
  await stop.click();
  await page.getByRole("link", { name: "Keys, pads and latency in Setup" }).click();
  await expect(page.getByText(/Hit a pad/)).toBeVisible();
  hit(101, 77);
  await page.getByLabel("The pad sending note 101 is the").selectOption({ label: "cowbell" });
  hit(101, 77);
  await expect(page.getByText("Note 101, velocity 77: cowbell.")).toBeVisible();
});

test("tests of the hands set the ceiling, and tapping along finds the latency", async () => {
  await openInShed("@4 >RLRL");
  await page.goto("/log?tab=hands");
  await page.getByRole("button", { name: "Listen to the keyboard" }).click();
  const result = page.getByRole("region", { name: "Result of the test" });
  const use = result.getByRole("button", { name: "Use for my top tempo" });
  await page.getByRole("button", { name: "Singles of the left hand" }).click();
  const strokes = result.getByText(/strokes so far/);
  await expect(strokes).toBeVisible();
  // In time, with a clock that stops between keys.
  let now = performance.now();
  vi.spyOn(performance, "now").mockImplementation(() => now);
  for (let stroke = 0; stroke < 14; stroke++) {
    now += 125;
    await page.keyboard.press("f");
  }
  hurry(1);
  await expect(strokes).toContainText("14");
  await result.getByRole("button", { name: "Stop" }).click();
  await use.click();
  await expect(page.getByRole("row", { name: /Left hand/ })).toContainText("measured");

  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Setup" }).click();
  await page.getByRole("button", { name: "Right hand J" }).click();
  await page.keyboard.press("l");
  await expect(page.getByRole("button", { name: "Right hand L" })).toBeVisible();
  await page.getByRole("button", { name: "Start the clicks" }).click();
  const correct = page.getByRole("button", { name: /^Use -?\d+ ms/ });
  await repeatUntil(correct, () => page.keyboard.press("l"));
  await correct.click();
  await expect(
    page.getByRole("button", { name: "Remove the correction" }).or(page.getByText("Now: 0 ms")).first(),
  ).toBeVisible();
});
