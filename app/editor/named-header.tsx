/** The header of a screen that shows one of several things: its name, the others, and actions on the whole. */

import type { ReactNode } from "react";
import { KeysButton } from "~/commands/keys-button";
import { MAX_NAME } from "~/library/phrase/phrase";
import { Plus, Trash2 } from "~/ui/icons";
import type { History } from "./undo";
import { UndoButtons } from "./undo-buttons";

/** The name of its kind, with the plural. */
const KINDS = { flow: "flows", search: "searches" } as const;

interface NamedHeaderProps {
  readonly kind: keyof typeof KINDS;
  readonly id: string;
  readonly name: string;
  readonly saved: readonly { readonly id: string; readonly name: string }[];
  readonly saveMark: ReactNode;
  readonly history: History;
  readonly onName: (name: string) => void;
  readonly onNew: () => void;
  readonly onOpen: (id: string) => void;
  readonly onDelete: () => void;
  /** Actions only this screen has. */
  readonly children?: ReactNode;
}

export function NamedHeader({ kind, id, name, saved, saveMark, history, children, ...on }: NamedHeaderProps) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <input
        aria-label={`Name of the ${kind}`}
        data-edits
        className="input input-ghost font-display font-semibold text-2xl h-11 px-1 min-w-40 flex-1 max-lg:basis-full"
        placeholder={`Name this ${kind}`}
        maxLength={MAX_NAME}
        value={name}
        onChange={(event) => on.onName(event.target.value)}
      />
      {saveMark}
      <label>
        <span className="sr-only">Saved {KINDS[kind]}</span>
        <select
          className="select select-sm w-48 max-lg:w-28 truncate"
          value={id}
          onChange={(event) => on.onOpen(event.target.value)}
        >
          {saved.map((one) => (
            <option key={one.id} value={one.id}>
              {short((one.id === id ? name : one.name) || `Untitled ${kind}`)}
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="btn btn-sm" onClick={on.onNew}>
        <Plus size={15} aria-hidden /> <span className="max-sm:sr-only">New {kind}</span>
      </button>
      <button
        type="button"
        className="btn btn-sm btn-ghost btn-square"
        aria-label={`Delete this ${kind}`}
        title={`Delete this ${kind}`}
        onClick={on.onDelete}
      >
        <Trash2 size={15} aria-hidden />
      </button>
      <UndoButtons history={history} />
      {children}
      <span className="max-sm:hidden">
        <KeysButton />
      </span>
    </div>
  );
}

/** Maximum length of a name in a one-line list. */
function short(name: string): string {
  return name.length > 24 ? `${name.slice(0, 23)}…` : name;
}
