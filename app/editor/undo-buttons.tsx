import { memo } from "react";
import { useHint } from "~/commands/commands";
import { Redo2, Undo2 } from "~/ui/icons";
import { UNDO_COMMANDS } from "./commands";
import type { History } from "./undo";

export const UndoButtons = memo(function UndoButtons({ history }: { history: History }) {
  const hint = useHint();
  return (
    <div className="join">
      <button
        type="button"
        className="btn btn-sm join-item"
        disabled={!history.canUndo}
        onClick={history.undo}
        aria-label="Undo"
        title={hint(UNDO_COMMANDS, "undo")}
      >
        <Undo2 size={15} aria-hidden />
      </button>
      <button
        type="button"
        className="btn btn-sm join-item"
        disabled={!history.canRedo}
        onClick={history.redo}
        aria-label="Redo"
        title={hint(UNDO_COMMANDS, "redo")}
      >
        <Redo2 size={15} aria-hidden />
      </button>
    </div>
  );
});
