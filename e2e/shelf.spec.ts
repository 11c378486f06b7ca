import { readFile, writeFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { downloadOf, exportAs, exportBook, NEWCOMER, openNewLine, openShelf, stackOf } from "./support";

const shelf = (page: Page) => page.getByRole("link", { name: "Shelf" }).click();
const fillsOf = (page: Page) => page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 });
const card = (page: Page, name: string) =>
  page.getByRole("listitem").filter({ has: page.getByRole("heading", { name }) });

async function nameIt(page: Page, name: string, ...tags: string[]) {
  await page.getByRole("textbox", { name: "Name of the fill" }).fill(name);
  await page.getByRole("button", { name: /^Tags/ }).click();
  for (const tag of tags) {
    await page.getByRole("textbox", { name: "New tag" }).fill(tag);
    await page.keyboard.press("Enter");
  }
}

test("a newcomer is taken to a playable fill, and to the shelf after that", async ({ browser }) => {
  const page = await (await browser.newContext({ storageState: NEWCOMER })).newPage();
  await page.goto("/");
  const { line, verdict } = stackOf(page);
  await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
  await expect(verdict).toContainText("16 of 16 sixteenths");
  await expect(verdict).toContainText("Both hands free: right to the crash");
  // What the server draws is only looked at; then the book is open.
  await expect(page.locator("[inert]")).toHaveCount(0);
  await page.goto("/");
  await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Fill" }).click();
  await expect(line).toHaveValue("@4 >RlrrL >RlrrL RLRRLK");
});

