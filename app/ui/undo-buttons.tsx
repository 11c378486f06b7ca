import { Redo2, Undo2 } from "lucide-react";
import type { History } from "./undo-store";

export function UndoButtons({ history }: { history: History }) {
  return (
    <div className="join">
      <button
        type="button"
        className="btn btn-sm join-item"
        disabled={!history.canUndo}
        onClick={history.undo}
        aria-label="Undo"
        title="Undo (Ctrl+Z)"
      >
        <Undo2 size={15} aria-hidden />
      </button>
      <button
        type="button"
        className="btn btn-sm join-item"
        disabled={!history.canRedo}
        onClick={history.redo}
        aria-label="Redo"
        title="Redo (Ctrl+Shift+Z)"
      >
        <Redo2 size={15} aria-hidden />
      </button>
    </div>
  );
}
