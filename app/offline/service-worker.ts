/// <reference lib="webworker" />
/**
 * Keeps the whole app in the browser after the first visit. Everything comes from what was kept when this version was
 * installed; the network is asked for what is not there. A new version is kept beside the old one and waits until a page
 * asks for it.
 */

import { clientsClaim, setCacheNameDetails } from "workbox-core";
import { matchPrecache, type PrecacheEntry, precache } from "workbox-precaching";
import { registerRoute } from "workbox-routing";
import { isSameDocument } from "./documents";

declare const self: ServiceWorkerGlobalScope & {
  /** Whose book it is, put in front by the server. */
  readonly BOOK?: string;
};

const PREFIX = "dime-stack-";
/** How many versions stay: a page that is still open goes on with its own. */
const VERSIONS = 2;

// The build puts the list in.
const kept = self.__WB_MANIFEST as (PrecacheEntry & { readonly revision: string | null })[];
const version = kept.find(({ url }) => url === "/")?.revision ?? "0";
const cacheName = `${PREFIX}${self.BOOK ?? "own"}-${version}`;
setCacheNameDetails({ precache: cacheName, prefix: "", suffix: "" });
precache(kept);

const urls = kept.map(({ url }) => new URL(url, self.location.origin));
const documents = urls.filter(({ pathname }) => !pathname.includes("."));
const data = urls.filter(({ pathname }) => pathname.endsWith(".data"));

async function keptOr(request: Request, url: URL | undefined): Promise<Response> {
  const found = url && (await matchPrecache(url.pathname + url.search));
  return found ?? fetch(request);
}

// What ships is the same for every fill, so that one document serves them all.
registerRoute(
  ({ request }) => request.mode === "navigate",
  ({ request, url }) =>
    keptOr(
      request,
      documents.find(({ pathname }) => isSameDocument(pathname, url.pathname)),
    ),
);
registerRoute(
  ({ url, request }) =>
    request.method === "GET" && url.origin === self.location.origin && url.pathname.endsWith(".data"),
  ({ request, url }) =>
    keptOr(
      request,
      data.find(({ searchParams }) => searchParams.get("_routes") === url.searchParams.get("_routes")),
    ),
);
// Files of any version that is kept.
registerRoute(
  ({ url }) => url.origin === self.location.origin && url.pathname !== "/service-worker.js",
  async ({ request, url }) =>
    (await caches.match(request, { ignoreVary: true })) ?? (await matchPrecache(url.pathname)) ?? fetch(request),
);

self.addEventListener("message", ({ data: asked }) => {
  if (asked?.type === "use-now") void self.skipWaiting();
});
self.addEventListener("activate", (event) => event.waitUntil(forgetOld()));
// Only the first version takes over a page that is open: it has nothing before it that could be disturbed.
if (!self.registration.active) clientsClaim();

/** Keeps this version and the one before it. */
async function forgetOld() {
  const others = (await caches.keys()).filter((name) => name.startsWith(PREFIX) && name !== cacheName);
  // In the order in which they were made.
  for (const name of others.slice(0, Math.max(0, others.length - (VERSIONS - 1)))) await caches.delete(name);
}
