import { fileURLToPath } from "node:url";
import { expect, type Page, test } from "@playwright/test";
import type { RenderWish } from "./harness/render";
import { countSounds, openLine } from "./support";

const HARNESS = fileURLToPath(new URL("../test-results/harness/render.js", import.meta.url));

/** On an address of the app, with nothing of it in the way. */
async function serveHarness(page: Page) {
  await page.goto("/icon.svg");
  await page.route("**/harness/render.js", (route) => route.fulfill({ path: HARNESS, contentType: "text/javascript" }));
}

async function render(page: Page, wish: RenderWish) {
  return page.evaluate(async (wished) => {
    const path = "/harness/render.js";
    const harness: typeof import("./harness/render") = await import(path);
    return harness.render(wished);
  }, wish);
}

test.describe("rendered sound", () => {
  type Case = Pick<RenderWish, "text" | "meter" | "tempo" | "grooveBars" | "feel">;
  const cases: Readonly<Record<string, Case>> = {
    "straight sixteenths after a groove": { text: "@4 >RlrrL >RlrrL RLRRLK", meter: "4/4", tempo: 97, grooveBars: 1 },
    "flams, drags and ruffs": { text: "@4 'R-''L- '''R-'R- K---", meter: "4/4", tempo: 83, grooveBars: 0 },
    "unisons and shared slots at mixed rates": {
      text: "@4 (RK){LL}R- @6 RLRLRL @3 (RLK)-{RR} @5 RLRLK",
      meter: "4/4",
      tempo: 71,
      grooveBars: 0,
    },
    "sevens over 7/8": { text: "@6 RLRLLKKx3", meter: "7/8", tempo: 143, grooveBars: 2 },
    "swung eighths with a flam, a hand that lies back": {
      text: "@2 R'LRL (RK)L{RR}L",
      meter: "4/4",
      tempo: 88,
      grooveBars: 1,
      feel: { swing: { unit: 2, share: 2 / 3 }, push: { L: 14, K: -6 } },
    },
  };
  test("starts where the timeline with its feel says, to the sample", async ({ page }) => {
    await serveHarness(page);
    const sampleRate = 44_100;
    for (const [name, wish] of Object.entries(cases)) {
      await test.step(name, async () => {
        const { sounding: heard, onsets } = await render(page, {
          ...wish,
          countInBars: 1,
          passes: 2,
          sampleRate,
          sound: "impulse",
        });
        const expected = onsets.map((onset) => onset * sampleRate);
        expect(expected.length).toBeGreaterThan(10);
        // Every onset has its sample, and every sample an onset.
        for (const onset of expected) expect(heard.some((index) => Math.abs(index - onset) <= 1)).toBe(true);
        // The count-in clicks have died away by then.
        for (const index of heard.filter((sample) => sample >= Math.min(...expected) - 1)) {
          expect(expected.some((onset) => Math.abs(index - onset) <= 1)).toBe(true);
        }
      });
    }
  });

  test("the kit itself: three distinct levels, and the first stroke on time", async ({ page }) => {
    await serveHarness(page);
    const sampleRate = 44_100;
    const { sounding, peaks } = await render(page, {
      text: "@1 rR>R!R",
      meter: "4/4",
      tempo: 60,
      grooveBars: 0,
      countInBars: 0,
      passes: 1,
      sampleRate,
      sound: "kit",
    });
    expect(sounding[0]).toBeLessThanOrEqual(1);
    expect(peaks[1]).toBeGreaterThan(1.8 * (peaks[0] ?? 1));
    expect(peaks[2]).toBeGreaterThan(1.5 * (peaks[1] ?? 1));
    expect(Math.max(...peaks)).toBeLessThan(1);
  });
});

test("playback and file are equal: closing hats, chokes, buzzes, room, hands", async ({ page }) => {
  await serveHarness(page);
  const wish = {
    // Eighths at 120 bpm start on whole samples: between samples the browser rounds in its own way.
    text: "@2 >R/hoLR/hh=R/c1 ~LR/hoKR/hh",
    meter: "4/4",
    tempo: 120,
    grooveBars: 1,
    countInBars: 1,
    passes: 2,
    sampleRate: 44_100,
  };
  const { difference, energy } = await page.evaluate(async (wished) => {
    const path = "/harness/render.js";
    const harness: typeof import("./harness/render") = await import(path);
    return harness.compare(wished);
  }, wish);
  expect(energy).toBeGreaterThan(0);
  expect(difference).toBeLessThan(-80);
});

test.describe("playing", () => {
  test("the playhead moves through all three views; edits and tempo apply during playback", async ({ page }) => {
    const { line, grid, rail, play, stop } = await openLine(page, "@4 RLRRLx3 K");
    await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
    await page.getByRole("textbox", { name: "Tempo" }).fill("200");
    await play.click();
    const staff = page.getByRole("region", { name: "Staff" });
    for (const view of [grid, rail, staff]) await expect(view.locator("[data-playing]").first()).toBeAttached();
    await line.fill("@4 RLRLx4");
    await page.getByRole("textbox", { name: "Tempo" }).fill("150");
    await expect(grid.getByRole("gridcell")).toHaveCount(16);
    await expect(grid.locator("[data-playing]")).toHaveCount(1);
    await expect(stop).toBeVisible();
    await stop.click();
    await expect(page.locator("[data-playing]")).toHaveCount(0);
    await expect(play).toBeVisible();
  });

  test("nothing sounds before the first gesture, and the volume starts low; pressing a drum on the Floor plays it", async ({
    page,
  }) => {
    const sounded = await countSounds(page);
    const { play, rail, stop } = await openLine(page, "@4 RLRL");
    await expect(page.getByRole("slider", { name: "Volume" })).toHaveValue("50");
    expect(await sounded()).toBe(0);
    await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
    await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("0");
    await play.click();
    await expect(rail.locator("[data-playing]")).toHaveCount(1);
    expect(await sounded()).toBeGreaterThan(0);
    await stop.click();
    await page.getByRole("link", { name: "Floor", exact: true }).click();
    // Without a chosen note, by mouse and by keys.
    const played = await sounded();
    await page.getByRole("button", { name: "Hear the ride", exact: true }).click();
    await expect.poll(sounded).toBeGreaterThan(played);
    const before = await sounded();
    await page.getByRole("button", { name: "Hear the snare", exact: true }).press("Enter");
    await expect.poll(sounded).toBe(before + 1);
  });
});
