import { expect, test } from "@playwright/test";
import { countSounds, openLine } from "./support";

test("Setup: you can choose, hear and save a sound kit, room, hands and levels, and read the licence", async ({
  page,
}) => {
  const sounded = await countSounds(page);
  await page.goto("/setup");
  const sound = page.getByRole("region", { name: "Sound", exact: true });
  await expect(sound.getByRole("radio", { name: /^Studio/ })).toBeChecked();
  await expect(sound.getByText("Play something, and the delay of your output is shown here.")).toBeVisible();
  await sound.getByRole("radio", { name: /^Pad/ }).check();
  await sound.getByRole("button", { name: "Floor tom" }).click();
  await expect.poll(sounded).toBeGreaterThan(0);
  const before = await sounded();
  await sound.getByRole("button", { name: "A bar round the kit" }).click();
  await expect.poll(sounded).toBeGreaterThan(before + 12);
  await expect(sound.getByText(/takes about \d+ ms to reach your ears/)).toBeVisible();
  const room = sound.getByRole("slider", { name: "Room" });
  await expect(room).toBeEnabled();
  await sound.getByRole("checkbox", { name: "Dry: no room" }).check();
  await expect(room).toBeDisabled();
  await sound.getByRole("checkbox", { name: /^The hand that doesn't lead/ }).uncheck();
  await sound.getByRole("slider", { name: "Groove volume" }).fill("20");
  await sound.getByText("Licence of the Studio kit").click();
  await expect(sound.getByText("Permission is hereby granted")).toBeVisible();
  // Leaving the screen saves pending changes.
  await page.getByRole("link", { name: "Shelf" }).click();
  await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
  await page.goto("/setup");
  await expect(sound.getByRole("radio", { name: /^Pad/ })).toBeChecked();
  await expect(sound.getByRole("slider", { name: "Groove volume" })).toHaveValue("20");
  await expect(room).toBeDisabled();
  await expect(sound.getByRole("checkbox", { name: /^The hand that doesn't lead/ })).not.toBeChecked();
  await sound.getByRole("button", { name: "Reset levels" }).click();
  await expect(sound.getByRole("slider", { name: "Groove volume" })).toHaveValue("50");
});

test("takes that can't be loaded delay nothing: the synthesized kit plays", async ({ page }) => {
  await page.route("**/cymbals*.wav", (route) => route.abort());
  const sounded = await countSounds(page);
  const { play, stop } = await openLine(page, "@4 RLRLx4");
  await play.click();
  await expect.poll(sounded).toBeGreaterThan(4);
  await expect(stop).toBeVisible();
});

test("interrupted audio is requested again; if it stays away there is a message, and Play restarts it", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const contexts: AudioContext[] = [];
    const Native = window.AudioContext;
    window.AudioContext = class extends Native {
      constructor(options?: AudioContextOptions) {
        super(options);
        contexts.push(this);
      }
    };
    const { resume } = Native.prototype;
    let isGone = false;
    Native.prototype.resume = function (this: AudioContext) {
      return isGone ? new Promise(() => {}) : resume.call(this);
    };
    Object.assign(window, {
      takeSound: (forGood: boolean) => {
        isGone = forGood;
        return Promise.all(contexts.map((context) => context.suspend()));
      },
      states: () => contexts.map(({ state }) => state),
    });
  });
  interface Taken {
    takeSound(forGood: boolean): Promise<unknown>;
    states(): string[];
  }
  const take = (forGood: boolean) => page.evaluate((gone) => (window as unknown as Taken).takeSound(gone), forGood);
  const { play, stop, rail } = await openLine(page, "@4 RLRLx4");
  await play.click();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  await take(false);
  await expect.poll(() => page.evaluate(() => (window as unknown as Taken).states().includes("suspended"))).toBe(false);
  await expect(stop).toBeVisible();
  await expect(rail.locator("[data-playing]")).toHaveCount(1);
  const told = page.getByText("Your device took the sound away");
  await expect(told).toHaveCount(0);
  await take(true);
  await expect(page.getByRole("alert").filter({ has: told })).toBeVisible();
  await expect(play).toBeVisible();
});
