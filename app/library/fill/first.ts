/** The fill that a newcomer is taken to, and the sign that this browser has a book already. */

import { addRow, getRow } from "~/data/rows";
import type { BookDatabase, BookName } from "../database";
import { isFirstTime } from "../marks";
import { loadPreferences } from "../preferences";
import type { FillContent } from "./content";
import { turnForHands } from "./fills";

/** Its id in each book; the demo's book has one of its own. */
export const FIRST_FILLS: Record<BookName, string> = { own: "first", demo: "demo-five-five-six" };

/** Whether somebody is here for the first time. From then on their first fill is in the book. */
export async function welcome(
  book: BookDatabase,
  name: BookName,
  loadStarter: () => Promise<FillContent>,
): Promise<boolean> {
  if (!(await isFirstTime(book, "welcomed"))) return false;
  // Who came by somebody's link has something to begin with.
  if ((await book.fills.count()) > 0) return false;
  const id = FIRST_FILLS[name];
  if (!(await getRow(book.fills, id))) {
    const { hands } = await loadPreferences(book);
    await addRow(book.fills, turnForHands(await loadStarter(), hands), id);
  }
  return true;
}

const SIGN = "dime-stack-book";
const YEAR = 365 * 24 * 60 * 60;

/** Tells the server that there is a book here, so that it does not draw a newcomer's page. */
export function signBook(name: BookName): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the store for cookies is not in every browser
  document.cookie = `${SIGN}-${name}=1; Path=/; Max-Age=${YEAR}; SameSite=Lax`;
}

export function hasBook(request: Request, name: BookName): boolean {
  const cookies = request.headers.get("cookie") ?? "";
  return cookies.split(/;\s*/).includes(`${SIGN}-${name}=1`);
}
