import { Plus, Shuffle } from "lucide-react";
import { hintOf } from "~/commands/command";
import { countSlot } from "~/core/pulse";
import type { TimelineSlot } from "~/core/timeline";
import { nameSlot } from "~/words/slot";
import type { DrawerTab } from "./cell-drawer";
import type { CellRange } from "./choice";
import { LINE_COMMANDS } from "./commands";
import { usePhrase } from "./context";
import { hintOfNote, nameOfNote, useRunNote } from "./notes";

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
    { id: "cell-earlier", face: "move back" },
    { id: "cell-later", face: "move on" },
    { id: "duplicate", face: "repeat" },
    { id: "split", face: "split" },
    { id: "join", face: "join" },
  ],
];

interface NotePaletteProps {
  readonly slot: TimelineSlot | null;
  /** Cells that are chosen together; null for a note alone. */
  readonly cells: CellRange | null;
  readonly onOpenDrawer: (tab: DrawerTab) => void;
}

/** What can be done to the chosen note and its cell, with a finger or a mouse. */
export function NotePalette({ slot, cells, onOpenDrawer }: NotePaletteProps) {
  const { countStyle, meter } = usePhrase();
  const run = useRunNote();
  return (
    <div className="px-3 py-2">
      <p className="label-small mb-1.5 min-h-4">
        {slot ? (
          <>
            Cell {slot.cell + 1}, note {slot.place + 1}, counted “{countSlot(countStyle, slot, meter)}”:{" "}
            {nameSlot(slot.voiced)}
            {cells && cells.from < cells.to ? `; cells ${cells.from + 1} to ${cells.to + 1} chosen` : ""}
          </>
        ) : (
          "Press a note to change it, or use the arrow keys"
        )}
      </p>
      <div role="toolbar" aria-label="Chosen note" className="flex flex-wrap gap-x-3 gap-y-1.5">
        {BUTTONS.map((group) => (
          <div key={group[0]?.id} className="join">
            {group.map(({ id, face }) => {
              return (
                <button
                  key={id}
                  type="button"
                  className="btn btn-sm join-item px-2.5 font-normal"
                  disabled={slot === null && id !== "insert"}
                  title={hintOfNote(id)}
                  aria-label={nameOfNote(id)}
                  onClick={() => run(id)}
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
            title={hintOf(LINE_COMMANDS, "moves")}
            onClick={() => onOpenDrawer("moves")}
          >
            <Shuffle size={14} aria-hidden /> Moves
          </button>
          <button
            type="button"
            className="btn btn-sm join-item px-2.5"
            title={hintOf(LINE_COMMANDS, "insert-cell")}
            onClick={() => onOpenDrawer("cells")}
          >
            <Plus size={14} aria-hidden /> Cell
          </button>
        </div>
      </div>
    </div>
  );
}
