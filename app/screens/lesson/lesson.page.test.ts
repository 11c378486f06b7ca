import * as toneMidi from "@tonejs/midi";
import { test } from "vitest";
import { downloadOf, expect, newBrowser, openNewLine, openShelf, page, stack } from "~/testing";

// The package is an older kind of module, with its exports behind the default.
const tonejs = "default" in toneMidi ? (toneMidi.default as typeof toneMidi) : toneMidi;

const shelf = () => page.getByRole("link", { name: "Shelf" }).click();

async function newFill(name: string, tag: string, line: string) {
  await openNewLine(line);
  await page.getByRole("textbox", { name: "Name of the fill" }).fill(name);
  await page.getByRole("button", { name: /^Tags/ }).click();
  await page.getByRole("textbox", { name: "New tag" }).fill(tag);
  await page.keyboard.press("Enter");
  await expect(stack.saved).toBeVisible();
}

test("a graded set goes from easy to hard, and an exercise can be swapped", async () => {
  await openShelf();
  await page.getByRole("button", { name: "New lesson" }).click();
  await page.getByRole("textbox", { name: "Name of the lesson" }).fill("Entries");
  await page.getByRole("button", { name: "Graded set…" }).click();
  const dialog = page.getByRole("dialog", { name: "Graded set" });
  await dialog.getByRole("textbox", { name: "How many of each" }).fill("4");
  await dialog.getByRole("checkbox", { name: "& of 3" }).check();
  await dialog.getByRole("button", { name: "Choose 8 exercises" }).click();
  await expect(dialog.getByText("8 exercises, from easy to hard.")).toBeVisible();
  const paces = (await dialog.getByText(/^up to about \d+$/).allTextContents()).map((text) =>
    Number(/\d+/.exec(text)?.[0]),
  );
  expect(paces).toHaveLength(8);
  for (const set of [paces.slice(0, 4), paces.slice(4)]) expect(set).toEqual(set.toSorted((a, b) => b - a));
  await dialog.getByRole("button", { name: "Add 8 exercises to the lesson" }).click();
  const contents = page.getByRole("region", { name: "Contents" });
  await expect(contents.getByRole("link", { name: /^From.*no\. 1$/ })).toHaveCount(2);
  const swap = page.getByRole("button", { name: /^Swap From the & of 3, no\. 2/ });
  const card = contents.locator(".panel").filter({ has: swap });
  const before = await card.getByRole("img").getAttribute("aria-label");
  await swap.click();
  await expect(card.getByRole("img")).not.toHaveAttribute("aria-label", before ?? "");
  await shelf();
  await expect(page.getByRole("list", { name: "Fills" }).getByRole("listitem")).not.toHaveCount(0);
});

test("the starter course leads a newcomer out of an empty shelf", async () => {
  await newBrowser();
  await openShelf();
  await page.getByRole("button", { name: /^Delete / }).click();
  await page.getByRole("button", { name: "Open the starter course" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the lesson" })).toHaveValue("Starter course");
  await expect(page.getByText("0 of 20 fills learned")).toBeVisible();
  await page.getByRole("link", { name: "Start with Eight in a bar" }).click();
  await expect.poll(page.url).toMatch(/course-eighths\/shed$/);
});

test("a link that is cut, from a later version, or invalid is reported, and changes nothing", async () => {
  await openShelf();
  await page.goto("/open#1.abcdefg.AAAA");
  await expect(page.getByRole("alert")).toContainText("Part of this link is missing");
  await page.goto("/open#9.abcdefg.AAAA");
  await expect(page.getByRole("alert")).toContainText("a newer version of Dime Stack");
  await page.goto("/open");
  await expect(page.getByRole("alert")).toContainText("isn't a link that Dime Stack made");
  await page.getByRole("link", { name: "Go to the Shelf" }).click();
  await expect(page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 })).toHaveCount(1);
});

test("notation and MIDI from other programs are previewed before import", async () => {
  await newFill("Round trip", "paper", "@4 >RlrrL >RlrrL RLRRLK");
  await page.getByRole("button", { name: /^Export/ }).click();
  const score = await downloadOf(() => page.getByRole("menuitem", { name: "Compressed MusicXML (.mxl)" }).click());
  await shelf();
  const give = (name: string, buffer: Uint8Array | string) =>
    page.getByLabel("File to import").setInputFiles({ name, buffer });
  await give("round.mxl", await score.bytes());
  const dialog = page.getByRole("dialog", { name: /^Import/ });
  await expect(dialog.getByText("16 notes read into 1 fill.")).toBeVisible();
  await expect(dialog.getByText(/exactly as it was/)).toBeVisible();
  await dialog.getByRole("button", { name: "Add 1 fill" }).click();
  await expect(stack.line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue("Round trip");
  await shelf();

  await give("broken.mid", "hello");
  await expect(dialog.getByRole("alert")).toContainText("This isn't a MIDI file.");
  await dialog.getByRole("button", { name: "Close" }).click();

  // Two bars of drums with a claves part, from another program.
  const midi = new tonejs.Midi();
  midi.header.setTempo(100);
  const drums = midi.addTrack();
  drums.channel = 9;
  for (let at = 0; at < 16; at++) {
    drums.addNote({ midi: at % 4 === 3 ? 75 : 38, ticks: at * 240, durationTicks: 60, velocity: 0.6 });
  }
  await give("other.mid", midi.toArray());
  await expect(dialog.getByText("12 notes read into 1 fill.")).toBeVisible();
  await expect(dialog.getByText("4 notes left out: choose a drum or cymbal for them below.")).toBeVisible();
  await dialog.getByRole("combobox", { name: /MIDI note 75/ }).selectOption("cowbell");
  await expect(dialog.getByText("16 notes read into 1 fill.")).toBeVisible();
  await dialog.getByRole("combobox", { name: "Import as" }).selectOption("one fill per bar");
  await dialog.getByRole("button", { name: "Add 2 fills" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "other 1" })).toBeVisible();
  // The answer about the claves is remembered.
  await give("other.mid", midi.toArray());
  await expect(dialog.getByText("16 notes read into 1 fill.")).toBeVisible();
});
