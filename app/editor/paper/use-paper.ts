/** Pages that follow what they are of: composed in a worker, so that the screen goes on meanwhile. */

import { useEffect, useState } from "react";
import type { Sheet } from "~/ink/page";
import { isEnded, type WorkerConnection } from "~/workers/connection";
import { openPaper } from "~/workers/open";
import type { PaperMaker, PaperRequest } from "~/workers/paper";

/** Milliseconds after the last change before pages are composed anew. */
const DEBOUNCE_MS = 120;

export interface RenderedPaper {
  /** As last composed; null before the first time. */
  readonly sheet: Sheet | null;
  readonly failed: boolean;
}

/** `make` gathers what pages are composed from; another one means that something of that has changed. */
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
    // Somebody may be typing: only the first pages are made at once.
    const timer = setTimeout(() => void compose(), worker.isStarted ? DEBOUNCE_MS : 0);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [make, worker]);
  return { sheet, failed };
}

/** Pages that nobody looks at, for a file. */
export function composeOnce(request: PaperRequest): Promise<Sheet> {
  return withWorker((worker) => worker.call((api) => api.compose(request)), new AbortController().signal);
}

/** The pages as a PDF file. Rejects with what went wrong; as ended where the signal says stop. */
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
