import { type ChildProcess, spawn } from "node:child_process";
import { createServer as createHttpServer, request, type Server } from "node:http";
import { createServer } from "node:net";
import { expect, type Page, test } from "@playwright/test";
import { exportAs, noteNumber, PORT, stackOf } from "./support";

test.use({ serviceWorkers: "allow" });

const screen = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Screens" }).getByRole("link", { name }).click();
const tab = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "This fill" }).getByRole("link", { name }).click();

/** Waits until the files that open the app are kept, and this page comes from them. */
async function opensAlone(page: Page) {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (navigator.serviceWorker.controller) return;
    await new Promise((done) => navigator.serviceWorker.addEventListener("controllerchange", done, { once: true }));
  });
}

/** Waits until everything is kept, according to Setup. */
async function kept(page: Page) {
  await opensAlone(page);
  const howFar = () =>
    page.evaluate(
      () =>
        new Promise<number>((told) => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = ({ data }) => told(data.of - data.kept);
          navigator.serviceWorker.controller?.postMessage({ type: "how-far" }, [port2]);
        }),
    );
  await expect.poll(howFar).toBe(0);
}

test("offline after one visit to the first screen: every screen, reload, play, edit, search, export", async ({
  page,
  context,
}) => {
  await page.goto("/fills");
  await expect(stackOf(page).line).toBeVisible();
  await kept(page);
  await context.setOffline(true);

  const { line, rail, play, stop, saved } = stackOf(page);
  await line.fill("@4 RLRRLK");
  await expect(saved).toBeVisible();
  await play.click();
  await expect(rail.locator("[data-playing]").first()).toBeVisible();
  await stop.click();
  await tab(page, "Floor");
  await expect(page.getByRole("region", { name: "Floor plan" })).toBeVisible();
  await tab(page, "Groove");
  await expect(page.getByRole("region", { name: "Score" }).locator("svg").first()).toBeVisible();
  await tab(page, "Shed");
  await expect(page.getByRole("region", { name: "Plan" })).toBeVisible();
  await tab(page, "Sheet");
  await expect(page.getByText("@4 RLRRLK", { exact: true })).toBeVisible();
  expect((await exportAs(page, "PDF, ready to print…")).name).toMatch(/\.pdf$/);
  await tab(page, "Stack");
  await expect(noteNumber(page.getByRole("region", { name: "Staff" }), 0).first()).toBeVisible();
  expect((await exportAs(page, "MIDI file: the fill")).name).toMatch(/\.mid$/);
  await page.reload();
  await expect(line).toHaveValue("@4 RLRRLK");
  await noteNumber(rail, 2).click();
  await page.keyboard.press("k");
  await expect(line).toHaveValue("@4 RLKRLK");

  await screen(page, "Cells");
  await expect(page.getByRole("heading", { name: "Cells", exact: true })).toBeAttached();
  await screen(page, "Fit");
  await page.getByRole("textbox", { name: "Add a typed cell" }).fill("RLRR");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "How many ways" })).toContainText(/[1-9]\d* ways?/);
  await screen(page, "Shelf");
  await page.getByRole("button", { name: "Starter course" }).click();
  await expect(page.getByRole("img", { name: /^Page 1 of/ })).toBeVisible();
  await screen(page, "Log");
  await expect(page.getByRole("heading", { name: "Log" })).toBeVisible();
  await screen(page, "Setup");
  await expect(page.getByText("Dime Stack is ready to work offline.")).toBeVisible();
  await screen(page, "Shelf");
  await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
  for (const path of ["/", "/log", "/setup", "/cells", "/fit", "/flow", "/fills"]) {
    await page.goto(path);
    await expect(page.getByRole("navigation", { name: "Screens" })).toBeVisible();
    await expect(page.getByText(/couldn't be fetched/)).toHaveCount(0);
  }
  await page.goto("/SETUP");
  await expect(page.getByRole("heading", { name: "Setup" })).toBeVisible();
  for (const path of ["/nope", "/fills//stack", "/a/b/c/d"]) {
    await page.goto(path);
    await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
  }
  await page.getByRole("link", { name: "Go to the Shelf" }).click();
  await expect(page.getByRole("heading", { name: /^Shelf/ })).toBeVisible();
});

