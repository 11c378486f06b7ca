/**
 * Files being imported, one after another. They belong to the app, not to a screen: leaving the Shelf during an import
 * loses nothing, and a second file waits for the first.
 */

import { createStore, type StoreApi } from "zustand/vanilla";
import { type StorageTrouble, troubleOf } from "~/data/trouble";
import { bookName, currentBook } from "~/library/current";
import type { FileProblem } from "~/library/incoming";
import { MAX_BOOK_BYTES } from "~/library/limits";
import type { ImportCount } from "~/library/transfer";
import { isEnded, type WorkerConnection, WorkerError } from "~/workers/connection";
import type { FilesApi } from "~/workers/files";
import { openFiles } from "~/workers/open";

export type ImportState =
  /** Until the previous file is done. */
  | { readonly kind: "waiting" }
  | { readonly kind: "reading"; readonly share: number }
  /** What would happen to it, before anything is written. */
  | { readonly kind: "preview"; readonly counts: ImportCount }
  | { readonly kind: "writing" }
  | { readonly kind: "done"; readonly counts: ImportCount }
  | { readonly kind: "problem"; readonly problem: FileProblem }
  /** "worker": it died, or took too long. */
  | { readonly kind: "failed"; readonly why: StorageTrouble | "worker" }
  /** Stopped during writing: we don't know whether it had finished. */
  | { readonly kind: "stopped" };

export interface ImportTask {
  readonly id: number;
  /** The file's name. */
  readonly name: string;
  readonly state: ImportState;
}

const FINISHED: readonly ImportState["kind"][] = ["done", "problem", "failed", "stopped"];

export function isFinished({ state }: ImportTask): boolean {
  return FINISHED.includes(state.kind);
}

/** Seconds without an answer. Writing is one transaction, which reports nothing until it is over. */
const WRITE_WITHIN = 300;

interface Queued {
  readonly id: number;
  readonly file: File;
  readonly isPreviewed: boolean;
}

export class Imports {
  readonly store: StoreApi<{ readonly tasks: readonly ImportTask[] }> = createStore(() => ({ tasks: [] }));
  private readonly queue: Queued[] = [];
  private current: { readonly id: number; readonly worker: WorkerConnection<FilesApi> } | null = null;
  private taken = 0;

  constructor(private readonly open: () => WorkerConnection<FilesApi> = openFiles) {}

  /** With `isPreviewed`, it first shows what would change, and waits for {@link accept}. */
  take(file: File, isPreviewed: boolean) {
    const id = ++this.taken;
    const before = this.store.getState().tasks.filter((task) => this.current !== null || !isFinished(task));
    this.store.setState({ tasks: [...before, { id, name: file.name, state: { kind: "waiting" } }] });
    this.queue.push({ id, file, isPreviewed });
    this.next();
  }

  /** Writes what was previewed. */
  accept(id: number) {
    const { current } = this;
    if (current?.id === id && this.stateOf(id)?.kind === "preview") void this.run(current, () => this.write(current));
  }

  /** Cancels it, whatever its state. */
  cancel(id: number) {
    const isWriting = this.stateOf(id)?.kind === "writing";
    const waiting = this.queue.findIndex((one) => one.id === id);
    if (waiting >= 0) this.queue.splice(waiting, 1);
    if (isWriting) this.say(id, { kind: "stopped" });
    else this.store.setState(({ tasks }) => ({ tasks: tasks.filter((task) => task.id !== id) }));
    if (this.current?.id === id) this.end();
  }

  /** Dismisses a finished import. */
  forgetFinished() {
    this.store.setState(({ tasks }) => ({ tasks: tasks.filter((task) => !isFinished(task)) }));
  }

  private stateOf(id: number): ImportState | undefined {
    return this.store.getState().tasks.find((task) => task.id === id)?.state;
  }

  private say(id: number, state: ImportState) {
    this.store.setState(({ tasks }) => ({
      tasks: tasks.map((task) => (task.id === id && !isFinished(task) ? { ...task, state } : task)),
    }));
    if (FINISHED.includes(state.kind) && this.current?.id === id) this.end();
  }

  private end() {
    this.current?.worker.end();
    this.current = null;
    this.next();
  }

  private next() {
    const next = this.current ? undefined : this.queue.shift();
    if (!next) return;
    const current = { id: next.id, worker: this.open() };
    this.current = current;
    void this.run(current, () => this.read(current, next));
  }

  private async run({ id }: { readonly id: number }, work: () => Promise<void>) {
    try {
      await work();
    } catch (error) {
      // Ended by this side: nobody is waiting for it.
      if (isEnded(error)) return;
      console.error(error);
      this.say(id, { kind: "failed", why: error instanceof WorkerError ? "worker" : troubleOf(error) });
    }
  }

  private async read(current: NonNullable<Imports["current"]>, { id, file, isPreviewed }: Queued) {
    if (file.size > MAX_BOOK_BYTES) {
      const problem = { kind: "too-large", bytes: file.size, most: MAX_BOOK_BYTES } as const;
      return this.say(id, { kind: "problem", problem: { of: "book", problem } });
    }
    this.say(id, { kind: "reading", share: 0 });
    // Its validation isn't part of the first screen.
    const [{ loadPreferences }, book, buffer] = await Promise.all([
      import("~/library/preferences-store"),
      currentBook(),
      file.arrayBuffer(),
    ]);
    const { countStyle } = await loadPreferences(book);
    const asked = { bytes: new Uint8Array(buffer), isLines: /\.txt$/i.test(file.name), countStyle };
    const onProgress = (share: number) => {
      if (this.stateOf(id)?.kind === "reading") this.say(id, { kind: "reading", share });
    };
    const problem = await current.worker.call((api, listen) => api.read(asked, listen(onProgress)));
    if (problem) return this.say(id, { kind: "problem", problem });
    if (!isPreviewed) return this.write(current);
    this.say(id, {
      kind: "preview",
      counts: await current.worker.call((api) => api.preview(bookName()), WRITE_WITHIN),
    });
  }

  private async write({ id, worker }: NonNullable<Imports["current"]>) {
    this.say(id, { kind: "writing" });
    this.say(id, { kind: "done", counts: await worker.call((api) => api.write(bookName()), WRITE_WITHIN) });
  }
}

/** For this page. Not part of the session, since the first screen doesn't need it. */
export const theImports = new Imports();