test("fills are named, tagged, found, duplicated, deleted and brought back", async ({ page }) => {
  await openNewLine(page, "@4 RLKx5");
  await nameIt(page, "Threes", "slow", "verse");
  await page.getByRole("button", { name: "Take the tag slow off" }).click();
  await shelf(page);
  await expect(card(page, "Threes")).toContainText("@4 RLKx5");
  await expect(card(page, "Threes")).toContainText("room left");
  await expect(page.getByRole("button", { name: /^slow/ })).toHaveCount(0);

  await page.getByRole("searchbox", { name: "Find fills" }).fill("three rlkx5");
  await expect(fillsOf(page)).toHaveText(["Threes"]);
  await page.getByRole("searchbox", { name: "Find fills" }).fill("nothing like it");
  await expect(page.getByText("No fill matches.")).toBeVisible();
  await page.getByRole("searchbox", { name: "Find fills" }).fill("");
  await page.getByRole("combobox", { name: "Sort by" }).selectOption("tempo");
  await expect(fillsOf(page)).toHaveText(["Threes", "Five, five, six"]);
  await page.getByRole("combobox", { name: "Sort by" }).selectOption("name");
  await expect(fillsOf(page)).toHaveText(["Five, five, six", "Threes"]);
  await page.getByRole("button", { name: /^verse/ }).click();
  await expect(fillsOf(page)).toHaveText(["Threes"]);
  await page.getByRole("button", { name: /^verse/ }).click();

  await page.getByRole("button", { name: "Duplicate Threes" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toBeVisible();
  await page.getByRole("button", { name: "Delete Threes (copy)" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toBeVisible();
  await page.getByRole("button", { name: "Delete Threes (copy)" }).click();
  await page.getByText(/^Bin: 1 deleted/).click();
  await page.getByRole("button", { name: "Bring back" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toBeVisible();
});

test("what was typed a moment before the page was left stands on the shelf as it was typed", async ({ page }) => {
  await openNewLine(page, "@4 RLRLK");
  await page.getByRole("textbox", { name: "Name of the fill" }).fill("In a hurry");
  await page.goto("/");
  await expect(card(page, "In a hurry")).toContainText("@4 RLRLK");
});

test("many fills are chosen, tagged, deleted and brought back together; a lesson is made of them", async ({ page }) => {
  for (const name of ["First", "Second", "Third"]) {
    await openNewLine(page, "@4 RLRL");
    await nameIt(page, name);
  }
  await shelf(page);
  await page.getByRole("button", { name: "Choose", exact: true }).click();
  const bar = page.getByRole("region", { name: "Chosen fills" });
  await expect(bar.getByRole("status")).toHaveText("None chosen");
  await page.getByRole("searchbox", { name: "Find fills" }).fill("rlrl");
  const box = (name: string) => page.getByRole("checkbox", { name: `Choose ${name}`, exact: true });
  await box("Third").check();
  await box("First").click({ modifiers: ["Shift"] });
  await expect(bar.getByRole("status")).toHaveText("3 fills chosen");
  await box("Second").uncheck();
  await expect(bar.getByRole("status")).toHaveText("2 fills chosen");
  await bar.getByRole("textbox", { name: "Tag for the chosen fills" }).fill("warm-up");
  await bar.getByRole("button", { name: "Tag", exact: true }).click();
  await expect(page.getByText("2 fills tagged “warm-up”.")).toBeVisible();
  await expect(card(page, "First")).toContainText("warm-up");
  await expect(card(page, "Second")).not.toContainText("warm-up");
  await expect(page.getByRole("button", { name: "New lesson of 2 fills" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Export 2" })).toBeVisible();
  await bar.getByRole("button", { name: "Delete" }).click();
  await expect(page.getByText("2 fills are in the bin.")).toBeVisible();
  await expect(fillsOf(page)).toHaveText(["Second"]);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("2 fills are back on the shelf.")).toBeVisible();
  await bar.getByRole("button", { name: "Done" }).click();
  await expect(bar).toHaveCount(0);
  await card(page, "First").getByRole("link", { name: "First" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue("First");
});

test("a book file goes out and comes back identical; the same again changes nothing", async ({ page, browser }) => {
  await openNewLine(page, "@6 >RLRLLKKx3 RLK");
  await nameIt(page, "Sevens", "réglé");
  await shelf(page);
  await expect(card(page, "Sevens")).toBeVisible();
  const exported = await exportBook(page);
  expect(exported.name).toBe("shelf.dimestack");
  const text = await readFile(exported.path, "utf8");
  expect(JSON.parse(text).fills).toHaveLength(2);

  await page
    .getByLabel("File to import")
    .setInputFiles({ name: exported.name, mimeType: "application/json", buffer: Buffer.from(text) });
  await expect(page.getByText("Imported: 2 you already have.")).toBeVisible();

  const other = await browser.newContext({ storageState: NEWCOMER });
  const elsewhere = await other.newPage();
  await openShelf(elsewhere);
  await elsewhere
    .getByLabel("File to import")
    .setInputFiles({ name: exported.name, mimeType: "application/json", buffer: Buffer.from(text) });
  await expect(elsewhere.getByText("Imported: 1 new fill, 1 you already have.")).toBeVisible();
  await elsewhere.getByRole("searchbox", { name: "Find fills" }).fill("sevens");
  const again = await exportAs(elsewhere, "Dime Stack file");
  const sevens = (file: string) =>
    JSON.parse(file).fills.find((fill: { content: { name: string } }) => fill.content.name === "Sevens");
  expect(sevens(await readFile(again.path, "utf8"))).toEqual(sevens(text));
  await other.close();
});

test("bad files get a clear word and change nothing", async ({ page }, info) => {
  await openShelf(page);
  const give = (name: string, text: string) =>
    page.getByLabel("File to import").setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(text) });
  await give("a.json", "{ not json");
  await expect(page.getByText(/^This isn.t a JSON file/)).toBeVisible();
  await give("b.json", '{"some":"thing"}');
  await expect(page.getByText(/isn.t a Dime Stack book/)).toBeVisible();
  await give("c.json", '{"format":"dime-stack-book","version":99,"fills":[]}');
  await expect(page.getByText(/The file has version 99, and this Dime Stack reads up to version \d+/)).toBeVisible();
  await give("d.json", '{"format":"dime-stack-book","version":1,"fills":[{"id":"x"}]}');
  await expect(page.getByText(/^Fill 1 of the file has an error: “createdAt” is missing/)).toBeVisible();
  const huge = info.outputPath("huge.json");
  await writeFile(huge, " ".repeat(25 * 1024 * 1024));
  await page.getByLabel("File to import").setInputFiles(huge);
  await expect(page.getByText(/The file is 25\.0 MB. The limit is 24 MB/)).toBeVisible();
  await expect(fillsOf(page)).toHaveCount(1);
});

test("the stick line goes out as text, and one fill as a file of its own", async ({ page }) => {
  await openNewLine(page, "@4 RLRL");
  await nameIt(page, "Plain");
  const text = await exportAs(page, "Stick lines as a text file");
  expect([text.name, await readFile(text.path, "utf8")]).toEqual([
    "plain.txt",
    "# Plain\n# meter: 4/4\n# tempo: 90\n# space: 4 quarters from 0\n@4 RLRL\n",
  ]);
  const file = await exportAs(page, "Dime Stack file");
  expect(JSON.parse(await readFile(file.path, "utf8")).fills[0].content.text).toBe("@4 RLRL");
  const midi = await exportAs(page, "MIDI file: groove and fill");
  expect((await readFile(midi.path)).subarray(0, 4).toString()).toBe("MThd");
});

test("stick lines come in from a text file, with the line told that cannot be read", async ({ page }) => {
  await openShelf(page);
  const give = (text: string) =>
    page
      .getByLabel("File to import")
      .setInputFiles({ name: "lines.txt", mimeType: "text/plain", buffer: Buffer.from(text) });
  await give("# From a friend\n@4 RLRRLx3 K\n\n@4 RLF\n");
  await expect(page.getByText("Line 4, column 6 of the file: “F” isn't a hand or foot.")).toBeVisible();
  await expect(fillsOf(page)).toHaveCount(1);
  await give("# From a friend\n@4 RLRRLx3 K\n\n@6 RLRLLKKx7\n");
  await expect(page.getByText("Imported: 2 new fills.")).toBeVisible();
  await expect(card(page, "From a friend")).toContainText("fits");
  await expect(card(page, "Untitled fill")).toContainText("3 bars");
});

test.describe("two tabs on one fill", () => {
  test("an idle tab follows the busy one", async ({ page, context }) => {
    const { line } = await openNewLine(page, "@4 RLRL");
    await expect(stackOf(page).saved).toBeVisible();
    const second = await context.newPage();
    await second.goto(page.url());
    await expect(stackOf(second).line).toHaveValue("@4 RLRL");
    await stackOf(second).line.fill("@4 RLRLKK");
    await expect(line).toHaveValue("@4 RLRLKK");
    await expect(page.getByText(/This fill was changed in another tab/)).toBeVisible();
  });

  test("when both have edited, neither is lost", async ({ page, context }) => {
    const { line, saved } = await openNewLine(page, "@4 RLRL");
    await expect(saved).toBeVisible();
    const second = await context.newPage();
    // This tab does not hear of the other's saves in time, as when both type at once.
    await second.addInitScript(() => {
      Object.defineProperty(window, "BroadcastChannel", {
        value: class extends EventTarget {
          postMessage() {}
          close() {}
        },
      });
    });
    await second.goto(page.url());
    await expect(stackOf(second).line).toHaveValue("@4 RLRL");
    await line.fill("@4 KKKK");
    await expect(saved).toBeVisible();
    await stackOf(second).line.fill("@4 HHHH");
    await expect(second.getByRole("alert")).toContainText("Another tab has changed this fill");
    await expect(stackOf(second).line).toHaveValue("@4 HHHH");
    await second.getByRole("button", { name: "Keep mine as a second fill" }).click();
    await expect(second.getByRole("alert")).toHaveCount(0);
    await expect(stackOf(second).saved).toBeVisible();
    await shelf(second);
    await expect(second.getByText("@4 KKKK", { exact: true })).toBeVisible();
    await expect(second.getByText("@4 HHHH", { exact: true })).toBeVisible();
    // Both stand on their own now: opening them brings nothing back.
    await second.goto(page.url());
    await expect(stackOf(second).line).toHaveValue("@4 KKKK");
    await expect(second.getByText(/wasn't saved in time/)).toHaveCount(0);
  });

  test("a fill that is deleted in one while it is edited in the other is said, kept, and brought back", async ({
    page,
    context,
  }) => {
    const { line, saved } = await openNewLine(page, "@4 RLRL");
    await expect(saved).toBeVisible();
    const second = await context.newPage();
    await openShelf(second);
    await card(second, "Untitled fill")
      .filter({ hasText: "@4 RLRL" })
      .getByRole("button", { name: /^Delete/ })
      .click();
    await expect(page.getByRole("alert")).toContainText("This fill is in the bin");
    await line.fill("@4 RLRLKK");
    await expect(page.getByText("Saved in the bin")).toBeVisible();
    await page.getByRole("button", { name: "Bring it back" }).click();
    await expect(page.getByRole("alert")).toHaveCount(0);
    await openShelf(second);
    await expect(second.getByText("@4 RLRLKK", { exact: true })).toBeVisible();
  });
});

test("a backup goes out, and comes back after it was shown what it would change", async ({ page }) => {
  await openNewLine(page, "@4 RLRLKK");
  await nameIt(page, "Backed up");
  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Setup" }).click();
  const data = page.getByRole("region", { name: "Your data" });
  await expect(data).toContainText("You have no backup yet.");
  const { name, path } = await downloadOf(page, () => data.getByRole("button", { name: "Download a backup" }).click());
  expect(name).toMatch(/^dime-stack-backup-.*\.dimestack$/);
  await expect(data).toContainText(/Last backup: .* Nothing has changed since\./);
  await shelf(page);
  await card(page, "Backed up")
    .getByRole("button", { name: /^Delete/ })
    .click();
  await page.evaluate(
    () =>
      new Promise((done) => {
        const opening = indexedDB.open("dime-stack");
        opening.onsuccess = () => {
          const clearing = opening.result.transaction("fills", "readwrite");
          clearing.objectStore("fills").clear();
          clearing.oncomplete = () => {
            opening.result.close();
            done(null);
          };
        };
      }),
  );
  await page.goto("/setup");
  await data.getByLabel("File to import").setInputFiles(path);
  await expect(data).toContainText(/In this file: 2 new fills.*Nothing that you have is changed or deleted\./);
  await data.getByRole("button", { name: "Import", exact: true }).click();
  await expect(data).toContainText(/Imported: 2 new fills/);
  await shelf(page);
  await expect(card(page, "Backed up")).toBeVisible();
});

test("reading a large file can be cancelled; nothing of it is taken", async ({ page }) => {
  await openShelf(page);
  const buffer = Buffer.from("@4 RLRRx2500\n".repeat(1_000));
  await page.getByLabel("File to import").setInputFiles({ name: "large.txt", mimeType: "text/plain", buffer });
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("Reading the file…")).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole("heading", { name: /^Shelf 1 fill/ })).toBeVisible();
});
