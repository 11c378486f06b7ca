/// <reference lib="webworker" />
/**
 * Keeps the whole app in the browser after the first visit: first what opens it and plays a fill, then the rest.
 * Everything is served from the kept version; only missing files come from the network. A new version is kept
 * completely beside the old one, and waits until a page asks for it.
 */

import { clientsClaim } from "workbox-core";
import { registerRoute } from "workbox-routing";
import { isLater, isSameDocument, NOT_FOUND } from "./documents";

declare const self: ServiceWorkerGlobalScope & {
  /** Whose book it is; prepended by the server. */
  readonly BOOK?: string;
  readonly __WB_MANIFEST: readonly { readonly url: string; readonly revision: string | null }[];
};

const PREFIX = "dime-stack-";
/** Number of versions kept: a page that is still open continues with its own. */
const VERSIONS = 2;
/** Parallel downloads: as many as a browser has connections. */
const AT_ONCE = 6;
const TRIES = 3;
/** Milliseconds before a retry. */
const TRY_AGAIN = 1_000;

// The build inserts the list.
const entries = self.__WB_MANIFEST;
const urls = entries.map(({ url }) => new URL(url, self.location.origin));
const version = entries.find(({ url }) => url === "/")?.revision ?? "0";
const cacheName = `${PREFIX}${self.BOOK ?? "own"}-${version}`;

const documents = urls.filter(({ pathname }) => !pathname.includes("."));

async function keptOf(url: URL | string): Promise<Response | undefined> {
  const { pathname, search } = new URL(url, self.location.origin);
  return (await caches.open(cacheName)).match(pathname + search, { ignoreVary: true });
}

async function listMissing(wanted: readonly URL[]): Promise<URL[]> {
  const kept = new Set((await (await caches.open(cacheName)).keys()).map(({ url }) => url));
  return wanted.filter(({ href }) => !kept.has(href));
}

async function keepOne(url: URL): Promise<void> {
  for (let left = TRIES; ; left--) {
    try {
      const response = await fetch(url);
      const isMeant = response.ok || (url.pathname === NOT_FOUND && response.status === 404);
      if (!isMeant) throw new Error(`${url.pathname}: ${response.status}`);
      // A static host may redirect to an address with a slash, and browsers refuse a redirected response for a page.
      const whole = response.redirected ? new Response(response.body, response) : response;
      await (await caches.open(cacheName)).put(url, whole);
      return;
    } catch (error) {
      if (left <= 1) throw error;
      await new Promise((done) => setTimeout(done, TRY_AGAIN));
    }
  }
}

/** Rejects if something can't be downloaded; what arrived is kept all the same. */
async function keep(wanted: readonly URL[]): Promise<void> {
  const left = await listMissing(wanted);
  const lane = async () => {
    for (let next = left.shift(); next; next = left.shift()) await keepOne(next);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
}

let keepingAll: Promise<void> | null = null;
function keepAll(): Promise<void> {
  keepingAll ??= keep(urls).finally(() => {
    keepingAll = null;
  });
  return keepingAll;
}

// One document serves all fills, since what ships is the same for each.
registerRoute(
  ({ request }) => request.mode === "navigate",
  async ({ request, url }) => {
    const known = documents.find(({ pathname }) => isSameDocument(pathname, url.pathname));
    const found = known && (await keptOf(known));
    if (found) return found;
    try {
      return await fetch(request);
    } catch (error) {
      const none = known ? undefined : await keptOf(NOT_FOUND);
      if (none) return none;
      throw error;
    }
  },
);
// Files of any kept version.
registerRoute(
  ({ url }) => url.origin === self.location.origin && url.pathname !== "/service-worker.js",
  async ({ request, url }) =>
    (await caches.match(request, { ignoreVary: true })) ?? (await keptOf(url.pathname)) ?? fetch(request),
);

// A first visit may be short, so less has to be kept before the worker is ready; a new version has time, and must never
// be used in part.
self.addEventListener("install", (event) =>
  event.waitUntil(keep(self.registration.active ? urls : urls.filter(({ pathname }) => !isLater(pathname)))),
);
self.addEventListener("message", (event) => {
  const { data: asked, ports } = event;
  if (asked?.type === "use-now") void self.skipWaiting();
  if (asked?.type === "keep-all") event.waitUntil(keepAll().catch(() => {}));
  if (asked?.type === "how-far") {
    event.waitUntil(
      listMissing(urls).then(({ length }) => ports[0]?.postMessage({ kept: urls.length - length, of: urls.length })),
    );
  }
});
self.addEventListener("activate", (event) => event.waitUntil(forgetOld()));
// Only the very first version takes over an open page: there is no earlier one to disturb.
if (!self.registration.active) clientsClaim();

/** Keeps this version and the previous one. */
async function forgetOld() {
  const others = (await caches.keys()).filter((name) => name.startsWith(PREFIX) && name !== cacheName);
  // In order of creation.
  for (const name of others.slice(0, Math.max(0, others.length - (VERSIONS - 1)))) await caches.delete(name);
}
