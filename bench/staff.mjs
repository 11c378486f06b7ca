/** Timings of the staff on the built app, drawn and painted, and its size. Medians. */
import { readdirSync, readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { close, median, openStack } from "./built.mjs";

const FOUR_BARS = "@4 >RlrrL >RlrrL RLRRLK | >RLKx5 K | 'RLRL ''RLRL RLRL RLKK | @6 RLRLLKKx3 RLK";
const SIXTEEN_BARS = "@2 [>RlRL RlRK]x16";

const rows = [];
for (const [name, hold, line, last] of [
  ["staff of 4 bars, redrawn after an edit", "60 ms", FOUR_BARS, 60],
  ["staff of 16 bars, redrawn after an edit", "200 ms", SIXTEEN_BARS, 120],
]) {
  const { page, context } = await openStack();
  await page.getByRole("textbox", { name: "Stick line" }).fill(line);
  await page.locator(`[aria-label=Staff] [data-slot='${last}']`).first().waitFor();
  const times = [];
  for (let run = 0; run < 15; run++) {
    await page.evaluate(() => performance.clearMeasures());
    await page.keyboard.press("Escape");
    await page.keyboard.press("End");
    await page.keyboard.press(run % 2 ? "g" : "a");
    await page.waitForTimeout(400);
    const [drawn, painted] = await page.evaluate(() =>
      ["staff", "staff painted"].map((measure) => performance.getEntriesByName(measure).at(-1)?.duration ?? 0),
    );
    times.push(drawn + painted);
  }
  rows.push([name, hold, median(times)]);
  await context.close();
}
{
  const times = [];
  for (let run = 0; run < 5; run++) {
    const { page, context } = await openStack();
    await page.locator("[aria-label=Staff] [data-slot='0']").first().waitFor();
    times.push(
      await page.evaluate(() => {
        const painted = performance.getEntriesByName("staff painted").at(-1);
        const code = performance.getEntriesByType("resource").filter(({ name }) => name.endsWith(".js"));
        return painted.startTime + painted.duration - Math.max(...code.map(({ responseEnd }) => responseEnd));
      }),
    );
    await context.close();
  }
  rows.push(["the first staff, once its code is there", "300 ms", median(times)]);
  // The engraver and its sign outlines, in whichever files they are. Paper is drawn by a worker with its own copy.
  const names = readdirSync("build/client/assets").filter((file) => !file.startsWith("paper-"));
  const files = names.map((file) => readFileSync(`build/client/assets/${file}`));
  const own = files.filter((file) => /stavenote|E0A4["`]?:\[/.test(file.toString()));
  const sizes = own.map((file) => gzipSync(file, { level: 9 }).length);
  rows.push([
    "code and signs of the staff, gzipped",
    "250 kB",
    sizes.reduce((sum, size) => sum + size, 0) / 1000,
    "kB",
  ]);
}
await close();

console.log(`\n${"staff (medians)".padEnd(58)} ${"to hold".padStart(9)} ${"ours".padStart(12)}`);
for (const [work, hold, ours, unit = "ms"] of rows)
  console.log(work.padEnd(58), hold.padStart(9), `${ours.toFixed(1)} ${unit}`.padStart(12));
