import { test } from "vitest";
import { downloadOf, expect, exportAs, exportBook, newBrowser, openNewLine, openShelf, page } from "~/testing";

const shelf = () => page.getByRole("link", { name: "Shelf" }).click();

const fillsOf = page.getByRole("list", { name: "Fills" }).getByRole("heading", { level: 2 });

const card = (name: string) => page.getByRole("listitem").filter({ has: page.getByRole("heading", { name }) });

async function nameIt(name: string, ...tags: string[]) {
  await page.getByRole("textbox", { name: "Name of the fill" }).fill(name);
  await page.getByRole("button", { name: /^Tags/ }).click();
  for (const tag of tags) {
    await page.getByRole("textbox", { name: "New tag" }).fill(tag);
    await page.keyboard.press("Enter");
  }
}

test("fills can be named, tagged, found, duplicated, deleted and restored", async () => {
  await openNewLine("@4 RLKx5");
  await nameIt("Threes", "slow", "verse");
  await page.getByRole("button", { name: "Remove tag slow" }).click();
  await shelf();
  await expect(card("Threes")).toContainText("@4 RLKx5");
  await expect(card("Threes")).toContainText("room left");
  await expect(page.getByRole("button", { name: /^slow/ })).toHaveCount(0);

  await page.getByRole("searchbox", { name: "Find fills" }).fill("three rlkx5");
  await expect(fillsOf).toHaveText(["Threes"]);
  await page.getByRole("searchbox", { name: "Find fills" }).fill("nothing like it");
  await expect(page.getByText("No fill matches.")).toBeVisible();
  await page.getByRole("searchbox", { name: "Find fills" }).fill("");
  await page.getByRole("combobox", { name: "Sort by" }).selectOption("tempo");
  await expect(fillsOf).toHaveText(["Threes", "Five, five, six"]);
  await page.getByRole("combobox", { name: "Sort by" }).selectOption("name");
  await expect(fillsOf).toHaveText(["Five, five, six", "Threes"]);
  await page.getByRole("button", { name: /^verse/ }).click();
  await expect(fillsOf).toHaveText(["Threes"]);
  await page.getByRole("button", { name: /^verse/ }).click();

  await page.getByRole("button", { name: "Duplicate Threes" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toBeVisible();
  await page.getByRole("button", { name: "Delete Threes (copy)" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toBeVisible();
  await page.getByRole("button", { name: "Delete Threes (copy)" }).click();
  await page.getByText(/^Bin: 1 deleted/).click();
  await page.getByRole("button", { name: "Restore" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Threes (copy)" })).toBeVisible();
});

test("many fills can be chosen, tagged, deleted and restored together, or made into a lesson", async () => {
  for (const name of ["First", "Second", "Third"]) {
    await openNewLine("@4 RLRL");
    await nameIt(name);
  }
  await shelf();
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
  await expect(card("First")).toContainText("warm-up");
  await expect(card("Second")).not.toContainText("warm-up");
  await expect(page.getByRole("button", { name: "New lesson of 2 fills" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Export 2" })).toBeVisible();
  await bar.getByRole("button", { name: "Delete" }).click();
  await expect(page.getByText("2 fills are in the bin.")).toBeVisible();
  await expect(fillsOf).toHaveText(["Second"]);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("2 fills are back on the shelf.")).toBeVisible();
  await bar.getByRole("button", { name: "Done" }).click();
  await expect(bar).toHaveCount(0);
  await card("First").getByRole("link", { name: "First" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the fill" })).toHaveValue("First");
});

test("a book file is exported and imported identical; importing again changes nothing", async () => {
  await openNewLine("@6 >RLRLLKKx3 RLK");
  await nameIt("Sevens", "réglé");
  await shelf();
  await expect(card("Sevens")).toBeVisible();
  const exported = await exportBook();
  expect(exported.name).toBe("shelf.dimestack");
  const text = await exported.text();
  expect(JSON.parse(text).fills).toHaveLength(2);

  await page.getByLabel("File to import").setInputFiles({ name: exported.name, buffer: text });
  await expect(page.getByText("Imported: 2 you already have.")).toBeVisible();

  await newBrowser();
  await openShelf();
  await page.getByLabel("File to import").setInputFiles({ name: exported.name, buffer: text });
  await expect(page.getByText("Imported: 1 new fill, 1 you already have.")).toBeVisible();
  await page.getByRole("searchbox", { name: "Find fills" }).fill("sevens");
  await expect(fillsOf).toHaveText(["Sevens"]);
  const again = await exportAs("Dime Stack file");
  const sevens = (file: string) =>
    JSON.parse(file).fills.find((fill: { content: { name: string } }) => fill.content.name === "Sevens");
  expect(sevens(await again.text())).toEqual(sevens(text));
});

test("bad files get a clear message and change nothing", async () => {
  await openShelf();
  const give = (name: string, text: string) => page.getByLabel("File to import").setInputFiles({ name, buffer: text });
  await give("a.json", "{ not json");
  await expect(page.getByText(/^This isn.t a JSON file/)).toBeVisible();
  await give("b.json", '{"some":"thing"}');
  await expect(page.getByText(/isn.t a Dime Stack book/)).toBeVisible();
  await give("c.json", '{"format":"dime-stack-book","version":99,"fills":[]}');
  await expect(page.getByText(/The file has version 99, and this Dime Stack reads up to version \d+/)).toBeVisible();
  await give("d.json", '{"format":"dime-stack-book","version":1,"fills":[{"id":"x"}]}');
  await expect(page.getByText(/^Fill 1 of the file has an error: “createdAt” is missing/)).toBeVisible();
  await give("e.json", `{"format":"dime-stack-book","version":1,"fills":${"[".repeat(5_000)}${"]".repeat(5_000)}}`);
  await expect(page.getByText(/^The file has lists inside lists, more than 64 deep/)).toBeVisible();
  await expect(fillsOf).toHaveCount(1);
});

test("the stick line is exported as text, and one fill as its own file", async () => {
  await openNewLine("@4 RLRL");
  await nameIt("Plain");
  const text = await exportAs("Stick lines as a text file");
  expect([text.name, await text.text()]).toEqual([
    "plain.txt",
    "# Plain\n# meter: 4/4\n# tempo: 90\n# space: 4 quarters from 0\n@4 RLRL\n",
  ]);
  const file = await exportAs("Dime Stack file");
  expect(JSON.parse(await file.text()).fills[0].content.text).toBe("@4 RLRL");
  const midi = await exportAs("MIDI file: groove and fill");
  expect((await midi.text()).slice(0, 4)).toBe("MThd");
});

test("stick lines are imported from a text file; an unreadable line is named", async () => {
  await openShelf();
  const give = (text: string) => page.getByLabel("File to import").setInputFiles({ name: "lines.txt", buffer: text });
  await give("# From a friend\n@4 RLRRLx3 K\n\n@4 RLF\n");
  await expect(page.getByText("Line 4, column 6 of the file: “F” isn't a hand or foot.")).toBeVisible();
  await expect(fillsOf).toHaveCount(1);
  await give("# From a friend\n@4 RLRRLx3 K\n\n@6 RLRLLKKx7\n");
  await expect(page.getByText("Imported: 2 new fills.")).toBeVisible();
  await expect(card("From a friend")).toContainText("fits");
  await expect(card("Untitled fill")).toContainText("3 bars");
});

test("a backup is saved, and restored after showing what it would change", async () => {
  await openNewLine("@4 RLRLKK");
  await nameIt("Backed up");
  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Setup" }).click();
  const data = page.getByRole("region", { name: "Your data" });
  await expect(data).toContainText("You have no backup yet.");
  const backup = await downloadOf(() => data.getByRole("button", { name: "Download a backup" }).click());
  expect(backup.name).toMatch(/^dime-stack-backup-.*\.dimestack$/);
  await expect(data).toContainText(/Last backup: .* Nothing has changed since\./);
  await shelf();
  await card("Backed up")
    .getByRole("button", { name: /^Delete/ })
    .click();
  await newBrowser();
  await page.goto("/setup");
  await data.getByLabel("File to import").setInputFiles({ name: backup.name, buffer: await backup.text() });
  await expect(data).toContainText(/In this file: 2 new fills.*Nothing you have is lost\./);
  await data.getByRole("button", { name: "Import", exact: true }).click();
  await expect(data).toContainText(/Imported: 2 new fills/);
  await shelf();
  await expect(card("Backed up")).toBeVisible();
});
