/** The first fill for a newcomer, and the cookie that says this browser has a book. */

import type { BookName } from "../database";

/** Its id in each book; the demo's book has its own. */
export const FIRST_FILLS: Record<BookName, string> = { own: "first", demo: "demo-five-five-six" };

const SIGN = "dime-stack-book";
const YEAR = 365 * 24 * 60 * 60;

/** Tells the server that there is a book here, so that it doesn't draw a newcomer's page. */
export function signBook(name: BookName): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the store for cookies is not in every browser
  document.cookie = `${SIGN}-${name}=1; Path=/; Max-Age=${YEAR}; SameSite=Lax`;
}

export function hasBook(request: Request, name: BookName): boolean {
  const cookies = request.headers.get("cookie") ?? "";
  return cookies.split(/;\s*/).includes(`${SIGN}-${name}=1`);
}
