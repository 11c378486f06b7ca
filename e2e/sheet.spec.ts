import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { extractText, getDocumentProxy } from "unpdf";
import { downloadOf, NEWCOMER, openNewLine, openShelf, stackOf } from "./support";

const pages = (page: Page) => page.getByRole("img", { name: /^Page \d+ of \d+/ });

async function textOf(pdf: Uint8Array): Promise<string> {
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(pdf)), { mergePages: true });
  return text.replace(/\s+/g, " ");
}

async function pagesOf(pdf: Uint8Array) {
  const document = await getDocumentProxy(new Uint8Array(pdf));
  const { view } = await document.getPage(1);
  return { count: document.numPages, width: Math.round(view[2] ?? 0), height: Math.round(view[3] ?? 0) };
}

/** What the browser prints, on the paper that the page requests. */
function print(page: Page) {
  return page.pdf({ preferCSSPageSize: true, printBackground: true });
}

async function openExport(page: Page, item: string) {
  await page.getByRole("button", { name: /^Export/ }).click();
  await page.getByRole("menuitem", { name: item }).click();
}

async function newFill(page: Page, name: string, tag: string, line: string) {
  await openNewLine(page, line);
  await page.getByRole("textbox", { name: "Name of the fill" }).fill(name);
  await page.getByRole("button", { name: /^Tags/ }).click();
  await page.getByRole("textbox", { name: "New tag" }).fill(tag);
  await page.keyboard.press("Enter");
  await expect(stackOf(page).saved).toBeVisible();
}

test("a fill is exported as PDF and pictures; its sheet has the chosen parts, and prints without the interface", async ({
  page,
}) => {
  await newFill(page, "Gate and ladder", "paper", "@4 RLRL RLRK");
  await openExport(page, "PDF, ready to print…");
  const pdf = await downloadOf(page, async () => {});
  expect(pdf.name).toBe("gate-and-ladder.pdf");
  expect(await textOf(await readFile(pdf.path))).toContain("R L R L R L R K");

  await openExport(page, "Picture (SVG or PNG)…");
  const dialog = page.getByRole("dialog", { name: "Picture" });
  const save = () => downloadOf(page, () => dialog.getByRole("button", { name: "Save picture" }).click());
  const svg = await readFile((await save()).path, "utf8");
  expect(svg).toContain("<svg ");
  expect(svg.match(/<text[^>]*>[^<]*/g) ?? []).toEqual([]);
  await dialog.getByRole("combobox", { name: "Format" }).selectOption("Image (PNG)");
  const widths: number[] = [];
  for (const [what, size] of [
    ["Stack", "1×"],
    ["Stack", "4×"],
    ["Rail", "1×"],
    ["The whole page", "2×"],
  ] as const) {
    await dialog.getByRole("combobox", { name: "Picture of" }).selectOption(what);
    await dialog.getByRole("combobox", { name: "Size" }).selectOption(size);
    const png = await readFile((await save()).path);
    expect(png.subarray(1, 4).toString()).toBe("PNG");
    widths.push(png.readUInt32BE(16));
  }
  const [small = 0, large = 0, , whole = 0] = widths;
  expect(large / small).toBeCloseTo(4, 1);
  // Letter or A4 at 192 dots per inch.
  expect([1588, 1632]).toContain(whole);
  await dialog.getByRole("button", { name: "Close" }).click();

  await page.getByRole("link", { name: "Sheet" }).click();
  await expect(pages(page).first()).toHaveAccessibleName(/Gate and ladder/);
  await expect(pages(page).first()).toHaveAccessibleName(/Practice steps/);
  const setup = page.getByRole("complementary", { name: "Page setup" });
  await setup.getByRole("checkbox", { name: "Practice steps" }).uncheck();
  await expect(pages(page).first()).not.toHaveAccessibleName(/Practice steps/);
  await setup.getByRole("combobox", { name: "Paper" }).selectOption("A4");
  await setup.getByRole("combobox", { name: "Orientation" }).selectOption("Landscape");
  await expect.poll(async () => pagesOf(await print(page))).toMatchObject({ width: 842, height: 595 });
  const text = await textOf(await print(page));
  expect(text).toContain("Gate and ladder");
  expect(text).toContain("R L R L R L R K");
  for (const word of ["Shelf", "Setup", "Export", "On the page", "Undo"]) expect(text).not.toContain(word);

  await page.reload();
  await expect(setup.getByRole("checkbox", { name: "Practice steps" })).not.toBeChecked();
  await setup
    .getByRole("combobox", { name: "Print size" })
    .selectOption({ label: "Music stand: readable from behind the kit" });
  await expect(pages(page).nth(1)).toBeAttached();
});

