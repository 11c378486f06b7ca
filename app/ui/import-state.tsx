import { useEffect } from "react";
import { useStore } from "zustand";
import { type ImportTask, theImports as imports, isFinished } from "~/session/imports";
import { describeFailedImport, describeImport, describeIncomingProblem, describePreview } from "~/words/book";

/** The imports: what is being read, what would change, what was imported, and errors in files. */
export function ImportStatus() {
  const tasks = useStore(imports.store, (state) => state.tasks);
  // Leaving the screen dismisses finished imports.
  useEffect(() => () => imports.forgetFinished(), []);
  const isAlone = tasks.length === 1;
  return (
    <div className="flex flex-col gap-2 mb-3 empty:hidden">
      {tasks.map((task) => (
        <ImportLine
          key={task.id}
          task={task}
          name={isAlone && isFinished(task) ? "" : `${task.name}: `}
          onAccept={() => imports.accept(task.id)}
          onCancel={() => imports.cancel(task.id)}
        />
      ))}
    </div>
  );
}

interface ImportLineProps {
  readonly task: ImportTask;
  /** The file's name, if it must be mentioned. */
  readonly name: string;
  readonly onAccept: () => void;
  readonly onCancel: () => void;
}

function ImportLine({ task: { state }, name, onAccept, onCancel }: ImportLineProps) {
  const cancel = (
    <button type="button" className="btn btn-sm" onClick={onCancel}>
      Cancel
    </button>
  );
  switch (state.kind) {
    case "waiting":
      return (
        <div role="status" className="alert alert-soft flex flex-wrap">
          <span className="flex-1 basis-60 min-w-0 break-words">{name}waiting for the file before it.</span>
          {cancel}
        </div>
      );
    case "reading":
    case "writing":
      return (
        <div role="status" className="alert alert-soft flex flex-wrap">
          <span>{state.kind === "reading" ? `${name}reading…` : `${name}importing…`}</span>
          <progress
            className="progress w-40"
            value={state.kind === "reading" ? state.share : undefined}
            max={1}
            aria-label={state.kind === "reading" ? "Reading the file" : "Importing the file"}
          />
          {cancel}
        </div>
      );
    case "preview":
      return (
        <div role="status" className="alert alert-soft flex flex-wrap">
          <span className="flex-1 basis-60 min-w-0 break-words">
            {name}
            {describePreview(state.counts)}
          </span>
          <button type="button" className="btn btn-sm btn-primary" onClick={onAccept}>
            Import
          </button>
          {cancel}
        </div>
      );
    case "done":
      return (
        <p role="status" className="alert alert-soft alert-success">
          {name}
          {describeImport(state.counts)}
        </p>
      );
    case "stopped":
      return (
        <p role="status" className="alert alert-soft">
          {name}the import was stopped while it was being written. Import the file again to be sure: nothing is added
          twice.
        </p>
      );
    case "problem":
      return (
        <p role="alert" className="alert alert-soft alert-error">
          {name}
          {describeIncomingProblem(state.problem)}
        </p>
      );
    case "failed":
      return (
        <p role="alert" className="alert alert-soft alert-error">
          {name}
          {describeFailedImport(state.why)}
        </p>
      );
  }
}
