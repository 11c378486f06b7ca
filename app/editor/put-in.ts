import { insertCells } from "~/core/line";
import type { Cell } from "~/core/moves";
import { FIX_LINE_FIRST } from "~/words/editing";
import type { Chooser } from "./choice";
import type { PhraseEditor } from "./editor";

/** Inserts a cell after a cell of the line (null for the end) and chooses it. Reports what it did, or why not. */
export function putInCell(
  editor: PhraseEditor,
  chooser: Chooser,
  { name, cell }: { readonly name: string; readonly cell: Cell },
  after: number | null,
  say: (words: string) => void,
) {
  const before = editor.store.getState().content;
  const last = editor.worked().timeline.cells.length - 1;
  const at = Math.min(after ?? last, last);
  if (!editor.editLine((line) => insertCells(line, at, [cell]))) return say(FIX_LINE_FIRST);
  if (editor.store.getState().content === before) {
    return say(
      `“${name}” doesn't fit there: the line would be too long, or its split notes can't be written in this note value.`,
    );
  }
  chooser.chooseCells(editor.worked().timeline, { from: at + 1, to: at + 1 });
  say(`“${name}” is now cell ${at + 2}.`);
}
