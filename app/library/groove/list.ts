import { listRows } from "~/data/rows";
import type { BookDatabase } from "../database";
import { type GrooveChoice, readGrooves, type ShippedGroove } from "./choices";
import { toGroove } from "./groove";

/** All grooves available to a fill. Own ones first, last edited first. */
export async function listGrooves(book: BookDatabase, shipped: readonly ShippedGroove[]): Promise<GrooveChoice[]> {
  const own = await listRows(book.grooves);
  return [
    ...own.map(({ id, content }) => ({
      id,
      name: content.name || "Untitled groove",
      groove: toGroove(content),
      isOwn: true,
      slowest: content.slowest,
      fastest: content.fastest,
    })),
    ...readGrooves(shipped),
  ];
}
