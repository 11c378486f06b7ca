/** The search's name, the other searches that are kept, and what is done with them. */

import { useStore } from "zustand";
import { KeysButton } from "~/commands/keys-button";
import type { SaveState } from "~/data/autosave";
import type { History } from "~/editor/undo";
import { UndoButtons } from "~/editor/undo-buttons";
import { MAX_NAME } from "~/library/phrase/phrase";
import { Trash2 } from "~/ui/icons";
import { SaveMark } from "~/ui/save-state";
import type { SearchBench } from "./bench";

interface SearchHeaderProps {
  readonly id: string;
  readonly bench: SearchBench;
  readonly saved: readonly { readonly id: string; readonly name: string }[];
  readonly saveState: SaveState<unknown>;
  readonly history: History;
  /** Asks the address of the screen for it. */
  readonly act: (asked: object) => void;
}

export function SearchHeader({ id, bench, saved, saveState, history, act }: SearchHeaderProps) {
  const name = useStore(bench.store, ({ content }) => content.name);
  return (
    <div className="lg:col-span-2 flex flex-wrap items-center gap-2">
      <input
        aria-label="Name of the search"
        data-edits
        className="input input-ghost font-display font-semibold text-2xl h-11 px-1 min-w-40 flex-1"
        placeholder="Name this search"
        maxLength={MAX_NAME}
        value={name}
        onChange={(event) => bench.change({ name: event.target.value }, "name")}
      />
      <SaveMark state={saveState} />
      <label className="text-sm flex items-center gap-1.5">
        <span className="sr-only">Saved searches</span>
        <select
          className="select select-sm w-52 truncate"
          value={id}
          onChange={(event) => act({ intent: "open", id: event.target.value })}
        >
          {saved.map((one) => (
            <option key={one.id} value={one.id}>
              {short((one.id === id ? name : one.name) || "Untitled search")}
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="btn btn-sm" onClick={() => act({ intent: "new" })}>
        New search
      </button>
      <button
        type="button"
        className="btn btn-sm btn-ghost btn-square"
        aria-label="Delete this search"
        title="Delete this search"
        onClick={() => act({ intent: "delete", id })}
      >
        <Trash2 size={15} aria-hidden />
      </button>
      <UndoButtons history={history} />
      <KeysButton />
    </div>
  );
}

/** As much of a name as a list in one line bears. */
function short(name: string): string {
  return name.length > 24 ? `${name.slice(0, 23)}…` : name;
}
