import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { downloadOf, NEWCOMER, openLine, openShelf, stackOf } from "./support";

/** While set, nothing can be written: the disk is full. */
const setFull = (page: Page, isFull: boolean) =>
  page.evaluate((full) => Object.assign(window, { isDiskFull: full }), isFull);

function fillDisk() {
  const { put } = IDBObjectStore.prototype;
  IDBObjectStore.prototype.put = function (...given: Parameters<typeof put>) {
    if ((window as { isDiskFull?: boolean }).isDiskFull) throw new DOMException("no room", "QuotaExceededError");
    return put.apply(this, given);
  };
}

test("a full disk is reported, a copy can be downloaded, and saving resumes once there is room", async ({ page }) => {
  await page.addInitScript(fillDisk);
  const { line, saved } = await openLine(page, "@4 RLRL");
  await expect(saved).toBeVisible();
  await setFull(page, true);
  await line.fill("@4 RLRLKK");
  const alert = page.getByRole("alert");
  await expect(alert).toContainText("The browser's storage is full.");
  await expect(alert).toContainText("Your last changes are only in this tab.");
  await expect(alert).not.toContainText("safe");
  const { name } = await downloadOf(page, () => alert.getByRole("button", { name: "Download a copy" }).click());
  expect(name).toBe("rescued-fill.dimestack");
  await setFull(page, false);
  await expect(saved).toBeVisible();
  await expect(alert).toHaveCount(0);
  await page.reload();
  await expect(line).toHaveValue("@4 RLRLKK");
});

test("a database deleted meanwhile is reported, and the page's work can be restored", async ({ page, context }) => {
  const { line, saved } = await openLine(page, "@4 RLRL");
  await expect(saved).toBeVisible();
  const other = await context.newPage();
  await other.goto("/icon.svg");
  await other.evaluate(
    () =>
      new Promise((done) => {
        indexedDB.deleteDatabase("dime-stack").onsuccess = done;
      }),
  );
  await line.fill("@4 RLRLKK");
  await expect(page.getByRole("alert")).toContainText("This fill isn't in the browser's storage any more.");
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(saved).toBeVisible();
  await page.reload();
  await expect(line).toHaveValue("@4 RLRLKK");
});

test("cleared site data is reported immediately, not at the next edit", async ({ page, context }) => {
  const { line, saved } = await openLine(page, "@4 RLRL");
  await expect(saved).toBeVisible();
  const session = await context.newCDPSession(page);
  const origin = new URL(page.url()).origin;
  await session.send("Storage.clearDataForOrigin", { origin, storageTypes: "all" });
  // On a slow machine the page may also say that the storage doesn't answer yet.
  const missing = page.getByRole("alert").filter({ hasText: "This fill isn't in the browser's storage any more." });
  await expect(missing).toBeVisible();
  await expect(saved).toHaveCount(0);
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(saved).toBeVisible();
  await page.reload();
  await expect(line).toHaveValue("@4 RLRL");
});

test("an import survives garbage collection, and leaving the screen; a second file waits for the first", async ({
  page,
  context,
}) => {
  await openLine(page, "@4 RLRL");
  const session = await context.newCDPSession(page);
  const book = (many: number) => ({
    name: `${many}.dimestack`,
    mimeType: "application/json",
    buffer: Buffer.from(
      JSON.stringify({
        format: "dime-stack-book",
        version: 10,
        rudiments: Array.from({ length: many }, (_, index) => ({
          id: `r-${many}-${index}`,
          favourite: true,
          tags: [],
        })),
        ...{ flows: [], lessons: [], fills: [], cells: [], searches: [], kits: [], grooves: [], plans: [], runs: [] },
        flowRecords: [],
      }),
    ),
  });
  await page.getByRole("link", { name: "Setup" }).click();
  const input = page.getByLabel("File to import");
  await input.setInputFiles(book(3));
  const accept = page.getByRole("button", { name: "Import", exact: true });
  await expect(accept).toBeVisible();
  await input.setInputFiles(book(4));
  await expect(page.getByText("4.dimestack: waiting for the file before it.")).toBeVisible();
  for (let round = 0; round < 3; round++) await session.send("HeapProfiler.collectGarbage");
  await page.getByRole("link", { name: "Log", exact: true }).click();
  await page.getByRole("link", { name: "Setup" }).click();
  await accept.click();
  await expect(page.getByText("3.dimestack: Imported: 3 new notes on rudiments.")).toBeVisible();
  await session.send("HeapProfiler.collectGarbage");
  await accept.click();
  await expect(page.getByText("4.dimestack: Imported: 4 new notes on rudiments.")).toBeVisible();
});

