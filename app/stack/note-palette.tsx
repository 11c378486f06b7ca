import { Plus, Shuffle } from "lucide-react";
import { countSlot, type TimelineSlot } from "~/core";
import { nameSlot } from "~/words/slot";
import type { DrawerTab } from "./cell-drawer";
import type { CellRange } from "./choice";
import { useContent } from "./context";
import { NOTE_KEYS } from "./keys";

const BUTTONS: readonly (readonly { readonly id: string; readonly face: string }[])[] = [
  [
    { id: "limb-R", face: "R" },
    { id: "limb-L", face: "L" },
    { id: "limb-K", face: "K" },
    { id: "limb-H", face: "H" },
    { id: "with-K", face: "+K" },
    { id: "silence", face: "–" },
  ],
  [
    { id: "accent", face: "accent" },
    { id: "normal", face: "normal" },
    { id: "ghost", face: "ghost" },
    { id: "flam", face: "flam" },
    { id: "rim", face: "rim" },
  ],
  [
    { id: "share-2", face: "×2" },
    { id: "insert", face: "insert" },
    { id: "remove", face: "remove" },
  ],
  [
    { id: "cell-earlier", face: "earlier" },
    { id: "cell-later", face: "later" },
    { id: "duplicate", face: "again" },
    { id: "break", face: "break" },
    { id: "join", face: "join" },
  ],
];

interface NotePaletteProps {
  readonly slot: TimelineSlot | null;
  /** Cells that are chosen together; null for a note alone. */
  readonly cells: CellRange | null;
  readonly onKey: (id: string) => void;
  readonly onOpenDrawer: (tab: DrawerTab) => void;
}

/** What can be done to the chosen note and its cell, with a finger or a mouse. */
export function NotePalette({ slot, cells, onKey, onOpenDrawer }: NotePaletteProps) {
  const { countStyle, meter } = useContent();
  return (
    <div className="px-3 py-2">
      <p className="label-small mb-1.5 min-h-4">
        {slot ? (
          <>
            Cell {slot.cell + 1}, note {slot.place + 1}, counted “{countSlot(countStyle, slot, meter)}”:{" "}
            {nameSlot(slot.voiced)}
            {cells && cells.from < cells.to ? `; cells ${cells.from + 1} to ${cells.to + 1} are chosen together` : ""}
          </>
        ) : (
          "Press a note, or use the arrow keys, to change it"
        )}
      </p>
      <div role="toolbar" aria-label="Chosen note" className="flex flex-wrap gap-x-3 gap-y-1.5">
        {BUTTONS.map((group) => (
          <div key={group[0]?.id} className="join">
            {group.map(({ id, face }) => {
              const key = NOTE_KEYS.find((entry) => entry.id === id);
              return (
                <button
                  key={id}
                  type="button"
                  className="btn btn-sm join-item px-2.5 font-normal"
                  disabled={slot === null && id !== "insert"}
                  title={key ? `${key.does} (${key.keys.join(" or ")})` : undefined}
                  aria-label={key?.does}
                  onClick={() => onKey(id)}
                >
                  {face}
                </button>
              );
            })}
          </div>
        ))}
        <div className="join">
          <button
            type="button"
            className="btn btn-sm join-item px-2.5"
            title="Moves on the chosen cells (t)"
            onClick={() => onOpenDrawer("moves")}
          >
            <Shuffle size={14} aria-hidden /> Moves
          </button>
          <button
            type="button"
            className="btn btn-sm join-item px-2.5"
            title="Put in a cell of your book (c)"
            onClick={() => onOpenDrawer("cells")}
          >
            <Plus size={14} aria-hidden /> Cell
          </button>
        </div>
      </div>
    </div>
  );
}
