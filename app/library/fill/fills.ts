/** Fills as a whole: new ones, copies, the one to continue with, and blank ones that nobody needs. */

import { formatLine } from "~/core/line";
import { mirrorLine } from "~/core/phrase";
import { flushSaves } from "~/data/autosave";
import { addRow, amendRow, getRow, listRows } from "~/data/rows";
import { isSame } from "~/data/same";
import { currentBook } from "../current";
import type { BookDatabase, FillRow } from "../database";
import { lastValidLine, MAX_TAGS } from "../phrase/phrase";
import type { Handedness, Preferences } from "../preferences";
import { loadPreferences } from "../preferences-store";
import { openFillId } from "./address";
import { type FillContent, makeContent } from "./content";
import { FILLS } from "./kind";

const BLANK = "@4";

function makeBlank({ countStyle }: Pick<Preferences, "countStyle">): FillContent {
  return makeContent({ text: BLANK, countStyle, groove: "straight-eighths" });
}

export async function addBlankFill(book: BookDatabase): Promise<FillRow> {
  await listFills(book);
  return addRow(book.fills, makeBlank(await loadPreferences(book)));
}

/** All fills, last edited first. Permanently removes new ones in which nothing was ever typed. */
export async function listFills(book: BookDatabase): Promise<FillRow[]> {
  const rows = await listRows(book.fills);
  const blank = new Set(rows.filter(isBlank).map(({ id }) => id));
  if (blank.size === 0) return rows;
  return book.transaction("rw", book.fills, book.journal, async () => {
    // Another tab may be typing into one of them right now.
    const now = await listRows(book.fills);
    const begun = new Set((await book.journal.toArray()).map((entry) => entry.of));
    const gone = new Set(
      now.filter((row) => isBlank(row) && !begun.has(FILLS.journal.nameOf(row.id))).map(({ id }) => id),
    );
    await book.fills.bulkDelete([...gone]);
    return now.filter(({ id }) => !gone.has(id));
  });
}

function isBlank({ revision, content }: FillRow): boolean {
  return revision === 1 && content.text === BLANK && isSame(content, makeBlank(content));
}

/** This tab's open fill, otherwise the last edited one; null if the shelf is empty. */
export async function latestFillId(): Promise<string | null> {
  // A fill being edited counts as edited.
  await flushSaves();
  const book = await currentBook();
  const open = await getRow(book.fills, openFillId() ?? "");
  if (open && open.deletedAt === 0) return open.id;
  const [latest] = await listRows(book.fills);
  return latest?.id ?? null;
}

/** Tags fills, whatever else has changed in them. Returns how many got the tag. */
export async function tagFills(book: BookDatabase, ids: readonly string[], tag: string): Promise<number> {
  return book.transaction("rw", book.fills, async () => {
    let tagged = 0;
    for (const id of ids) {
      const tags = (await getRow(book.fills, id))?.content.tags;
      if (!tags || tags.includes(tag) || tags.length >= MAX_TAGS) continue;
      await amendRow(book.fills, id, { tags: [...tags, tag] });
      tagged++;
    }
    return tagged;
  });
}

/** Shipped content, led by the player's leading hand. */
export function turnForHands(content: FillContent, hands: Handedness): FillContent {
  if (hands !== "left") return content;
  const text = formatLine(mirrorLine(lastValidLine(content)));
  return { ...content, text, goodText: text };
}
