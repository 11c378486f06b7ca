/** Pages that follow their content: composed in a worker, so that the screen stays responsive. */

import { useEffect, useState } from "react";
import type { Sheet } from "~/ink/page";
import { isEnded, type WorkerConnection } from "~/workers/connection";
import { openPaper } from "~/workers/open";
import type { PaperMaker, PaperRequest } from "~/workers/paper";

/** Milliseconds from the last change until pages are composed again. */
const DEBOUNCE_MS = 120;

export interface RenderedPaper {
  /** The last result; null before the first. */
  readonly sheet: Sheet | null;
  readonly failed: boolean;
}

/** `make` gathers the pages' content; a new function means that it has changed. */
export function usePaper(make: () => Promise<PaperRequest>): RenderedPaper {
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [failed, setFailed] = useState(false);
  const [worker] = useState(openPaper);
  useEffect(() => () => worker.end(), [worker]);
  useEffect(() => {
    let isOver = false;
    const compose = async () => {
      try {
        const request = await make();
        if (isOver) return;
        const made = await worker.call((api) => api.compose(request));
        if (isOver) return;
        setSheet(made);
        setFailed(false);
      } catch (error) {
        if (isEnded(error)) return;
        console.error(error);
        if (!isOver) setFailed(true);
      }
    };
    // Somebody may be typing, so only the first pages are composed immediately.
    const timer = setTimeout(() => void compose(), worker.isStarted ? DEBOUNCE_MS : 0);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [make, worker]);
  return { sheet, failed };
}

/** Pages for a file, not for display. */
export function composeOnce(request: PaperRequest): Promise<Sheet> {
  return withWorker((worker) => worker.call((api) => api.compose(request)), new AbortController().signal);
}

/** The pages as a PDF file. Rejects on errors, and when the signal aborts. */
export function writePdf(
  request: PaperRequest,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Uint8Array> {
  return withWorker((worker) => worker.call((api, listen) => api.pdf(request, listen(onProgress))), signal);
}

async function withWorker<Made>(
  use: (worker: WorkerConnection<PaperMaker>) => Promise<Made>,
  signal: AbortSignal,
): Promise<Made> {
  const worker = openPaper();
  signal.addEventListener("abort", () => worker.end(), { once: true });
  try {
    return await use(worker);
  } finally {
    worker.end();
  }
}
