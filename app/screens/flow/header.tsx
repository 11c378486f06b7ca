import { useHint } from "~/commands/commands";
import { KeysButton } from "~/commands/keys-button";
import type { History } from "~/editor/undo";
import { UndoButtons } from "~/editor/undo-buttons";
import { MAX_NAME } from "~/library/phrase/phrase";
import { Maximize2, Plus, Trash2 } from "~/ui/icons";
import type { FlowBench } from "./bench";
import { FLOW_COMMANDS } from "./commands";

interface HeaderProps {
  readonly bench: FlowBench;
  readonly id: string;
  readonly name: string;
  readonly saved: readonly { readonly id: string; readonly name: string }[];
  readonly history: History;
  readonly saveMark: React.ReactNode;
  readonly onAct: (asked: object) => void;
  readonly onBigView: () => void;
}

/** The flow's name, the other flows, and what is done to the whole. */
export function Header({ bench, id, name, saved, history, saveMark, onAct, onBigView }: HeaderProps) {
  const hint = useHint();
  return (
    <div className="flex flex-wrap items-center gap-2">
      <input
        aria-label="Name of the flow"
        data-edits
        className="input input-ghost font-display font-semibold text-2xl h-11 px-1 min-w-40 flex-1"
        placeholder="Name this flow"
        maxLength={MAX_NAME}
        value={name}
        onChange={(event) => bench.change({ name: event.target.value }, "name")}
      />
      {saveMark}
      <label>
        <span className="sr-only">Saved flows</span>
        <select
          className="select select-sm w-48 max-lg:w-28 truncate"
          value={id}
          onChange={(event) => onAct({ intent: "open", id: event.target.value })}
        >
          {saved.map((one) => (
            <option key={one.id} value={one.id}>
              {(one.id === id ? name : one.name) || "Untitled flow"}
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="btn btn-sm" onClick={() => onAct({ intent: "new", fill: null })}>
        <Plus size={15} aria-hidden /> <span className="max-sm:sr-only">New flow</span>
      </button>
      <button
        type="button"
        className="btn btn-sm btn-ghost btn-square"
        aria-label="Delete this flow"
        title="Delete this flow"
        onClick={() => onAct({ intent: "delete", id })}
      >
        <Trash2 size={15} aria-hidden />
      </button>
      <UndoButtons history={history} />
      <button type="button" className="btn btn-sm" title={hint(FLOW_COMMANDS, "big-view")} onClick={onBigView}>
        <Maximize2 size={15} aria-hidden /> <span className="max-sm:sr-only">Big view</span>
      </button>
      <span className="max-lg:hidden">
        <KeysButton />
      </span>
    </div>
  );
}
