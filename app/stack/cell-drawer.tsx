/** Beside the pictures: every move on the chosen cells, and the book of cells to put in from. */

import { X } from "lucide-react";
import { TabList } from "~/ui/tabs";
import { CellMoves } from "./cell-moves";
import { CellPalette } from "./cell-palette";

export type DrawerTab = "moves" | "cells";

interface CellDrawerProps {
  readonly tab: DrawerTab;
  readonly onTab: (tab: DrawerTab) => void;
  readonly onClose: () => void;
  readonly strongHand: "R" | "L";
  readonly click: boolean;
  readonly say: (words: string) => void;
}

const TABS: readonly { readonly id: DrawerTab; readonly name: string }[] = [
  { id: "moves", name: "Moves" },
  { id: "cells", name: "Cells of the book" },
];

export default function CellDrawer({ tab, onTab, onClose, ...rest }: CellDrawerProps) {
  const Part = tab === "moves" ? CellMoves : CellPalette;
  return (
    <div
      role="dialog"
      aria-label={tab === "moves" ? "Moves on the chosen cells" : "Put in a cell"}
      className="fixed z-30 inset-x-0 bottom-0 h-[62dvh] md:inset-y-0 md:left-auto md:h-auto md:w-[25rem] bg-base-200 border-t md:border-t-0 md:border-l border-base-300 shadow-xl flex flex-col"
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.preventDefault();
        event.stopPropagation();
        onClose();
      }}
    >
      <div className="flex items-center gap-1 px-3 pt-2 pb-1.5 border-b border-base-300">
        <TabList label="What to do with cells" tabs={TABS} tab={tab} onTab={onTab} className="flex-1" />
        <button type="button" className="btn btn-sm btn-square btn-ghost" aria-label="Close" onClick={onClose}>
          <X size={16} aria-hidden />
        </button>
      </div>
      <div
        role="tabpanel"
        aria-label={TABS.find(({ id }) => id === tab)?.name}
        className="flex-1 min-h-0 flex flex-col"
      >
        <Part {...rest} />
      </div>
    </div>
  );
}
