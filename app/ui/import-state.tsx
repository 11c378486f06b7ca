import { troubleOf } from "~/data/trouble";
import type { Import } from "~/session/use-import";
import { wordImport, wordIncomingProblem, wordPreview } from "~/words/book";
import { wordStorageTrouble } from "~/words/saving";

/** How an import stands: what is read, what would change, what became of it, or what is wrong with the file. */
export function ImportStatus({ incoming }: { readonly incoming: Import }) {
  const { state, accept, cancel } = incoming;
  if (state.kind === "idle") return null;
  if (state.kind === "reading" || state.kind === "writing") {
    const share = state.kind === "reading" ? state.share : undefined;
    return (
      <div role="status" className="alert alert-soft mb-3 flex-wrap">
        <span>{state.kind === "reading" ? "Reading the file…" : "Putting it into your book…"}</span>
        <progress className="progress w-40" value={share} max={1} aria-label="Share of the file that is read" />
        {state.kind === "reading" ? (
          <button type="button" className="btn btn-sm" onClick={cancel}>
            Cancel
          </button>
        ) : null}
      </div>
    );
  }
  if (state.kind === "preview") {
    return (
      <div role="status" className="alert alert-soft mb-3 flex-wrap">
        <span className="flex-1 min-w-60">{wordPreview(state.counts)}</span>
        <button type="button" className="btn btn-sm btn-primary" onClick={accept}>
          Import
        </button>
        <button type="button" className="btn btn-sm" onClick={cancel}>
          Cancel
        </button>
      </div>
    );
  }
  if (state.kind === "done") {
    return (
      <p role="status" className="alert alert-soft alert-success mb-3">
        {wordImport(state.counts)}
      </p>
    );
  }
  return (
    <p role="alert" className="alert alert-soft alert-error mb-3">
      {state.kind === "problem"
        ? wordIncomingProblem(state.problem)
        : `${wordStorageTrouble(troubleOf(state.error))} Nothing was imported.`}
    </p>
  );
}
