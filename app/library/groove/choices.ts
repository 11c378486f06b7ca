/** The grooves that a fill may sit in: those that ship, and the player's own. */

import type { Groove } from "~/core/groove";
import { readStickLine } from "~/core/line";
import type { Bpm, Meter } from "~/core/time";
import { listRows } from "~/data/rows";
import type { BookDatabase } from "../database";
import { toFeel } from "../phrase/setting";
import type { GrooveContent } from "./content";
import { toGroove } from "./groove";

/** A groove as the server sends it. */
export interface ShippedGroove extends Pick<GrooveContent, "feel"> {
  readonly id: string;
  readonly name: string;
  readonly meter: { readonly beats: number; readonly unit: number };
  readonly line: string;
  readonly slowest: number;
  readonly fastest: number;
}

export interface GrooveChoice {
  readonly id: string;
  readonly name: string;
  /** One that ships is for a right-handed player; an own one is as its player wrote it. */
  readonly groove: Groove;
  readonly isOwn: boolean;
  readonly slowest: Bpm;
  readonly fastest: Bpm;
}

/** Own ones first, the last edited first. */
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

/** Those that ship, as choices. */
export function readGrooves(shipped: readonly ShippedGroove[]): GrooveChoice[] {
  return shipped.flatMap(({ id, name, meter, line: text, slowest, fastest, feel }) => {
    const { line } = readStickLine(text);
    const groove = line && { meter: meter as Meter, line, feel: toFeel(feel) };
    return groove ? [{ id, name, groove, isOwn: false, slowest: slowest as Bpm, fastest: fastest as Bpm }] : [];
  });
}
