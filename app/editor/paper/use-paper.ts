/** Pages that follow what they are of: composed in a worker, so that the screen goes on meanwhile. */

import type { Remote } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { Sheet } from "~/ink/page";
import type { PaperMaker, PaperRequest } from "~/workers/paper";

/** Milliseconds after the last change before pages are composed anew. */
const REST = 120;

export interface Paper {
  /** As last composed; null before the first time. */
  readonly sheet: Sheet | null;
  readonly failed: boolean;
}

/** Null while there is nothing to compose. */
export function usePaper(request: PaperRequest | null): Paper {
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [failed, setFailed] = useState(false);
  const worker = useRef<Remote<PaperMaker> | null>(null);
  const latest = useRef<PaperRequest | null>(null);
  latest.current = request;
  const end = useRef(() => {});

  useEffect(() => () => end.current(), []);
  useEffect(() => {
    if (!request) return;
    const isFirst = worker.current === null;
    const timer = setTimeout(
      () => {
        void (async () => {
          worker.current ??= await start((stop) => {
            end.current = stop;
          });
          try {
            const made = await worker.current.compose(request);
            if (latest.current !== request) return;
            setSheet(made);
            setFailed(false);
          } catch (error) {
            console.error(error);
            if (latest.current === request) setFailed(true);
          }
        })();
      },
      isFirst ? 0 : REST,
    );
    return () => clearTimeout(timer);
  }, [request]);

  return { sheet, failed };
}

/** Pages that nobody looks at, for a file. */
export async function composeOnce(request: PaperRequest): Promise<Sheet> {
  return withWorker((worker) => worker.compose(request), new AbortController().signal);
}

/** The pages as a PDF file. Ended by the signal, it never answers. Rejects with what went wrong. */
export async function writePdf(
  request: PaperRequest,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Uint8Array> {
  const { proxy } = await import("comlink");
  return withWorker((worker) => worker.pdf(request, proxy(onProgress)), signal);
}

async function withWorker<Made>(
  use: (worker: Remote<PaperMaker>) => Promise<Made>,
  signal: AbortSignal,
): Promise<Made> {
  let stop = () => {};
  const worker = await start((ends) => {
    stop = ends;
  });
  signal.addEventListener("abort", () => stop(), { once: true });
  try {
    return await use(worker);
  } finally {
    stop();
  }
}

async function start(onStarted: (stop: () => void) => void): Promise<Remote<PaperMaker>> {
  const { wrap } = await import("comlink");
  const made = new Worker(new URL("../../workers/paper.ts", import.meta.url), { type: "module" });
  onStarted(() => made.terminate());
  return wrap<PaperMaker>(made);
}
