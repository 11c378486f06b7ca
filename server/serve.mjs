/**
 * Serves the built app: `node server/serve.mjs`. PORT (default 4180) and HOST (default 127.0.0.1) set the address;
 * DIME_BOOK=demo opens the demo's book instead of the visitor's own.
 */
import "./production.mjs";
import { createHash } from "node:crypto";
import { existsSync, readFileSync } from "node:fs";
import { createServer } from "node:http";
import { fileURLToPath } from "node:url";
import { gzipSync } from "node:zlib";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";
import sirv from "sirv";

/** For every response; documents also have a content security policy. */
const SECURITY_HEADERS = {
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "no-referrer",
  "X-Frame-Options": "DENY",
  "Cross-Origin-Opener-Policy": "same-origin",
  "Cross-Origin-Resource-Policy": "same-origin",
  "Permissions-Policy": "camera=(), microphone=(), geolocation=(), midi=(self), screen-wake-lock=(self)",
};

function stop(why) {
  console.error(why);
  process.exit(1);
}

const { PORT = "4180", HOST: host = "127.0.0.1" } = process.env;
const port = Number(PORT);
if (!/^\d+$/.test(PORT) || port > 65_535) {
  stop(`PORT is “${PORT}”, which is not a port. Set it to a number from 0 to 65535.`);
}

const CLIENT = fileURLToPath(new URL("../build/client", import.meta.url));
const SERVER = new URL("../build/server/index.js", import.meta.url);
if (!existsSync(SERVER)) stop("The app isn't built yet. Run: npm run build");
const build = await import(SERVER.href);

/** The service worker, with the name of this server's book. */
const BOOK = process.env.DIME_BOOK === "demo" ? "demo" : "own";
const WORKER = "service-worker.js";
const worker = `self.BOOK=${JSON.stringify(BOOK)};\n${readFileSync(`${CLIENT}/${WORKER}`, "utf8")}`;

/** Seconds that a browser may cache a file. */
/** Milliseconds. */
const DAY = 24 * 60 * 60 * 1000;
const HOUR = 60 * 60;
const YEAR = 365 * 24 * HOUR;
const NOTHING_HERE = "There is nothing at this address.";

/** Answers with a short sentence. */
function answer(response, status, words) {
  response.status(status).type("text/plain").send(`${words}\n`);
}

/** A host name or address with an optional port: no page address could be formed from anything else. */
const HOST = /^(\[[0-9A-Fa-f:.]{2,45}\]|[A-Za-z0-9._-]{1,255})(:\d{1,5})?$/;
function isHost(name) {
  return name !== undefined && HOST.test(name) && URL.canParse(`http://${name}`);
}

/** The path of a request; null if it leads to no page. A proxy may send the full address. */
function pathOf(url) {
  if (url.startsWith("/")) return url;
  if (!/^https?:\/\//i.test(url) || !URL.canParse(url)) return null;
  const { pathname, search } = new URL(url);
  return pathname + search;
}

/** A valid range: "bytes=5-" or "bytes=5-9". Anything else gets the whole file. */
function isRange(range) {
  const [, from, to] = /^bytes=(\d{1,15})-(\d{0,15})$/.exec(range) ?? [];
  return from !== undefined && (to === "" || Number(from) <= Number(to));
}

/** The demo's book, compressed once a day. */
let demo = { day: -1, text: "", packed: Buffer.alloc(0), etag: "" };
async function demoNow() {
  const day = Math.floor(Date.now() / DAY);
  if (demo.day === day) return demo;
  const response = await build.routes["routes/demo-content"].module.loader();
  const text = await response.text();
  const packed = gzipSync(text);
  demo = { day, text, packed, etag: `"${createHash("sha256").update(packed).digest("base64url").slice(0, 22)}"` };
  return demo;
}

const app = express();
app.disable("x-powered-by");
app.use((request, response, next) => {
  response.set(SECURITY_HEADERS);
  if (!isHost(request.headers.host)) return answer(response, 400, "The request doesn't say which host it is for.");
  if (request.headers.range && !isRange(request.headers.range)) delete request.headers.range;
  if (request.method !== "GET" && request.method !== "HEAD") {
    response.set("Allow", "GET, HEAD");
    return answer(response, 405, "Pages and files can only be read here.");
  }
  next();
});
app.use(compression());
app.get(`/${WORKER}`, (_request, response) => {
  response.set("Cache-Control", "no-cache");
  response.set("Content-Security-Policy", "default-src 'none'; script-src 'self'; connect-src 'self'");
  response.type("text/javascript").send(worker);
});
if (BOOK === "demo") {
  app.get("/content/demo", async (request, response) => {
    const { text, packed, etag } = await demoNow();
    response.set({ "Cache-Control": "no-cache", ETag: etag, Vary: "Accept-Encoding" }).type("json");
    if (request.headers["if-none-match"] === etag) return response.status(304).end();
    if (!request.acceptsEncodings("gzip")) return response.send(text);
    response.set({ "Content-Encoding": "gzip", "Content-Length": packed.length }).end(packed);
  });
}
// The build compresses files once. Names under assets contain their content's hash.
app.use(
  "/assets",
  sirv(`${CLIENT}/assets`, { brotli: true, etag: true, immutable: true, maxAge: YEAR, extensions: [] }),
);
app.use("/assets", (_request, response) => answer(response, 404, NOTHING_HERE));
app.use(sirv(CLIENT, { brotli: true, etag: true, maxAge: HOUR, extensions: [] }));
app.use(createRequestHandler({ build }));
app.use((error, _request, response, next) => {
  if (response.headersSent) return next(error);
  const status = error.status >= 400 && error.status < 500 ? error.status : 500;
  if (status === 500) console.error(error);
  answer(response, status, status === 500 ? "Something went wrong here." : NOTHING_HERE);
});

const server = createServer((request, response) => {
  const path = pathOf(request.url);
  if (path === null) {
    response.writeHead(400, { ...SECURITY_HEADERS, "Content-Type": "text/plain; charset=utf-8" });
    return response.end("The request doesn't say which page it is for.\n");
  }
  request.url = path;
  app(request, response);
});
server.on("error", (error) => {
  stop(
    error.code === "EADDRINUSE" || error.code === "EACCES"
      ? `Port ${port} can't be used: ${error.message}. Set PORT to a free port.`
      : `“${host}” can't be listened on: ${error.message}. Set HOST to an address of this machine, such as 127.0.0.1.`,
  );
});
server.listen(port, host, () => {
  const address = server.address();
  const at = typeof address === "object" && address ? address.port : port;
  console.log(`Dime Stack is ready at http://${host}:${at}`);
});
for (const signal of ["SIGINT", "SIGTERM"]) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
