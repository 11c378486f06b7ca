import type { SaveState } from "~/data/autosave";
import type { Row } from "~/data/rows";

interface SaveNoticeProps<Content> {
  readonly state: SaveState<Content>;
  /** "fill". */
  readonly what: string;
  readonly onTakeTheirs: (row: Row<Content>) => void;
  readonly onKeepMine: (row: Row<Content>) => void;
  readonly onCopyMine: () => void;
}

const WORDS: Record<SaveState<unknown>["kind"], string> = {
  saved: "Saved",
  saving: "Saving…",
  conflict: "Not saved",
  gone: "Not saved",
  failed: "Not saved",
};

export function SaveMark({ state }: { state: SaveState<unknown> }) {
  const fine = state.kind === "saved" || state.kind === "saving";
  return (
    <span role="status" className={`text-sm whitespace-nowrap ${fine ? "quiet" : "text-error font-semibold"}`}>
      {WORDS[state.kind]}
    </span>
  );
}

/** What stands in the way of saving, and the ways on. */
export function SaveNotice<Content>(props: SaveNoticeProps<Content>) {
  const { state, what, onTakeTheirs, onKeepMine, onCopyMine } = props;
  if (state.kind === "conflict") {
    return (
      <Notice
        words={`Another tab has changed this ${what} since you began this edit. Nothing is lost: both versions are there.`}
      >
        <button type="button" className="btn btn-sm" onClick={onCopyMine}>
          Keep mine as a new {what}
        </button>
        <button type="button" className="btn btn-sm" onClick={() => onTakeTheirs(state.theirs)}>
          Show the other one
        </button>
        <button type="button" className="btn btn-sm" onClick={() => onKeepMine(state.theirs)}>
          Replace it with mine
        </button>
      </Notice>
    );
  }
  if (state.kind === "gone") {
    return (
      <Notice words={`This ${what} is no longer in your book. What you see is still here.`}>
        <button type="button" className="btn btn-sm" onClick={onCopyMine}>
          Keep it as a new {what}
        </button>
      </Notice>
    );
  }
  if (state.kind === "failed") {
    return (
      <Notice
        words={`${state.full ? "The browser's storage is full, so this edit isn't in your book." : "The browser didn't store this edit."} ${
          state.draftKept
            ? "It is safe in this browser, and saving is tried again."
            : "It is only in this tab. Export it before you close."
        } Free space or export the ${what}.`}
      />
    );
  }
  return null;
}

function Notice({ words, children }: { words: string; children?: React.ReactNode }) {
  return (
    <div role="alert" className="alert alert-error alert-soft flex-wrap">
      <span className="flex-1 min-w-60">{words}</span>
      {children}
    </div>
  );
}
