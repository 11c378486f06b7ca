/** What to export: one fill, several, or a lesson, in their current state. */

import type { PlayContext } from "~/editor/fill/score";
import { currentBook } from "~/library/current";
import type { Fill } from "~/library/fill/content";
import { makeLesson, type SavedLesson } from "~/library/lesson/content";
import { gatherWithRefs } from "~/library/transfer";
import type { PaperCell } from "~/paper/lesson-sheet";
import { setupOf } from "~/printing/page-setup";
import { paperFill, paperLesson, paperPlayer } from "~/printing/request";
import type { PlayerSession } from "~/session/player";
import type { PaperRequest } from "~/workers/paper";

export interface ExportSubject {
  /** The base of file names. */
  readonly title: string;
  readonly fills: readonly Fill[];
  readonly lesson: SavedLesson | null;
  /** The cells that the lesson refers to, by id: a name and a stick line each. */
  readonly cells: ReadonlyMap<string, PaperCell>;
  readonly stage: PlayContext;
  readonly session: PlayerSession;
}

export function nameOf({ content }: Fill): string {
  return content.name || "Untitled";
}

/** Its pages: for one fill as on its Sheet, for several as a lesson. */
export async function pagesOf({ title, fills, lesson, cells, stage, session }: ExportSubject): Promise<PaperRequest> {
  const book = await currentBook();
  const { preferences } = stage;
  const who = paperPlayer(session, preferences);
  const [first] = fills;
  if (!lesson && first && fills.length === 1) {
    const fill = await paperFill(book, first, stage);
    return { of: { kind: "fill", fill }, who, setup: setupOf(preferences, "fillParts") };
  }
  const item = lesson ?? lessonOf(title, fills);
  const scene = { fills: new Map(fills.map((fill) => [fill.id, fill])), cells, stage };
  const pages = await paperLesson(book, item, scene, lesson !== null);
  return { of: { kind: "lesson", lesson: pages }, who, setup: setupOf(preferences, "lessonParts") };
}

/** Fills in sequence, for pages only. */
function lessonOf(title: string, fills: readonly Fill[]): SavedLesson {
  const items = fills.map(({ id }) => ({
    kind: "fill" as const,
    key: id.slice(0, 40),
    of: id,
    words: "",
    from: null,
    to: null,
    day: null,
  }));
  return { id: "choice", createdAt: 0, updatedAt: 0, content: makeLesson({ name: title, items }) };
}

/** All of it in our own file format. */
export async function contentsOf({ fills, lesson }: ExportSubject) {
  const book = await currentBook();
  return lesson ? gatherWithRefs(book, "lessons", [lesson]) : gatherWithRefs(book, "fills", fills);
}
