import { BOOK_EXTENSION } from "~/library/book-file";
import type { Saving } from "~/library/use-saving";
import { describeFailedSave } from "~/words/saving";
import { download } from "./download";
import { Download } from "./icons";

export interface SaveNoticeProps<Content> {
  readonly saving: Saving<Content>;
  /** Saves this tab's version elsewhere. */
  readonly onCopy: (content: Content) => unknown;
}

/** Problems with saving, and possible actions. */
export default function SaveNotice<Content>({ saving, onCopy }: SaveNoticeProps<Content>) {
  const { state, what } = saving;
  if (state.kind === "conflict") {
    return (
      <Notice words={`Another tab has changed this ${what} since you began this edit. Both versions are kept.`}>
        <Choice words={`Keep mine as a second ${what}`} onChoose={() => saving.keepBoth(onCopy)} />
        <Choice words="Show the other version" onChoose={saving.takeTheirs} />
        <Choice words="Replace it with mine" onChoose={saving.keepMine} />
      </Notice>
    );
  }
  if (state.kind === "gone") {
    return (
      <Notice words={`This ${what} isn't in the browser's storage any more. What you see is still here.`}>
        <Choice words="Put it back" onChoose={saving.keepMine} />
        <DownloadCopy saving={saving} />
      </Notice>
    );
  }
  if (state.kind === "binned") {
    return (
      <Notice words={`This ${what} is in the bin. Changes are saved with it.`}>
        <Choice words="Restore" onChoose={saving.bringBack} />
      </Notice>
    );
  }
  if (state.kind === "failed") {
    return (
      <Notice words={describeFailedSave(state.trouble, state.isNoted, what)}>
        <DownloadCopy saving={saving} />
      </Notice>
    );
  }
  return null;
}

function DownloadCopy<Content>({ saving }: { readonly saving: Saving<Content> }) {
  const give = async () =>
    download(`rescued-${saving.what}${BOOK_EXTENSION}`, await saving.write(), "application/json");
  return (
    <button type="button" className="btn btn-sm" onClick={() => void give()}>
      <Download size={15} aria-hidden /> Download a copy
    </button>
  );
}

function Choice({ words, onChoose }: { readonly words: string; readonly onChoose: () => void }) {
  return (
    <button type="button" className="btn btn-sm" onClick={onChoose}>
      {words}
    </button>
  );
}

function Notice({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <div role="alert" className="alert alert-error alert-soft flex flex-wrap">
      <span className="flex-1 min-w-60">{words}</span>
      {children}
    </div>
  );
}
