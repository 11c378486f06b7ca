import { type Cell, insertCells } from "~/core";
import { type BenchHandle, workOut } from "./bench";
import { chooseCells } from "./choice";

/** Puts a cell in after a cell of the line, at its end for null, and chooses it. Says what it did, or why it did not. */
export function putInCell(
  bench: BenchHandle,
  { name, cell }: { readonly name: string; readonly cell: Cell },
  after: number | null,
  say: (words: string) => void,
) {
  const before = bench.store.getState().content;
  const last = workOut(before).timeline.cells.length - 1;
  const at = Math.min(after ?? last, last);
  if (!bench.editLine((line) => insertCells(line, at, [cell]))) {
    say(`Mend the line first, then put in “${name}”: your text is kept as it is.`);
    return;
  }
  const content = bench.store.getState().content;
  if (content === before) {
    say(`“${name}” cannot go there: the line would be too long, or its shared slots are not exact at this rate.`);
    return;
  }
  chooseCells(workOut(content).timeline, { from: at + 1, to: at + 1 });
  say(`“${name}” is cell ${at + 2} now.`);
}
