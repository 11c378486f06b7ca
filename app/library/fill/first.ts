/** The first fill for a newcomer, and the cookie that says this browser has a book. */

import type { BookName } from "../database";

/** Its id in each book; the demo's book has its own. */
export const FIRST_FILLS: Record<BookName, string> = { own: "first", demo: "demo-five-five-six" };

const SIGN = "dime-stack-book";
const FOR_A_YEAR = `Path=/; Max-Age=${365 * 24 * 60 * 60}; SameSite=Lax`;

/** Tells the server that there is a book here, so that it doesn't draw a newcomer's page. */
export function signBook(name: BookName): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the store for cookies is not in every browser
  document.cookie = `${SIGN}-${name}=1; ${FOR_A_YEAR}`;
  try {
    localStorage.setItem(`${SIGN}-${name}`, "1");
  } catch {
    // Then only the cookie says so.
  }
}

/**
 * For the page's first script. Some browsers forget cookies of scripts sooner than the rest: then the page came with
 * the newcomer's fill, which `data-returning` hides.
 */
export const KNOW_RETURNING = `try{let d=document.documentElement,s="${SIGN}-"+d.dataset.book;if(localStorage.getItem(s)&&!document.cookie.includes(s+"=1")){d.dataset.returning="";document.cookie=s+"=1; ${FOR_A_YEAR}"}}catch{}`;

export function hasBook(request: Request, name: BookName): boolean {
  const cookies = request.headers.get("cookie") ?? "";
  return cookies.split(/;\s*/).includes(`${SIGN}-${name}=1`);
}
