/** Beside the pictures: every move for the chosen cells, and the book of cells to insert from. */

import { X } from "~/ui/icons";
import { Tabs } from "~/ui/tabs";
import { CellMoves } from "./cell-moves";
import { CellPalette } from "./cell-palette";

export type DrawerTab = "moves" | "cells";

interface CellDrawerProps {
  readonly tab: DrawerTab;
  readonly onTab: (tab: DrawerTab) => void;
  readonly onClose: () => void;
}

const TABS: readonly { readonly id: DrawerTab; readonly name: string }[] = [
  { id: "moves", name: "Moves" },
  { id: "cells", name: "Insert a cell" },
];

export default function CellDrawer({ tab, onTab, onClose }: CellDrawerProps) {
  return (
    <div
      role="dialog"
      aria-label={tab === "moves" ? "Moves on the chosen cells" : "Insert a cell"}
      className="fixed z-30 inset-x-0 bottom-0 h-[62dvh] md:inset-y-0 md:left-auto md:h-auto md:w-[25rem] bg-base-200 border-t md:border-t-0 md:border-l border-base-300 shadow-xl flex flex-col"
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.preventDefault();
        event.stopPropagation();
        onClose();
      }}
    >
      <Tabs
        label="What to do with cells"
        tabs={TABS}
        tab={tab}
        onTab={onTab}
        className="flex-1 min-h-0 flex flex-col"
        listClassName="px-3 pt-2 pb-1.5 border-b border-base-300"
        panelClassName="flex-1 min-h-0 flex flex-col"
        extra={
          <button type="button" className="btn btn-sm btn-square btn-ghost" aria-label="Close" onClick={onClose}>
            <X size={16} aria-hidden />
          </button>
        }
      >
        {tab === "moves" ? <CellMoves /> : <CellPalette />}
      </Tabs>
    </div>
  );
}
