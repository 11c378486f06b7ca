import { useState } from "react";
import { MAX_TAG } from "~/library/phrase/phrase";
import { Tag, Trash2, X } from "~/ui/icons";
import { plural } from "~/words/time";

interface ChoiceBarProps {
  readonly count: number;
  /** Number of visible ones. */
  readonly of: number;
  readonly onAll: () => void;
  readonly onNone: () => void;
  readonly onTag: (tag: string) => void;
  readonly onDelete: () => void;
  readonly onDone: () => void;
}

/** Actions on all chosen fills; exporting them and making a lesson are in their usual places. */
export function ChoiceBar({ count, of, onAll, onNone, onTag, onDelete, onDone }: ChoiceBarProps) {
  const [tag, setTag] = useState("");
  const isNone = count === 0;
  return (
    <section
      aria-label="Chosen fills"
      className="panel sticky top-2 z-10 px-3 py-2 mb-3 flex flex-wrap items-center gap-x-3 gap-y-2 text-sm"
    >
      <strong role="status" className="font-semibold min-w-24">
        {isNone ? "None chosen" : `${plural(count, "fill")} chosen`}
      </strong>
      <button type="button" className="btn btn-sm font-normal" disabled={count === of} onClick={onAll}>
        All {of}
      </button>
      <button type="button" className="btn btn-sm font-normal" disabled={isNone} onClick={onNone}>
        None
      </button>
      <form
        className="join"
        onSubmit={(event) => {
          event.preventDefault();
          const typed = tag.trim();
          if (typed) onTag(typed);
          setTag("");
        }}
      >
        <input
          aria-label="Tag for the chosen fills"
          placeholder="tag"
          className="input input-sm join-item w-28"
          maxLength={MAX_TAG}
          value={tag}
          onChange={(event) => setTag(event.target.value)}
        />
        <button type="submit" className="btn btn-sm join-item font-normal" disabled={isNone || tag.trim() === ""}>
          <Tag size={14} aria-hidden /> Tag
        </button>
      </form>
      <button type="button" className="btn btn-sm font-normal" disabled={isNone} onClick={onDelete}>
        <Trash2 size={14} aria-hidden /> Delete
      </button>
      <button type="button" className="btn btn-sm ml-auto" onClick={onDone}>
        <X size={14} aria-hidden /> Done
      </button>
    </section>
  );
}
