/** Files that come into the book: read in a worker, so that the screen goes on, and taken whole or not at all. */

import { useCallback, useEffect, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import { type BookProblem, MAX_BOOK_BYTES } from "~/library/book-file";
import { bookName, currentBook } from "~/library/current";
import type { FileProblem } from "~/library/incoming";
import { loadPreferences } from "~/library/preferences-store";
import type { ImportCount } from "~/library/transfer";
import type { FileReader } from "~/workers/files";

export type ImportState =
  | { readonly kind: "idle" }
  | { readonly kind: "reading"; readonly share: number }
  /** What would become of it, before anything is written. */
  | { readonly kind: "preview"; readonly counts: ImportCount }
  | { readonly kind: "writing" }
  | { readonly kind: "done"; readonly counts: ImportCount }
  | { readonly kind: "problem"; readonly problem: FileProblem }
  | { readonly kind: "failed"; readonly error: unknown };

export interface Import {
  readonly state: ImportState;
  readonly take: (file: File) => void;
  /** Writes what was previewed. */
  readonly accept: () => void;
  readonly cancel: () => void;
}

const IDLE: ImportState = { kind: "idle" };

/** With `isPreviewed`, what would change is shown before it does. */
export function useImport(isPreviewed: boolean): Import {
  const [state, setState] = useState<ImportState>(IDLE);
  const { revalidate } = useRevalidator();
  const reading = useRef<Worker | null>(null);

  const end = useCallback(() => {
    reading.current?.terminate();
    reading.current = null;
  }, []);
  useEffect(() => end, [end]);

  const take = async (file: File) => {
    end();
    if (file.size > MAX_BOOK_BYTES) {
      const problem: BookProblem = { kind: "too-large", bytes: file.size, most: MAX_BOOK_BYTES };
      return setState({ kind: "problem", problem: { of: "book", problem } });
    }
    setState({ kind: "reading", share: 0 });
    const worker = new Worker(new URL("../workers/files.ts", import.meta.url), { type: "module" });
    reading.current = worker;
    // What was cancelled says nothing any more.
    const say = (next: ImportState) => {
      if (reading.current === worker) setState(next);
    };
    try {
      const [{ proxy, wrap }, book, text] = await Promise.all([import("comlink"), currentBook(), file.text()]);
      const { countStyle } = await loadPreferences(book);
      const api = wrap<FileReader>(worker);
      const asked = { text, isLines: /\.txt$/i.test(file.name), countStyle };
      const problem = await api.read(
        asked,
        proxy((share: number) => say({ kind: "reading", share })),
      );
      if (reading.current !== worker) return;
      if (problem) {
        say({ kind: "problem", problem });
        return end();
      }
      if (isPreviewed) say({ kind: "preview", counts: await api.preview(bookName()) });
      else await write();
    } catch (error) {
      console.error(error);
      say({ kind: "failed", error });
    }
  };

  const write = async () => {
    const worker = reading.current;
    if (!worker) return;
    setState({ kind: "writing" });
    try {
      const { wrap } = await import("comlink");
      const counts = await wrap<FileReader>(worker).write(bookName());
      end();
      await revalidate();
      setState({ kind: "done", counts });
    } catch (error) {
      console.error(error);
      setState({ kind: "failed", error });
    }
  };

  return {
    state,
    take: (file) => void take(file),
    accept: () => void write(),
    cancel: () => {
      end();
      setState(IDLE);
    },
  };
}
