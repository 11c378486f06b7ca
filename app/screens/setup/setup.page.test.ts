import { test } from "vitest";
import { currentBook } from "~/library/current";
import { savePreferences } from "~/library/preferences-store";
import { expect, noteNumber, openLine, openShelf, page } from "~/testing";

test("a left-handed player's choice survives a reload", async () => {
  await openShelf();
  await page.getByRole("link", { name: "Setup" }).click();
  await page.getByRole("radio", { name: /^Left-handed/ }).check();
  await page.reload();
  await expect(page.getByRole("radio", { name: /^Left-handed/ })).toBeChecked();
});

test("two tabs tell each other which preferences changed, and show them", async () => {
  const other = new BroadcastChannel("dime-stack:preferences:own");
  const heard: unknown[] = [];
  other.onmessage = ({ data }) => heard.push(data);
  await openShelf();
  await page.getByRole("link", { name: "Setup" }).click();
  await page.getByRole("radio", { name: /^Left-handed/ }).check();
  await expect.poll(() => heard).toEqual([["hands"]]);

  await savePreferences(await currentBook(), { hands: "open" });
  for (const message of [{ hands: "open" }, ["hands", 3]]) other.postMessage(message);
  await expect(page.getByRole("radio", { name: /^Open-handed/ })).toBeChecked();
  other.close();
});

test("an open-handed player keeps the fills and changes the groove", async () => {
  await openLine("@4 >RlrrL");
  await page.getByRole("link", { name: "Setup" }).click();
  await page.getByRole("radio", { name: /^Open-handed/ }).check();
  await page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name: "Fill" }).click();
  await expect(page.getByRole("textbox", { name: "Stick line" })).toHaveValue("@4 >RlrrL");
  await expect(noteNumber(page.getByRole("grid", { name: /Stack/ }), 0).locator("path.coin-solid")).toHaveCount(1);
});
