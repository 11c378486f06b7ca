import { spawnSync } from "node:child_process";
import { connect } from "node:net";
import { gzipSync } from "node:zlib";
import { expect, test } from "@playwright/test";
import { DEMO_PORT, PORT } from "./support";

test("documents and files carry the security headers", async ({ request }) => {
  const page = await request.get("/");
  const policy = page.headers()["content-security-policy"] ?? "";
  expect(policy).toContain("default-src 'none'");
  expect(policy).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]{20,}'/);
  expect(policy).not.toContain("unsafe");
  const other = (await request.get("/")).headers()["content-security-policy"];
  expect(other).not.toBe(policy);
  for (const response of [page, await request.get("/icon.svg")]) {
    expect(response.headers()["x-content-type-options"]).toBe("nosniff");
    expect(response.headers()["referrer-policy"]).toBe("no-referrer");
    expect(response.headers()["x-frame-options"]).toBe("DENY");
    expect(response.headers()["x-powered-by"]).toBeUndefined();
  }
});

test("a file is sent compressed to clients that accept it, plain to others, and cached", async ({ request }) => {
  const html = await (await request.get("/fills/any/stack")).text();
  const [, path = ""] = /<link rel="modulepreload"[^>]*href="([^"]+)"/.exec(html) ?? [];
  const ask = async (headers: Record<string, string>) => {
    const response = await request.get(path, { headers });
    return { status: response.status(), body: await response.text(), ...response.headers() } as Record<string, unknown>;
  };
  const [small, plain] = [await ask({ "accept-encoding": "br" }), await ask({ "accept-encoding": "identity" })];
  expect([small["content-encoding"], plain["content-encoding"]]).toEqual(["br", undefined]);
  expect(small.body).toBe(plain.body);
  expect(Number(small["content-length"])).toBeLessThan(Number(plain["content-length"]) / 2);
  for (const one of [small, plain]) {
    expect(one.vary).toBe("Accept-Encoding");
    expect(one["cache-control"]).toMatch(/immutable/);
  }
  expect((await ask({ "accept-encoding": "br", "if-none-match": String(small.etag) })).status).toBe(304);
});

test("part of a file is sent for a valid range, otherwise the whole", async ({ request }) => {
  const whole = (await (await request.get("/icon.svg")).body()).length;
  for (const [range, status, length] of [
    ["bytes=2-5", 206, 4],
    ["bytes=2-", 206, whole - 2],
    ["bytes=abc", 200, whole],
    ["bytes=-", 200, whole],
    ["bytes=5-2", 200, whole],
    ["bytes=0-1,4-5", 200, whole],
    ["items=0-1", 200, whole],
    ["bytes=99999999-", 416, 0],
  ] as const) {
    const part = await request.get("/icon.svg", { headers: { range, "accept-encoding": "identity" } });
    expect([range, part.status(), (await part.body()).length]).toEqual([range, status, length]);
  }
});

test("the demo's book only exists on the demo server, and is fast for many clients at once", async ({ request }) => {
  expect((await request.get("/content/demo")).status()).toBe(404);
  const address = `http://127.0.0.1:${DEMO_PORT}/content/demo`;
  const first = await request.get(address);
  expect(first.status()).toBe(200);
  const { etag = "" } = first.headers();
  expect((await request.get(address, { headers: { "if-none-match": etag } })).status()).toBe(304);
  const plain = await request.get(address, { headers: { "accept-encoding": "identity" } });
  expect(await plain.json()).toEqual(await first.json());
  // `npm run bench -- server` measures how fast that is.
  const bodies = await Promise.all(Array.from({ length: 50 }, async () => (await fetch(address)).text()));
  expect(new Set(bodies).size).toBe(1);
});

test("an unknown address is a 404 with a way on, and so is a missing fill; a data-only address leads somewhere", async ({
  page,
}) => {
  const response = await page.goto("/no/such/place");
  expect(response?.status()).toBe(404);
  await page.getByRole("link", { name: "Go to the Shelf" }).click();
  await expect(page).toHaveURL(/\/(fills\/.*)?$/);
  await page.goto("/fills/nothing-here/stack");
  await expect(page.getByRole("heading", { name: "There is no such fill" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Go to the Shelf" })).toBeVisible();
  await page.goto("/kits");
  await expect(page.getByRole("textbox", { name: "Stick line" })).toBeVisible();
  await page.goto("/cells/book");
  await expect(page.getByRole("heading", { name: "Cells", exact: true })).toBeAttached();
});

test("the first screen's JavaScript is under 180 kB gzipped; staff and sound load later", async ({ request }) => {
  const html = await (await request.get("/fills/any/stack")).text();
  // What loads before the screen shows.
  const preloaded = [...html.matchAll(/<link rel="modulepreload"[^>]*href="([^"]+)"/g)].map(([, path]) => path ?? "");
  expect(preloaded.length).toBeGreaterThan(3);
  let total = 0;
  for (const path of preloaded) total += gzipSync(await (await request.get(path)).body()).length;
  expect(total).toBeLessThan(180_000);
  expect(preloaded.some((path) => /staff-view|player/.test(path))).toBe(false);
});

test("bad requests and settings get a short answer", async ({ request }) => {
  const posted = await request.post("/setup", { data: "x" });
  expect([posted.status(), await posted.text()]).toEqual([405, "Pages and files can only be read here.\n"]);
  for (const path of ["/assets/none.js", "/%E0%A4%A"]) {
    const answer = await request.get(path);
    expect(answer.status()).toBe(404);
    expect(await answer.text()).not.toMatch(/ at .*\.m?js:\d+/);
  }
  expect(await sayRaw("GET / HTTP/1.1\r\nHost: a b\r\nConnection: close\r\n\r\n")).toMatch(
    /^HTTP\/1\.1 400 .*which host/s,
  );
  for (const host of ["a/b", "a@b", "a:b", "a b:80", "[::1", "-:99999999", ""]) {
    expect(await sayRaw(`GET / HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)).toMatch(/^HTTP\/1\.1 400 /);
  }
  for (const [target, status] of [
    ["http://elsewhere.example/icon.svg", 200],
    ["http://elsewhere.example/setup", 200],
    ["*", 400],
    ["elsewhere:80", 400],
    ["http://", 400],
  ] as const) {
    const heard = await sayRaw(`GET ${target} HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n`);
    expect(heard).toMatch(new RegExp(`^HTTP/1\\.1 ${status} `));
    expect(heard).not.toMatch(/ at .*\.m?js:\d+/);
  }
  expect(await sayRaw("GET / HTTP/9.9\r\n\r\n")).toMatch(/^HTTP\/1\.1 400 /);
  for (const [name, value] of [
    ["PORT", "abc"],
    ["PORT", "70000"],
    ["HOST", "no.such.host.invalid"],
  ] as const) {
    const { status, stderr } = spawnSync("node", ["server/serve.mjs"], {
      env: { ...process.env, PORT: "0", [name]: value },
      encoding: "utf8",
    });
    expect(status).toBe(1);
    expect(stderr).toContain(value);
    expect(stderr.trim().split("\n")).toHaveLength(1);
  }
});

/** The server's answer to exactly these bytes. */
function sayRaw(text: string): Promise<string> {
  return new Promise((done, failed) => {
    let heard = "";
    const socket = connect(PORT, "127.0.0.1", () => socket.write(text));
    socket.setEncoding("utf8");
    socket.on("data", (part) => {
      heard += part;
    });
    socket.on("end", () => done(heard));
    socket.on("error", failed);
  });
}
