import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { downloadOf, noteNumber, openLine } from "./support";

/** A line on the Groove tab, in the straight eighths of the first fill. */
async function openOnGrooves(page: Page, text: string) {
  const { saved } = await openLine(page, text);
  await expect(saved).toBeVisible();
  await page.getByRole("link", { name: "Groove", exact: true }).click();
  const form = page.getByRole("img", { name: /^The loop/ });
  await expect(form).toBeVisible();
  return {
    form,
    score: page.getByRole("region", { name: "Score" }),
    tab: (name: string) => page.getByRole("tab", { name }).click(),
    play: page.getByRole("button", { name: "Play", exact: true }),
    stop: page.getByRole("button", { name: "Stop", exact: true }),
  };
}

test.describe("form", () => {
  test("the score: feet below, cells bracketed, a playhead, and letters clear of notes and each other", async ({
    page,
  }) => {
    const { score, tab, play, stop } = await openOnGrooves(page, "@4 >RLK >(RLK)'Rl @6 >RLRLLK >R(LK)RLLK");
    await tab("Form");
    await page.getByRole("combobox", { name: "Hi-hat foot plays" }).selectOption("every beat");
    await score.getByRole("checkbox", { name: "Bracket the cells" }).check();
    await expect(score.getByText("6", { exact: true }).first()).toBeVisible();
    await expect(noteNumber(score, 0).first()).toBeVisible();
    // As drawn by the browser with its own fonts: letters on notes, or on each other.
    const clashes = () =>
      score.locator("svg").evaluate((svg) => {
        const boxes = (selector: string) =>
          [...svg.querySelectorAll<SVGGraphicsElement>(selector)].map((element) => ({
            box: element.getBoundingClientRect(),
            text: element.textContent,
          }));
        const letters = boxes("text:not([data-kind=tempo]), [data-kind=accent]");
        const notes = boxes("[data-kind=head], [data-kind=stem], [data-kind=beam]");
        const meet = (a: DOMRect, b: DOMRect) =>
          a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 4 && b.top < a.bottom - 4;
        const found: string[] = [];
        for (const [index, letter] of letters.entries()) {
          for (const note of notes) if (meet(letter.box, note.box)) found.push(`${letter.text} on a note`);
          for (const other of letters.slice(index + 1)) {
            if (meet(letter.box, other.box)) found.push(`${letter.text} on ${other.text}`);
          }
        }
        return found;
      });
    await expect(score.locator("[data-kind=accent]").first()).toBeAttached();
    expect(await clashes()).toEqual([]);
    await score.getByRole("checkbox", { name: /Feet stems down/ }).check();
    expect(await clashes()).toEqual([]);
    await page.getByRole("combobox", { name: "Count-in" }).selectOption("0");
    await play.click();
    await expect(score.locator("[data-playhead]")).toBeVisible();
    const head = page.locator("[data-playhead]").first();
    await expect(head).toHaveAttribute("style", /translate/);
    await expect(score.locator("[data-playing]").first()).toBeAttached();
    await stop.click();
    await expect(score.locator("[data-playhead]")).toBeHidden();
    // On a phone, nothing scrolls sideways.
    await page.setViewportSize({ width: 390, height: 844 });
    for (const name of ["Form", "Feel", "Backbeat"]) {
      await tab(name);
      expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
    }
  });
});

test("practice loops: a wrong tempo is reported, rendering can be cancelled, and the file is as requested", async ({
  page,
}) => {
  await openOnGrooves(page, "@4 RLRLx4");
  await page.getByRole("button", { name: "Export" }).click();
  await page.getByRole("menuitem", { name: "Practice loops (sound files)…" }).click();
  const dialog = page.getByRole("dialog", { name: "Practice loops" });
  const tempos = dialog.getByRole("textbox", { name: /^Tempos/ });
  await tempos.fill("120, brisk");
  await expect(dialog.getByText("“brisk” is not a tempo")).toBeVisible();
  await expect(dialog.getByRole("button", { name: /^Render/ })).toBeDisabled();
  await tempos.fill("20");
  await dialog.getByRole("combobox", { name: "How many times" }).selectOption("32 times");
  await dialog.getByRole("button", { name: "Render 1 file" }).click();
  await dialog.getByRole("button", { name: "Cancel" }).click();
  await expect(dialog.getByText("cancelled")).toBeVisible();
  await tempos.fill("240");
  await dialog.getByRole("combobox", { name: "How many times" }).selectOption("2 times");
  await dialog.getByRole("combobox", { name: "Count-in" }).selectOption("none");
  await dialog.getByRole("button", { name: "Render 1 file" }).click();
  const save = dialog.getByRole("button", { name: "Save" });
  await expect(save).toBeEnabled();
  const { name, path } = await downloadOf(page, () => save.click());
  expect(name).toBe("five-five-six-240-bpm.wav");
  const file = await readFile(path);
  expect(file.subarray(0, 4).toString()).toBe("RIFF");
  // Two bars of one second, twice, and two seconds to ring out; 16 bits, two channels.
  expect(file.length).toBe(44 + 6 * 44_100 * 4);

  await dialog.getByRole("combobox", { name: "Format" }).selectOption("ogg");
  await dialog.getByRole("button", { name: "Render 1 file" }).click();
  await expect(save).toBeEnabled();
  const smaller = await downloadOf(page, () => save.click());
  expect(smaller.name).toBe("five-five-six-240-bpm.ogg");
  const bytes = await readFile(smaller.path);
  expect(bytes.subarray(0, 4).toString()).toBe("OggS");
  expect(bytes.length).toBeLessThan(file.length / 5);
  // It starts where the other one does, and is as long.
  const decoded = await page.evaluate(async (base64) => {
    const buffer = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0)).buffer;
    const audio = await new OfflineAudioContext(2, 48_000, 48_000).decodeAudioData(buffer);
    const left = audio.getChannelData(0);
    return { seconds: audio.duration, onset: left.findIndex((sample) => Math.abs(sample) > 0.05) / 48_000 };
  }, bytes.toString("base64"));
  expect(Math.abs(decoded.seconds - 6)).toBeLessThan(0.05);
  expect(decoded.onset).toBeLessThan(0.005);
});
