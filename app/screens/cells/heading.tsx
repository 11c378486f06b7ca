import { useKey } from "~/commands/commands";
import { nameKeyCap } from "~/commands/keys";
import { KeysButton } from "~/commands/keys-button";
import type { History } from "~/editor/undo";
import { UndoButtons } from "~/editor/undo-buttons";
import type { BookEntry } from "~/library/cell/entries";
import { CELL_ACTS } from "~/messages/acts";
import type { CellMessages } from "~/messages/cells";
import { useMessages } from "~/messages/use-messages";
import { Scale, Star, Trash2 } from "~/ui/icons";
import { Tags } from "~/ui/tags";

interface HeadingProps {
  /** Null for a typed sticking that isn't in the book. */
  readonly entry: BookEntry | null;
  readonly form: string | null;
  readonly isChanged: boolean;
  readonly history: History;
  readonly isComparing: boolean;
  /** Null if there is nothing to discard. */
  readonly onCompare: (() => void) | null;
}

/** The open cell: its name, star and tags. */
export function Heading({ entry, form, isChanged, history, isComparing, onCompare }: HeadingProps) {
  const { send } = useMessages<CellMessages>("/cells", CELL_ACTS);
  const compareKey = useKey("compare", "c");
  const note = (change: { favourite?: boolean; tags?: string[] }) => {
    if (entry) send(entry.row ? "amend" : "markRudiment", { id: entry.id, change });
  };
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <h2 className="text-2xl leading-tight min-w-0">{entry?.name ?? "Your own sticking"}</h2>
        {entry ? (
          <button
            type="button"
            aria-pressed={entry.favourite}
            aria-label="Favourite"
            title={entry.favourite ? "One of your favourites" : "Make it a favourite"}
            className="btn btn-ghost btn-sm btn-square bg-transparent border-transparent"
            onClick={() => note({ favourite: !entry.favourite })}
          >
            <Star
              size={19}
              aria-hidden
              fill={entry.favourite ? "currentColor" : "none"}
              className={entry.favourite ? "text-primary" : "quiet"}
            />
          </button>
        ) : null}
        <div className="ml-auto flex items-center gap-2">
          {entry?.row ? (
            <button
              type="button"
              className="btn btn-sm btn-ghost btn-square"
              aria-label={`Delete ${entry.name}`}
              title="Delete"
              onClick={() => send("delete", { id: entry.id })}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          ) : null}
          <button
            type="button"
            className="btn btn-sm"
            aria-pressed={isComparing}
            disabled={onCompare === null && !isComparing}
            title={`Set this cell aside as A. Whatever you open or change next is B. (${nameKeyCap(compareKey)})`}
            onClick={onCompare ?? undefined}
          >
            <Scale size={15} aria-hidden /> {isComparing ? "Stop comparing" : "Compare"}
          </button>
          <UndoButtons history={history} />
          <KeysButton />
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1 min-h-7">
        <p className="text-sm quiet">{[entry?.made, form, isChanged ? "changed" : ""].filter(Boolean).join(" · ")}</p>
        {entry ? <Tags tags={entry.tags} onChange={(tags) => note({ tags })} /> : null}
      </div>
    </div>
  );
}
