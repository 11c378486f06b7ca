/** The whole app without a browser: real routes, loaders, database and workers, but no layout, sound or network. */

import type { RouteConfigEntry } from "@react-router/dev/routes";
import { type ComponentType, createElement } from "react";
import { createRoot, type Root } from "react-dom/client";
import {
  createBrowserRouter,
  type LoaderFunctionArgs,
  type RouteObject,
  RouterProvider,
  useLoaderData,
  useParams,
  useRouteError,
} from "react-router";
import { vi } from "vitest";
import table from "~/routes";

type Answer = (args: Record<string, unknown>) => unknown;

/** What a module in routes/ may export. */
interface RouteModule {
  readonly default?: ComponentType<Record<string, unknown>>;
  readonly loader?: Answer;
  readonly clientLoader?: Answer;
  readonly clientAction?: Answer;
  readonly ErrorBoundary?: ComponentType<{ readonly error: unknown }>;
  readonly shouldRevalidate?: RouteObject["shouldRevalidate"];
}

const MODULES = import.meta.glob<RouteModule>(["../routes/**/*.{ts,tsx}", "../root.tsx"]);

async function loadModule(file: string): Promise<RouteModule> {
  const load = MODULES[`../${file}`];
  if (!load) throw new Error(`no route at ${file}`);
  return load();
}

/** The client's loader, with the server's behind it; server data is copied, as if sent. */
function answer(client?: Answer, server?: Answer) {
  if (!client && !server) return undefined;
  return async (args: LoaderFunctionArgs) => {
    const serverLoader = async () => structuredClone(await server?.({ ...args, context: {} }));
    return client ? client({ ...args, serverLoader }) : serverLoader();
  };
}

async function makeRoute({ id, path, index, file, children }: RouteConfigEntry): Promise<RouteObject> {
  const module = await loadModule(file);
  const { default: Page, ErrorBoundary } = module;
  const shared = {
    id: id ?? file.replace(/\.tsx?$/, ""),
    path,
    shouldRevalidate: module.shouldRevalidate,
    loader: answer(module.clientLoader, module.loader),
    action: answer(module.clientAction),
    Component: Page ? () => createElement(Page, { loaderData: useLoaderData(), params: useParams() }) : undefined,
    ErrorBoundary: ErrorBoundary ? () => createElement(ErrorBoundary, { error: useRouteError() }) : undefined,
  };
  if (index) return { ...shared, index };
  return { ...shared, children: children && (await Promise.all(children.map(makeRoute))) };
}

let tree: Promise<RouteObject> | null = null;
let open: { readonly root: Root; readonly router: ReturnType<typeof createBrowserRouter> } | null = null;

/** Opens an address as if typed into a tab that showed something else before. */
export async function openApp(address: string): Promise<void> {
  leaveApp();
  tree ??= makeRoute({ id: "root", path: "", file: "root.tsx", children: table });
  const route = await tree;
  window.history.pushState(null, "", address);
  const place = document.body.appendChild(document.createElement("div"));
  open = { root: createRoot(place), router: createBrowserRouter([route]) };
  open.root.render(createElement(RouterProvider, { router: open.router }));
}

/** Closes the page, like closing its tab. */
export function leaveApp(): void {
  if (!open) return;
  window.dispatchEvent(new Event("pagehide"));
  open.root.unmount();
  open.router.dispose();
  open = null;
  document.body.replaceChildren();
}

/** The server's responses to fetches. */
export async function fetchFromServer(input: RequestInfo | URL): Promise<Response> {
  const { pathname } = new URL(input instanceof Request ? input.url : input, window.location.href);
  const found = table.find(({ path }) => `/${path}` === pathname);
  const { loader } = found ? await loadModule(found.file) : {};
  if (!loader) return new Response(null, { status: 404 });
  const data = await loader({ request: new Request(window.location.href), params: {}, context: {} });
  return data instanceof Response ? data : Response.json(data);
}

/** From here on, the server serves this book. */
export function serveBook(name: "own" | "demo"): void {
  vi.stubEnv("DIME_BOOK", name);
  document.documentElement.dataset.book = name;
}
