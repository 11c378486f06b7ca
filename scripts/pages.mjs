/** The pages of the built app: one address per screen. */
import { fileURLToPath } from "node:url";

/** Stands for any id in an address, and an address without a screen, as in app/offline/documents.ts. */
export const ANY = "any";
export const NOT_FOUND = "/nothing-here";

/** The built server side of the app. */
export async function loadServerBuild() {
  return import(fileURLToPath(new URL("../build/server/index.js", import.meta.url)));
}

/** The address of each screen; NOT_FOUND for all others. */
export function listPages(routes) {
  const pathOf = ({ path, parentId }) => [
    ...(parentId ? pathOf(routes[parentId]) : []),
    ...(path ?? "").split("/").filter(Boolean),
  ];
  const pages = Object.values(routes).flatMap((route) => {
    // Data without a page, and the frame around all pages.
    if (!route.module.default || route.id === "root") return [];
    const parts = pathOf(route);
    if (parts.includes("*")) return [NOT_FOUND];
    const isOptional = parts.at(-1)?.endsWith("?");
    const all = isOptional ? [parts.slice(0, -1), parts] : [parts];
    return all.map((one) => `/${one.map((part) => (part.startsWith(":") ? ANY : part)).join("/")}`);
  });
  return [...new Set(pages)];
}
