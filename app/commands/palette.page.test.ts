import { describe, test } from "vitest";
import { expect, openLine, openShelf, page } from "~/testing";

const field = () => page.getByRole("combobox", { name: "Find a command" });
const options = () => page.getByRole("dialog", { name: "Find a command" }).getByRole("option");

async function find(words: string) {
  await page.keyboard.press("Control+k");
  await field().fill(words);
}

describe("the palette on a fill", () => {
  test.each([
    ["tempo", /Tempo: faster by 1/],
    ["import", /Import a file/],
    ["toms", /This fill: Floor/],
    ["orchestration", /This fill: Floor/],
    ["lesson", /Lessons: make, open/],
    ["share", /Link or QR code/],
    ["back up", /Back up your book/],
    ["left-handed", /Hands: right-handed/],
    ["per cent", /Practise: layers/],
  ])("%s finds something", async (words, name) => {
    await openLine("@4 RLRL");
    await find(words);
    await expect(options().filter({ hasText: name })).toHaveCount(1);
  });

  test("makes a new fill, goes to another, and says where it leads", async () => {
    await openLine("@4 RLRL");
    await find("new fill");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue("@4 ");
    await find("five, five");
    await expect(options().filter({ hasText: "Five, five, six" })).toHaveText(/Open a fill/);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue("@4 RLRL");
  });
});

test("the palette on the Shelf leads to the open fill's tabs", async () => {
  await openLine("@4 RLRL");
  await openShelf();
  await find("toms");
  await expect(options().filter({ hasText: "The open fill: Floor" })).toHaveCount(1);
});