/** This test's own server, which it can stop. */
async function serve(port: number, book: "own" | "demo"): Promise<ChildProcess> {
  const server = spawn("node", ["server/serve.mjs"], {
    env: { ...process.env, PORT: String(port), DIME_BOOK: book },
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise((ready) => server.stdout?.once("data", ready));
  return server;
}

function freePort(): Promise<number> {
  return new Promise((found) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => found(typeof address === "object" && address ? address.port : 0));
    });
  });
}

function stopped(server: ChildProcess): Promise<unknown> {
  const gone = new Promise((done) => server.once("exit", done));
  server.kill("SIGTERM");
  return gone;
}

/** Between the browser and the tests' server; refuses connections while `isGone` returns true. */
async function standBetween(port: number, isGone: (path: string) => boolean): Promise<Server> {
  const between = createHttpServer((asked, answer) => {
    if (isGone(asked.url ?? "")) return asked.socket.destroy();
    const { method, url: path, headers } = asked;
    request({ port: PORT, host: "127.0.0.1", method, path, headers }, (found) => {
      answer.writeHead(found.statusCode ?? 500, found.headers);
      found.pipe(answer);
    }).end();
  });
  await new Promise<void>((ready) => between.listen(port, "127.0.0.1", ready));
  return between;
}

test("a server that dies during the first visit: the fill opens and plays, and the rest loads once it is back", async ({
  browser,
}) => {
  const port = await freePort();
  let isLost = (path: string) => /\/assets\/(cymbals|letters)-/.test(path);
  const between = await standBetween(port, (path) => isLost(path));
  const context = await browser.newContext({ serviceWorkers: "allow" });
  try {
    const page = await context.newPage();
    await page.goto(`http://127.0.0.1:${port}/`);
    const { line, rail, play, stop } = stackOf(page);
    await expect(line).toBeVisible();
    await opensAlone(page);
    isLost = () => true;
    await page.reload();
    await line.fill("@4 RLRRLK");
    await play.click();
    await expect(rail.locator("[data-playing]").first()).toBeVisible();
    await stop.click();
    await screen(page, "Setup");
    await expect(
      page.getByText(/^Fills work offline already\. The rest is being kept: \d+ of \d+ files\./),
    ).toBeVisible();
    isLost = () => false;
    await page.reload();
    await expect(page.getByText("Dime Stack is ready to work offline.")).toBeVisible();
  } finally {
    await context.close();
    between.closeAllConnections();
    between.close();
  }
});

test("a new version is offered, waits, and is used on request; meanwhile the page continues", async ({ browser }) => {
  const port = await freePort();
  let server = await serve(port, "own");
  try {
    const page = await (await browser.newContext({ serviceWorkers: "allow" })).newPage();
    await page.goto(`http://127.0.0.1:${port}/`);
    const { line, saved } = stackOf(page);
    await expect(line).toBeVisible();
    await kept(page);
    await line.fill("@4 RLRRLK");
    await expect(saved).toBeVisible();
    await expect(page.getByText(/A new version/)).toHaveCount(0);
    await stopped(server);
    // Another version of the worker: this server's pages open another book.
    server = await serve(port, "demo");
    await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
    await expect(page.getByText("A new version of Dime Stack is ready.")).toBeVisible();
    await expect(line).toHaveValue("@4 RLRRLK");
    await tab(page, "Floor");
    await expect(page.getByRole("region", { name: "Floor plan" })).toBeVisible();
    await page.reload();
    await expect(page.locator("html")).toHaveAttribute("data-book", "own");
    await page.getByRole("button", { name: "Reload", exact: true }).click();
    await expect(page.locator("html")).toHaveAttribute("data-book", "demo");
  } finally {
    await stopped(server);
  }
});

test("the app can be installed: manifest, icons, file types", async ({ request }) => {
  const html = await (await request.get("/setup")).text();
  const [, href] = /<link rel="manifest"[^>]*href="([^"]+)"/.exec(html) ?? [];
  const manifest = await (await request.get(href ?? "")).json();
  expect(manifest).toMatchObject({ name: "Dime Stack", display: "standalone" });
  for (const { src, type } of manifest.icons) {
    const icon = await request.get(src);
    expect(icon.headers()["content-type"]).toBe(type);
  }
  expect(Object.values(manifest.file_handlers[0].accept).flat()).toContain(".dimestack");
  const worker = await request.get("/service-worker.js");
  expect(worker.headers()["cache-control"]).toBe("no-cache");
});
