/**
 * Timings of pages and lessons on the built app: a PDF of ten pages in its worker, opening a lesson, a graded set.
 * Medians.
 */
import { close, median, openStack } from "./built.mjs";

const rows = [];
const RUNS = 5;

async function newLesson(page) {
  await page.getByRole("link", { name: "Shelf" }).click();
  await page
    .getByRole("button", { name: /^New lesson/ })
    .first()
    .click();
  await page.getByRole("textbox", { name: "Name of the lesson" }).fill("Sixty");
}

async function grade(page, count, source = /^Hands follow the grid/) {
  await page.getByRole("button", { name: "Graded set…" }).click();
  const dialog = page.getByRole("dialog", { name: "Graded set" });
  await dialog.getByRole("radio", { name: source }).check();
  await dialog.getByRole("textbox", { name: "How many of each" }).fill(String(count));
  await dialog.getByRole("textbox", { name: "How many of each" }).press("Tab");
  const began = await page.evaluate(() => performance.now());
  await dialog.getByRole("button", { name: /^Choose \d/ }).click();
  await dialog.getByText(/from easy to hard\.$|there are no more/).waitFor();
  const ended = await page.evaluate(() => performance.now());
  return { dialog, took: ended - began };
}

{
  const { page, context } = await openStack();
  // Opening it once provides a search to take exercises from.
  await page.getByRole("link", { name: "Fit", exact: true }).click();
  await page.getByRole("region", { name: "How many ways" }).waitFor();
  await newLesson(page);
  for (const [name, source] of [
    ["by the grid", /^Hands follow the grid/],
    ["from a search", /^From a search/],
  ]) {
    const times = [];
    for (let run = 0; run < RUNS; run++) {
      const { dialog, took } = await grade(page, 24, source);
      times.push(took);
      await dialog.getByRole("button", { name: "Close" }).click();
    }
    rows.push([`a graded set of 24 ${name}, chosen and shown`, "500 ms", median(times)]);
  }
  await context.close();
}
{
  const { page, context } = await openStack();
  await newLesson(page);
  for (const count of [20, 20, 20]) {
    const { dialog } = await grade(page, count);
    await dialog.getByRole("button", { name: /^Add \d+ exercises/ }).click();
    await dialog.waitFor({ state: "detached" });
  }
  await page.getByText("Saved", { exact: true }).waitFor();
  const opened = [];
  for (let run = 0; run < RUNS; run++) {
    await page.getByRole("link", { name: "Shelf" }).click();
    await page.getByRole("link", { name: "Sixty" }).waitFor();
    const began = await page.evaluate(() => performance.now());
    await page.getByRole("link", { name: "Sixty" }).click();
    await page.getByRole("textbox", { name: "Name of the lesson" }).waitFor();
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    opened.push((await page.evaluate(() => performance.now())) - began);
  }
  rows.push(["a lesson of 60 exercises, opened from the Shelf", "300 ms", median(opened)]);
  await page.getByRole("img", { name: /^Page 1 of/ }).waitFor();
  const pages = await page.getByRole("img", { name: /^Page \d+ of/ }).count();
  const written = [];
  const waits = [];
  for (let run = 0; run < RUNS; run++) {
    await page.evaluate(() => {
      window.longest = 0;
      window.frames = true;
      let last = performance.now();
      const look = () => {
        const now = performance.now();
        window.longest = Math.max(window.longest, now - last);
        last = now;
        if (window.frames) requestAnimationFrame(look);
      };
      requestAnimationFrame(look);
    });
    const began = await page.evaluate(() => performance.now());
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: /^Export/ }).click();
    await page.getByRole("menuitem", { name: "PDF, ready to print…" }).click();
    await download;
    written.push((await page.evaluate(() => performance.now())) - began);
    waits.push(
      await page.evaluate(() => {
        window.frames = false;
        return window.longest;
      }),
    );
  }
  rows.push([`a PDF of ${pages} pages, from the menu to the file`, "3 s for ten", median(written)]);
  rows.push(["the longest that the screen stood still meanwhile", "", median(waits)]);
  await context.close();
}
await close();

console.log(`\n${"pages and lessons (medians)".padEnd(58)} ${"to hold".padStart(11)} ${"ours".padStart(12)}`);
for (const [work, hold, ours] of rows)
  console.log(work.padEnd(58), hold.padStart(11), `${ours.toFixed(1)} ms`.padStart(12));