test("a lesson is made from a tag, ordered, printed, sent as a link, and practised by a pupil", async ({
  page,
  browser,
}) => {
  test.setTimeout(90_000);
  await newFill(page, "First door", "doors", "@4 RLRL RLRK");
  await newFill(page, "Second door", "doors", "@4 RLKx5 R");
  await newFill(page, "Not a door", "walls", "@4 RRLL RRLL");
  await openShelf(page);
  await page.getByRole("button", { name: /^doors/ }).click();
  await page.getByRole("button", { name: "New lesson of 2 fills" }).click();
  await page.getByRole("textbox", { name: "Name of the lesson" }).fill("Two doors");
  await page.getByRole("textbox", { name: "What the lesson is about" }).fill("Open one, then the other.");
  const contents = page.getByRole("region", { name: "Contents" });
  const order = () => contents.getByRole("link", { name: /^(First|Second) door$/ }).allTextContents();
  await expect.poll(order).toHaveLength(2);
  const [first = "", second = ""] = await order();
  await contents.getByRole("button", { name: `Move ${first} down` }).click();
  await expect.poll(order).toEqual([second, first]);
  // With keys only: pick up, move, put down.
  await contents.getByRole("button", { name: `Move ${first}`, exact: true }).focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("Exercise 2 is at place 2.")).toBeAttached();
  await page.keyboard.press("ArrowUp");
  await expect(page.getByText("Exercise 2 is at place 1.")).toBeAttached();
  await page.keyboard.press("Space");
  await expect.poll(order).toEqual([first, second]);
  await page.keyboard.press("Control+z");
  await expect.poll(order).toEqual([second, first]);
  await contents.getByRole("textbox", { name: "Notes on First door" }).fill("Four and four.");
  await contents.getByRole("textbox", { name: "to", exact: true }).first().fill("101");
  await contents.getByRole("button", { name: "Heading" }).click();
  await contents.getByRole("textbox", { name: "Heading", exact: true }).fill("Later");
  await expect(pages(page).first()).toHaveAccessibleName(/Two doors.*Open one, then the other\..*Four and four\./);
  // The pages follow after a pause in typing.
  await expect(pages(page).last()).toHaveAccessibleName(/Later/);
  await expect(stackOf(page).saved).toBeVisible();

  const text = await textOf(await print(page));
  for (const words of ["Two doors", "2 exercises", "First door", "Second door", "to 101 bpm", "Later"]) {
    expect(text).toContain(words);
  }
  expect(text).not.toContain("Page setup");

  await openExport(page, "Link or QR code…");
  const share = page.getByRole("dialog", { name: /^Share/ });
  await expect(share.getByRole("textbox", { name: "Link" })).toHaveValue(/\/open#1\./);
  const link = await share.getByRole("textbox", { name: "Link" }).inputValue();
  await expect(share.getByText(/^[\d,]+ characters\./)).toBeVisible();
  await expect(share.getByRole("img", { name: /QR code/ })).toBeVisible();

  const pupil = await (await browser.newContext({ storageState: NEWCOMER })).newPage();
  await pupil.goto(link);
  await expect(pupil.getByRole("heading", { name: "Two doors" })).toBeVisible();
  await expect(pupil.getByText("Four and four.")).toBeVisible();
  await pupil.getByRole("button", { name: "Keep a copy" }).click();
  await expect(pupil.getByRole("textbox", { name: "Name of the lesson" })).toHaveValue("Two doors");
  await expect(pupil.getByText("0 of 2 fills learned")).toBeVisible();
  await pupil.getByRole("link", { name: /^Start with/ }).click();
  await expect(pupil).toHaveURL(/\/shed$/);
  await expect(pupil.getByRole("region", { name: "Plan" })).toBeVisible();
  // The same link again gives the same lesson.
  await pupil.goto(link);
  await pupil.getByRole("button", { name: "Keep a copy" }).click();
  await expect(pupil.getByRole("textbox", { name: "Name of the lesson" })).toBeVisible();
  await pupil.getByRole("link", { name: "Shelf" }).click();
  await expect(pupil.getByRole("link", { name: "Two doors" })).toHaveCount(1);
  await pupil.context().close();
});

test("a file is imported wherever you drop it, a link wherever you paste it; a large one can be cancelled", async ({
  page,
}) => {
  await newFill(page, "Dropped", "paper", "@4 RLRL RLRK");
  await openExport(page, "Link or QR code…");
  const share = page.getByRole("dialog", { name: /^Share/ });
  await expect(share.getByRole("textbox", { name: "Link" })).toHaveValue(/\/open#1\./);
  const link = await share.getByRole("textbox", { name: "Link" }).inputValue();
  await share.getByRole("button", { name: "Close" }).click();
  await page.getByRole("link", { name: "Log" }).click();
  await expect(page.getByRole("heading", { name: "Log" })).toBeVisible();
  const give = (kind: "drop" | "paste", file: boolean, text: string) =>
    page.evaluate(
      ([kind, file, text]) => {
        const data = new DataTransfer();
        if (file) data.items.add(new File([text as string], "lines.txt", { type: "text/plain" }));
        else data.setData("text/plain", text as string);
        const event =
          kind === "drop"
            ? new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true })
            : new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true });
        document.body.dispatchEvent(event);
      },
      [kind, file, text] as const,
    );
  await give("paste", false, `Look at this: ${link}`);
  await expect(page.getByRole("heading", { name: "Dropped" })).toBeVisible();
  await expect(page.getByText("Nothing is saved until you press Keep a copy.")).toBeVisible();
  await page.getByRole("link", { name: "Not now" }).click();
  await page.getByRole("link", { name: "Log" }).click();
  await expect(page.getByRole("heading", { name: "Log" })).toBeVisible();
  await give("drop", true, "# From outside\n@4 RLRRLx3 K\n");
  await expect(page.getByText("Imported: 1 new fill.")).toBeVisible();

  await openShelf(page);
  // The list is re-read after the import.
  await expect(page.getByRole("heading", { name: "From outside" })).toBeVisible();
  const count = await page.getByRole("heading", { name: /^Shelf/ }).textContent();
  const buffer = Buffer.from("@4 RLRRx2500\n".repeat(1_000));
  await page.getByLabel("File to import").setInputFiles({ name: "large.txt", mimeType: "text/plain", buffer });
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("Reading the file…")).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole("heading", { name: /^Shelf/ })).toHaveText(count ?? "");
});
