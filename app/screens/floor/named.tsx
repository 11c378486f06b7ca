/** The fill's named orchestrations: compare them by ear; one is current. */

import type { FillContent } from "~/library/fill/content";
import { listOrchestrations, MAX_ORCHESTRATION_NAME, MAX_ORCHESTRATIONS } from "~/library/fill/orchestrations";
import { Check, CopyPlus, Play, Square, Trash2 } from "~/ui/icons";

interface NamedProps {
  readonly content: FillContent;
  /** The index of the one playing instead of the current one; null for none. */
  readonly heard: number | null;
  readonly isPlaying: boolean;
  readonly onHear: (number: number) => void;
  readonly onTake: (number: number) => void;
  readonly onAdd: () => void;
  readonly onName: (number: number, name: string) => void;
  readonly onDrop: (number: number) => void;
}

export function Named({ content, heard, isPlaying, onHear, onTake, onAdd, onName, onDrop }: NamedProps) {
  const all = listOrchestrations(content);
  const isOnly = all.length === 1;
  return (
    <section aria-label="Orchestrations of this fill" className="mb-3 pb-3 border-b border-base-300">
      <div className="flex items-center gap-2">
        <h2 className="text-base flex-1">{isOnly ? "One orchestration" : `${all.length} orchestrations`}</h2>
        <button type="button" className="btn btn-sm" disabled={all.length >= MAX_ORCHESTRATIONS} onClick={onAdd}>
          <CopyPlus size={15} aria-hidden /> Add another
        </button>
      </div>
      {isOnly ? (
        <p className="text-sm quiet mt-1">
          Add another to try the same sticking elsewhere on the kit. You can compare them, and Flow can choose among
          them.
        </p>
      ) : (
        <ul className="flex flex-col gap-1.5 mt-2">
          {all.map(({ name }, number) => {
            const isHeard = isPlaying && (heard ?? 0) === number;
            const shown = name || "Unnamed";
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: an orchestration is its place in the list
              <li key={number} className="flex items-center gap-1.5">
                <button
                  type="button"
                  className={`btn btn-sm btn-square ${isHeard ? "btn-primary" : ""}`}
                  aria-label={`Hear ${shown}`}
                  aria-pressed={isHeard}
                  onClick={() => onHear(number)}
                >
                  {isHeard ? (
                    <Square size={14} aria-hidden fill="currentColor" />
                  ) : (
                    <Play size={14} aria-hidden fill="currentColor" />
                  )}
                </button>
                <input
                  aria-label={`Name of orchestration ${number + 1}`}
                  data-edits
                  className="input input-sm flex-1 min-w-0"
                  placeholder="Unnamed"
                  maxLength={MAX_ORCHESTRATION_NAME}
                  value={name}
                  onChange={(event) => onName(number, event.target.value)}
                />
                {number === 0 ? (
                  <span className="text-sm font-semibold text-accent flex items-center gap-1 w-16">
                    <Check size={15} aria-hidden /> in use
                  </span>
                ) : (
                  <>
                    <button
                      type="button"
                      className="btn btn-sm"
                      aria-label={`Use ${shown}`}
                      onClick={() => onTake(number)}
                    >
                      Use
                    </button>
                    <button
                      type="button"
                      className="btn btn-sm btn-ghost btn-square"
                      aria-label={`Delete ${shown}`}
                      onClick={() => onDrop(number)}
                    >
                      <Trash2 size={14} aria-hidden />
                    </button>
                  </>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
