import { useState } from "react";
import type { Meter } from "~/core/time";
import type { Unsaved } from "~/data/journal";
import type { AskedCell, CellDraftContent } from "~/library/cell/content";
import type { BookEntry } from "~/library/cell/entries";
import type { CellRow, FillRow } from "~/library/database";
import { CELL_ACTS } from "~/messages/acts";
import type { CellMessages } from "~/messages/cells";
import { useMessages } from "~/messages/use-messages";
import { usePlayer } from "~/session/player";
import { BookList } from "./book-list";
import type { SetAside } from "./compare";
import { Desk } from "./desk";

export interface CellsScreenProps {
  readonly entries: readonly BookEntry[];
  readonly bin: readonly CellRow[];
  /** The open entry, "new" for a typed sticking, or a deleted cell. */
  readonly open: BookEntry | "new" | { readonly binned: CellRow };
  /** Earlier unsaved work on it. */
  readonly unsaved: Unsaved<CellDraftContent> | null;
  /** A sticking sent to this screen. */
  readonly asked: AskedCell | null;
  /** The meters of the player's fills, and 4/4. */
  readonly meters: readonly Meter[];
  /** The fill a cell can be inserted into. */
  readonly latest: FillRow | null;
}

/** The book on one side, one large cell in the middle, and the bench of moves beside it. */
export function CellsScreen(props: CellsScreenProps) {
  const { entries, bin, open } = props;
  const { send } = useMessages<CellMessages>("/cells", CELL_ACTS);
  const openId = open === "new" ? "new" : "binned" in open ? open.binned.id : open.id;
  const [aside, setAside] = useState<SetAside | null>(null);
  const [isUnfolded, setUnfolded] = useState(false);
  const strongHand = usePlayer().hands.leading;
  const restore = (id: string) => send("restore", { id });
  const book = <BookList entries={entries} bin={bin} strongHand={strongHand} onRestore={restore} />;
  return (
    <main className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 grid gap-3 items-start lg:grid-cols-[15.5rem_minmax(0,1fr)] xl:grid-cols-[15.5rem_minmax(0,1fr)_23.5rem]">
      <h1 className="sr-only">Cells</h1>
      <details className="lg:hidden panel px-3 py-2" onToggle={({ currentTarget }) => setUnfolded(currentTarget.open)}>
        <summary className="cursor-pointer font-semibold">All {entries.length} cells</summary>
        {/* As many elements as the rest of the screen together: drawn on request. */}
        {isUnfolded ? <div className="mt-2">{book}</div> : null}
      </details>
      <div className="hidden lg:flex flex-col sticky top-3 max-h-[calc(100dvh-1.5rem)]">{book}</div>
      {open !== "new" && "binned" in open ? (
        <div className="panel p-6 flex flex-col items-start gap-3">
          <h2 className="text-2xl">{open.binned.content.name || "This cell"} is in the bin</h2>
          <p className="quiet">It stays there for 30 days of use. Nothing you made from it has changed.</p>
          <button type="button" className="btn btn-primary" onClick={() => restore(openId)}>
            Restore this cell
          </button>
        </div>
      ) : (
        <Desk key={openId} {...props} entry={open === "new" ? null : open} aside={aside} setAside={setAside} />
      )}
    </main>
  );
}
