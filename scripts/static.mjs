/**
 * After the app's build: writes each screen's page as a file, so that any static host can serve build/client. The pages
 * are the server's own, with hashes in the policy instead of a nonce.
 */
import { createHash } from "node:crypto";
import { mkdirSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { createRequestHandler } from "react-router";
import { ANY, listPages, loadServerBuild, NOT_FOUND } from "./pages.mjs";

const CLIENT = fileURLToPath(new URL("../build/client", import.meta.url));
/**
 * The newcomer's first page, the cookie of a browser with a book, and the page of any fill: see library/fill/first.ts.
 */
const FIRST = "/fills/first/stack";
const HAS_BOOK = "dime-stack-book-own=1";
const NEWCOMER = "/fills/first/newcomer";
const ANY_FILL = `/fills/${ANY}/stack`;

const handle = createRequestHandler(await loadServerBuild(), "production");

/** A page from the server without its nonce, and its policy for a static file. */
async function render(path, headers = {}) {
  // Crawlers get the page in one piece.
  const request = new Request(`http://localhost${path}`, { headers: { "User-Agent": "bot", ...headers } });
  const response = await handle(request);
  const policy = response.headers.get("Content-Security-Policy");
  if (!policy) throw new Error(`${path} has no policy`);
  return {
    html: (await response.text()).replaceAll(/ nonce="[^"]*"/g, ""),
    // Browsers ignore frame-ancestors in a page, so the host must send it.
    policyFor: (hashes) => policy.replace(/'nonce-[^']*'/, hashes.join(" ")).replace("; frame-ancestors 'none'", ""),
  };
}

/** It comes first, because browsers look for it only in the first kilobyte. */
const CHARSET = /<meta charset="utf-8"\/>/i;

function hashOf(script) {
  return `'sha256-${createHash("sha256").update(script).digest("base64")}'`;
}

/** The hashes of a page's inline scripts. */
function hashesOf(html) {
  return [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(([, script]) => hashOf(script));
}

/** The page must look as the app will draw it: without these two elements, and without a slash added by the host. */
const CLEAN_UP = `document.currentScript.previousSibling.remove();document.currentScript.remove();if(/.\\/$/.test(location.pathname))history.replaceState(history.state,"",location.pathname.replace(/\\/+$/,"")+location.search+location.hash);`;

/** Writes a page with its policy, and returns its scripts' hashes. `begin` runs before anything else. */
function writePage(path, { html, policyFor }, begin = "", alsoAllowed = []) {
  const script = CLEAN_UP + begin;
  const hashes = [...hashesOf(html), hashOf(script)];
  const policy = policyFor([...new Set([...hashes, ...alsoAllowed])]);
  const head = `<meta http-equiv="Content-Security-Policy" content="${policy}"/><script>${script}</script>`;
  const file = join(CLIENT, path);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(
    file,
    html.replace(CHARSET, (charset) => charset + head),
  );
  return hashes;
}

/** Writes a page that replaces itself with another one; `choose` is an expression for its address. */
function writeChooser(path, choose, hashes, policyFor) {
  const show = `(async()=>{const text=await(await fetch(${choose})).text();document.open();document.write(text);document.close()})().catch(()=>{document.body.textContent="This page couldn't be loaded. Check your connection, and reload."})`;
  const html = `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"/><meta name="viewport" content="width=device-width"/><meta name="color-scheme" content="light dark"/><title>Dime Stack</title></head><body><noscript>Dime Stack needs JavaScript.</noscript></body></html>`;
  writePage(path, { html, policyFor }, show, hashes);
}

const { routes } = await loadServerBuild();
const paths = listPages(routes);
const pages = await Promise.all(paths.map(async (path) => [path, await render(path)]));
const [[, { policyFor }]] = pages;

// The page the server sends to visitors without a book, and its version for phones.
const phonePage = `navigator.userAgentData?.mobile?"${NEWCOMER}/phone/":"${NEWCOMER}/"`;
const toFirst = `history.replaceState(history.state,"","${FIRST}");`;
const allowed = [
  writePage(`${NEWCOMER}/index.html`, await render(FIRST), toFirst),
  writePage(`${NEWCOMER}/phone/index.html`, await render(FIRST, { "Sec-CH-UA-Mobile": "?1" }), toFirst),
  ...pages.map(([path, page]) => {
    const begin = path === "/" ? `if(!document.cookie.includes("${HAS_BOOK}"))location.replace(${phonePage});` : "";
    return writePage(`${path}/index.html`, page, begin);
  }),
].flat();
// A visitor with a book must not see the newcomer's fill.
writeChooser(
  `${FIRST}/index.html`,
  `document.cookie.includes("${HAS_BOOK}")?"${ANY_FILL}/":${phonePage}`,
  allowed,
  policyFor,
);
// The host's answer where there is no file, for example at the address of a user's own fill.
const parts = `location.pathname.toLowerCase().split("/")`;
const isMeant = `one.split("/").length===${parts}.length&&one.split("/").every((part,at)=>part===${parts}[at]||part==="${ANY}"&&${parts}[at])`;
writeChooser("404.html", `(${JSON.stringify(paths)}.find((one)=>${isMeant})??"${NOT_FOUND}")+"/"`, allowed, policyFor);
console.log(`Pages for a static host: ${paths.length + 4}`);
