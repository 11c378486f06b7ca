/** Playback in the browser: time to first sound, late events, memory, and audio files. */
import { close, median, openStack } from "./built.mjs";

const rows = [];
const counts = [];
for (const [waited, name] of [
  [0, "at once"],
  [3_000, "after three seconds on the page"],
]) {
  const times = [];
  for (let run = 0; run < 5; run++) {
    const { page, context } = await openStack();
    await page.waitForTimeout(waited);
    await page.getByRole("grid", { name: /Stack/ }).focus();
    await page.keyboard.press("Space");
    await page.waitForFunction(() => window.firstSound !== undefined);
    times.push(await page.evaluate(() => window.firstSound - window.lastKey));
    await context.close();
  }
  rows.push([`first key to first sound, ${name}`, "1 000 ms", median(times)]);
}
for (const slowed of [1, 6]) {
  // Two minutes of a busy fill while the page is blocked for 100 ms every second, on this processor and on a slower
  // one.
  const { page, context } = await openStack();
  await page.getByRole("textbox", { name: "Stick line" }).fill("@8 [>RLrrLKRL]x3 'RLK{RR}L(RK)LK");
  await page.getByRole("textbox", { name: "Tempo" }).fill("132");
  await page.getByRole("checkbox", { name: "Metronome" }).check();
  await page.waitForTimeout(1_000);
  const devtools = await context.newCDPSession(page);
  await devtools.send("Emulation.setCPUThrottlingRate", { rate: slowed });
  await page.getByRole("button", { name: "Play", exact: true }).click();
  const late = await page.evaluate(async () => {
    const hold = setInterval(() => {
      const until = performance.now() + 100;
      while (performance.now() < until);
    }, 1_000);
    await new Promise((resolve) => setTimeout(resolve, 120_000));
    clearInterval(hold);
    return performance.getEntriesByName("late sound").map(({ detail }) => detail * 1000);
  });
  // It has been playing all the time.
  await page.getByRole("button", { name: "Stop", exact: true }).waitFor();
  const name = slowed === 1 ? "as it is" : `${slowed} times slower`;
  counts.push([`events late in two minutes, held up 100 ms a second, ${name}`, "0", String(late.length)]);
  await context.close();
}
{
  // Ten minutes of a fill looping in its groove: memory after each minute, after garbage collection.
  const { page, context } = await openStack();
  await page.getByRole("textbox", { name: "Stick line" }).fill("@4 >RlrR/t1 >L/t1rlK >R/f1LKK >RL>R/f1K");
  await page.getByRole("textbox", { name: "Tempo" }).fill("120");
  await page.getByRole("checkbox", { name: "Metronome" }).check();
  await page.getByRole("button", { name: "Play", exact: true }).click();
  const devtools = await context.newCDPSession(page);
  await devtools.send("HeapProfiler.enable");
  const kept = [];
  for (let minute = 0; minute < 10; minute++) {
    await page.waitForTimeout(60_000);
    await devtools.send("HeapProfiler.collectGarbage");
    const { usedSize } = await devtools.send("Runtime.getHeapUsage");
    kept.push(usedSize / 1e6);
  }
  await page.getByRole("button", { name: "Stop", exact: true }).waitFor();
  const shown = (megabytes) => `${megabytes.toFixed(1)} MB`;
  counts.push(["memory after one minute of looping", "-", shown(kept[0])]);
  counts.push(["memory after ten minutes of looping", "same", shown(kept.at(-1))]);
  await context.close();
}
{
  // Eight bars of groove and fill as a WAV file, from press to file, relative to their duration.
  const { page, context } = await openStack();
  await page.getByRole("combobox", { name: "Bars of groove" }).selectOption("7");
  await page.getByRole("button", { name: "Export" }).click();
  await page.getByRole("menuitem", { name: "Practice loops (sound files)…" }).click();
  const dialog = page.getByRole("dialog", { name: "Practice loops" });
  await dialog.getByRole("textbox", { name: /^Tempos/ }).fill("92");
  await dialog.getByRole("combobox", { name: "How many times" }).selectOption("1");
  await dialog.getByRole("combobox", { name: "Count-in" }).selectOption("0");
  const times = [];
  for (let run = 0; run < 5; run++) {
    times.push(
      await dialog.getByRole("button", { name: "Render 1 file" }).evaluate(async (button) => {
        const began = performance.now();
        button.click();
        const saved = () =>
          [...document.querySelectorAll("[role=dialog] button")].find((one) => /Save/.test(one.textContent));
        await new Promise((resolve) => setTimeout(resolve, 30));
        while (!saved() || saved().disabled) await new Promise((resolve) => setTimeout(resolve, 5));
        return performance.now() - began;
      }),
    );
    await page.waitForTimeout(200);
  }
  const sounds = ((8 * 4 * 60) / 92) * 1000;
  rows.push(["8 bars as a WAV file", "-", median(times)]);
  counts.push(["8 bars as a WAV file, times faster than they sound", "10", (sounds / median(times)).toFixed(0)]);
  await context.close();
}
await close();

console.log(`\n${"playing (medians)".padEnd(58)} ${"to hold".padStart(9)} ${"ours".padStart(12)}`);
for (const [work, hold, ours] of rows)
  console.log(work.padEnd(58), hold.padStart(9), `${ours.toFixed(1)} ms`.padStart(12));
for (const [work, hold, ours] of counts) console.log(work.padEnd(66), hold.padStart(4), ours.padStart(9));
