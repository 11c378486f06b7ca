import { expect, type Locator, type Page, test } from "@playwright/test";
import { openLine } from "./support";

/** A line in the Shed, on its whole, at a tempo. */
async function openInShed(page: Page, text: string) {
  const { saved } = await openLine(page, text);
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

/** Waits for a mark on the rail. On a busy machine one hit may fall between two repeats, so it is played again. */
async function marksAfter(rail: Locator, play: () => Promise<void>) {
  await expect(async () => {
    await play();
    await expect(rail.locator("[data-mark]").first()).toBeVisible({ timeout: 700 });
  }).toPass();
}

/** A MIDI input that the test plays on. */
async function plugIn(page: Page) {
  await page.addInitScript(() => {
    const input = Object.assign(new EventTarget(), { name: "test pads", state: "connected" });
    const access = Object.assign(new EventTarget(), { inputs: new Map([["one", input]]) });
    Object.assign(navigator, { requestMIDIAccess: async () => access });
    Object.assign(window, {
      hitPad: (note: number, velocity: number) =>
        input.dispatchEvent(Object.assign(new Event("midimessage"), { data: new Uint8Array([0x99, note, velocity]) })),
      setPlugged: (isPlugged: boolean) => {
        input.state = isPlugged ? "connected" : "disconnected";
        access.dispatchEvent(new Event("statechange"));
      },
    });
  });
  return {
    hit: (note: number, velocity = 90) =>
      page.evaluate(
        ([n, v]) => (window as unknown as { hitPad: (n: number, v: number) => void }).hitPad(n as number, v as number),
        [note, velocity],
      ),
    setPlugged: (isPlugged: boolean) =>
      page.evaluate((is) => (window as unknown as { setPlugged: (is: boolean) => void }).setPlugged(is), isPlugged),
  };
}

test("keys as pads mark the coins; sticks in the count-in and keys of other limbs are taken for what they are", async ({
  page,
}) => {
  const { rail, play, stop, listen } = await openInShed(page, "@4 R---K---R---K---");
  await listen("Keyboard");
  await expect(page.getByText("J right hand")).toBeVisible();
  await page.keyboard.press("j");
  await expect(page.getByText(/Your hits are coming in/)).toBeVisible();
  await play.click();
  await expect(page.getByRole("status", { name: "Count-in" }).or(page.getByLabel("Count-in"))).toBeVisible();
  await page.keyboard.press("j");
  await expect(page.getByText("Hits during the count-in aren't judged.")).toBeVisible();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  await marksAfter(rail, () => page.keyboard.press("b"));
  // What follows is silence: it is asked about, not judged.
  await expect(page.getByText(/Almost nothing was heard/)).toBeVisible();
  await stop.click();
});

test("pads over MIDI: heard, unplugged in the middle, unknown ones learned by hitting", async ({ page }) => {
  const { hit, setPlugged } = await plugIn(page);
  const { rail, play, stop, listen } = await openInShed(page, "@4 R---R---R---R---");
  await listen("Electronic drums (MIDI)");
  await expect(page.getByText("Listening to Test pads.")).toBeVisible();
  await play.click();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  await marksAfter(rail, () => hit(38));
  await setPlugged(false);
  await expect(page.getByText(/Nothing is plugged in. Plug in your kit/)).toBeVisible();
  await setPlugged(true);
  await expect(page.getByText("Listening to Test pads.")).toBeVisible();
  await hit(101);
  await expect(page.getByText(/The pad that sends note 101 isn.t assigned/)).toBeVisible();
  await stop.click();
  await page.getByRole("link", { name: "Keys, pads and latency in Setup" }).click();
  await expect(page.getByText(/Hit a pad/)).toBeVisible();
  await hit(101, 77);
  await page.getByLabel("The pad with note 101 is").selectOption({ label: "cowbell" });
  await hit(101, 77);
  await expect(page.getByText("Note 101, velocity 77: cowbell.")).toBeVisible();
});

test("tests of the hands feed the ceiling, and tapping along finds the latency", async ({ page }) => {
  test.slow();
  await openInShed(page, "@4 >RLRL");
  await page.goto("/log?tab=hands");
  await page.getByRole("button", { name: "Listen to the keyboard" }).click();
  const result = page.getByRole("region", { name: "Result of the test" });
  const use = result.getByRole("button", { name: "Use for my top tempo" });
  // A machine that is busy leaves gaps between the keys: then the player is told so, and tries once more.
  await expect(async () => {
    await page.getByRole("button", { name: "Singles of the left hand" }).click();
    const strokes = result.getByText(/strokes so far/);
    await expect(strokes).toBeVisible();
    for (let stroke = 0; stroke < 14; stroke++) await page.keyboard.press("f", { delay: 20 });
    await expect(strokes).toContainText("14");
    await result.getByRole("button", { name: "Stop" }).click();
    await expect(use.or(result.getByText("Too little to go by"))).toBeVisible();
    expect(await use.isVisible()).toBe(true);
  }).toPass();
  await use.click();
  await expect(page.getByRole("row", { name: /Left hand/ })).toContainText("measured");

  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Setup" }).click();
  await page.getByRole("button", { name: "Right hand J" }).click();
  await page.keyboard.press("l");
  await expect(page.getByRole("button", { name: "Right hand L" })).toBeVisible();
  await page.getByRole("button", { name: "Start the clicks" }).click();
  const correct = page.getByRole("button", { name: /^Use -?\d+ ms/ });
  await expect(async () => {
    await page.keyboard.press("l");
    await expect(correct).toBeVisible({ timeout: 200 });
  }).toPass();
  await correct.click();
  await expect(
    page.getByRole("button", { name: "Remove the correction" }).or(page.getByText("Now: 0 ms")).first(),
  ).toBeVisible();
});
