/** Timings in the browser on the built app: key to paint, staff redraw, first view. Medians. */
import { close, median, openStack, PORT } from "./built.mjs";

const SLOTS_64 = "@8 >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRRLK >RlrrL RLRK";

const rows = [];
{
  const firstView = [];
  for (let run = 0; run < 5; run++) {
    const { page, context } = await openStack();
    firstView.push(await page.evaluate(() => performance.now()));
    await context.close();
  }
  rows.push(["address to a playable phrase on the Stack (new visitor)", "1 000 ms", median(firstView)]);
}
{
  const { page, context } = await openStack();
  await page.getByRole("textbox", { name: "Stick line" }).fill(SLOTS_64);
  await page.locator("[aria-label=Staff] [data-slot]").first().waitFor();
  await page.keyboard.press("Escape");
  await page.keyboard.press("ArrowRight");
  await page.waitForTimeout(500);
  await page.evaluate(() => {
    window.keyTimes.length = 0;
  });
  for (const key of "kgakrlgakrlkgakrlgakrlk") {
    await page.keyboard.press(key);
    await page.waitForTimeout(120);
  }
  rows.push(["an edit, key to paint, 64 slots", "50 ms", median(await page.evaluate(() => window.keyTimes))]);
  await context.close();
}
{
  const { page, context } = await openStack();
  await page.getByRole("textbox", { name: "Stick line" }).fill("RLRLKx2000");
  await page.getByText("of 10,000 shown").waitFor();
  await page.keyboard.press("Escape");
  await page.keyboard.press("Home");
  await page.waitForTimeout(500);
  await page.evaluate(() => {
    window.keyTimes.length = 0;
  });
  for (const key of "kgakrlgak") {
    await page.keyboard.press(key);
    await page.waitForTimeout(400);
  }
  rows.push(["an edit, key to paint, 10 000 slots", "-", median(await page.evaluate(() => window.keyTimes))]);
  await context.close();
}
{
  // 30 offers of moves on a cell: computed, rendered and laid out after a change, before painting.
  const { page, context } = await openStack();
  await page.goto(`http://127.0.0.1:${PORT}/cells/single-paradiddle`);
  const moves = page.getByRole("region", { name: "Moves", exact: true });
  await moves.getByRole("button", { name: "Mirror", exact: true }).waitFor();
  for (const group of [0, 1]) {
    // Scrolled, so that at least 30 have been drawn.
    await moves.getByRole("heading", { name: ["Gaps", "Accents"][group] }).scrollIntoViewIfNeeded();
    await page.waitForTimeout(300);
  }
  const drawn = await moves.getByRole("img").count();
  if (drawn < 30) throw new Error(`only ${drawn} previews are drawn`);
  await page.evaluate(() => {
    performance.clearMeasures();
    window.keyTimes.length = 0;
  });
  for (const key of "tmtbtmtbtmtb") {
    await page.keyboard.press(key);
    await page.waitForTimeout(400);
  }
  // For each change, the render that did the work, not those without changes.
  const times = await page.evaluate(() => performance.getEntriesByName("moves").map((entry) => entry.duration));
  const redrawn = times.toSorted((a, b) => b - a).slice(0, 12);
  rows.push([`${drawn} previews of moves, redrawn after a change`, "16 ms", median(redrawn)]);
  rows.push(["a move on Cells, key to paint", "-", median(await page.evaluate(() => window.keyTimes))]);
  await context.close();
}
{
  // A surface moved step by step, as in dragging: kit, ceiling and plan each time, before painting.
  const { page, context } = await openStack();
  await page.getByRole("textbox", { name: "Stick line" }).fill("@4 >RlrrL RLRRLK >RlrrL RLRRL >RlrrL RLRRLK");
  await page.getByRole("button", { name: /^Space to fill/ }).click();
  await page.getByRole("combobox", { name: "Space to fill" }).selectOption("two bars");
  await page.keyboard.press("Escape");
  await page.getByRole("combobox", { name: "Orchestration" }).selectOption("there-and-back");
  await page.getByRole("link", { name: "Floor", exact: true }).click();
  await page.getByRole("tab", { name: "Kit" }).click();
  await page.getByRole("button", { name: "Copy to my kits" }).click();
  await page.getByRole("textbox", { name: "Name of the kit" }).waitFor();
  const tom = page.getByRole("region", { name: "Floor plan" }).getByRole("button", { name: /^floor tom/ });
  const steps = await tom.evaluate(async (surface) => {
    const times = [];
    for (let step = 0; step < 40; step++) {
      const key = step % 2 ? "ArrowLeft" : "ArrowRight";
      const before = surface.getAttribute("transform");
      const began = performance.now();
      surface.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }));
      // The key's effect is computed and rendered before anything requested later.
      await null;
      document.body.getBoundingClientRect();
      times.push(performance.now() - began);
      if (surface.getAttribute("transform") === before) throw new Error("the surface has not moved yet");
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 30)));
    }
    return times.slice(5);
  });
  rows.push(["a surface moved: ceiling and plan of two bars, laid out", "16 ms", median(steps)]);
  await context.close();
}
{
  // The longest task of the page while the largest search is counted and its best results arrive.
  const { page, context } = await openStack();
  await page.goto(`http://127.0.0.1:${PORT}/fit`);
  await page.getByRole("list", { name: "Results found" }).getByRole("listitem").first().waitFor();
  await page.waitForTimeout(1_000);
  await page.evaluate(() => {
    window.longest = 0;
    window.before = performance.now();
    // The page's own clock: players feel gaps between turns of the event loop.
    const turn = () => {
      const now = performance.now();
      window.longest = Math.max(window.longest, now - window.before);
      window.before = now;
      if (!window.over) window.channel.port2.postMessage(0);
    };
    window.channel = new MessageChannel();
    window.channel.port1.onmessage = turn;
    turn();
  });
  const longest = async () =>
    page.evaluate(() => {
      const found = window.longest;
      window.longest = 0;
      return found;
    });
  const window = page.getByRole("region", { name: "Space to fill" });
  await window.getByRole("combobox", { name: "Note value" }).selectOption("8");
  await window.getByRole("combobox", { name: "Lasts" }).selectOption("4 bars");
  await page.waitForTimeout(2_000);
  await longest();
  const counting = [];
  for (const most of ["3", "2", "4", "1", "2"]) {
    await page.getByRole("combobox", { name: "Most of a hand in a row" }).selectOption(most);
    await page.waitForTimeout(2_000);
    counting.push(await longest());
  }
  rows.push(["longest task, from a change of rules until all is found", "50 ms", median(counting)]);
  await context.close();
}
await close();

console.log(`\n${"browser (medians)".padEnd(58)} ${"to hold".padStart(9)} ${"ours".padStart(12)}`);
for (const [work, hold, ours] of rows)
  console.log(work.padEnd(58), hold.padStart(9), `${ours.toFixed(1)} ms`.padStart(12));