test.describe("a browser that stores nothing", () => {
  test.use({ storageState: NEWCOMER });

  test("without storage", async ({ page }) => {
    await page.addInitScript(() => Object.defineProperty(window, "indexedDB", { value: undefined }));
    await page.goto("/");
    await expect(page.getByText(/This browser doesn't let Dime Stack keep anything/).first()).toBeVisible();
    await expect(page.getByText(/safe in this browser|removed for good/)).toHaveCount(0);
  });

  test("whose storage was changed by a newer version", async ({ page }) => {
    await page.goto("/icon.svg");
    await page.evaluate(
      () =>
        new Promise((done) => {
          const opening = indexedDB.open("dime-stack", 990);
          opening.onsuccess = () => {
            opening.result.close();
            done(null);
          };
        }),
    );
    await page.goto("/");
    await expect(page.getByText(/A newer version of Dime Stack has changed the storage/).first()).toBeVisible();
  });

  test("whose storage is locked by another tab with an earlier version", async ({ page, context }) => {
    const earlier = await context.newPage();
    await earlier.goto("/icon.svg");
    await earlier.evaluate(
      () =>
        new Promise((done) => {
          const opening = indexedDB.open("dime-stack", 10);
          opening.onupgradeneeded = () => {
            for (const name of ["fills", "preferences", "marks"]) opening.result.createObjectStore(name);
          };
          opening.onsuccess = () => {
            Object.assign(window, { held: opening.result });
            done(null);
          };
        }),
    );
    await page.goto("/");
    await expect(page.getByText(/Another tab has an earlier version of Dime Stack open/).first()).toBeVisible();
  });

  test("that never answers", async ({ page }) => {
    await page.addInitScript(() => {
      IDBFactory.prototype.open = () => new EventTarget() as IDBOpenDBRequest;
    });
    await page.goto("/");
    await expect(page.getByText(/The browser's storage isn't answering/).first()).toBeVisible();
  });

  test("that fails briefly, as right after a crash, is retried until it answers; nobody has to reload", async ({
    page,
  }) => {
    await page.addInitScript(() => {
      const { open } = IDBFactory.prototype;
      const began = performance.now();
      IDBFactory.prototype.open = function (...given: Parameters<typeof open>) {
        if (performance.now() - began < 6_000)
          throw new DOMException("Internal error opening backing store", "UnknownError");
        return open.apply(this, given);
      };
    });
    await page.goto("/setup");
    await page.goto("/fills");
    const { line, saved } = stackOf(page);
    await expect(line).toBeEditable();
    await line.fill("@4 RLRLKK");
    await expect(saved).toBeVisible();
  });
});

test("a damaged row is set aside, so that the Shelf opens; Setup reports it and offers a download", async ({
  page,
}) => {
  await openShelf(page);
  await page.evaluate(
    () =>
      new Promise<void>((done, failed) => {
        const opening = indexedDB.open("dime-stack");
        opening.onerror = () => failed(opening.error);
        opening.onsuccess = () => {
          const database = opening.result;
          const transaction = database.transaction("fills", "readwrite");
          const row = { id: "torn", createdAt: 1, updatedAt: 1, revision: 1, deletedAt: 0, content: null };
          transaction.objectStore("fills").put(row);
          transaction.oncomplete = () => {
            database.close();
            done();
          };
        };
      }),
  );
  await page.reload();
  await expect(page.getByRole("heading", { name: "Five, five, six" })).toBeVisible();
  await page.getByRole("link", { name: "Setup" }).click();
  await expect(page.getByText("1 item in this browser couldn't be read")).toBeVisible();
  const { name, path } = await downloadOf(page, () =>
    page.getByRole("button", { name: "Download", exact: true }).click(),
  );
  expect(name).toBe("damaged.json");
  expect(JSON.parse(await readFile(path, "utf8"))).toMatchObject([{ content: { id: "torn", content: null } }]);
});
