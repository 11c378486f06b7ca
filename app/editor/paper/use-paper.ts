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

/** `make` gathers what pages are composed from; another one means that something of that has changed. */
export function usePaper(make: () => Promise<PaperRequest>): Paper {
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [failed, setFailed] = useState(false);
  const worker = useRef<Started | null>(null);
  useEffect(
    () => () => {
      worker.current?.stop();
      worker.current = null;
    },
    [],
  );
  useEffect(() => {
    let isOver = false;
    const compose = async () => {
      try {
        const request = await make();
        if (isOver) return;
        worker.current ??= start();
        const { maker } = worker.current;
        const made = await (await maker).maker.compose(request);
        if (isOver) return;
        setSheet(made);
        setFailed(false);
      } catch (error) {
        console.error(error);
        if (!isOver) setFailed(true);
      }
    };
    // Somebody may be typing: only the first pages are made at once.
    const timer = setTimeout(() => void compose(), worker.current ? REST : 0);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [make]);
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
  const { maker, stop } = start();
  signal.addEventListener("abort", stop, { once: true });
  try {
    return await use((await maker).maker);
  } finally {
    stop();
  }
}

interface Started {
  readonly maker: Promise<{ readonly maker: Remote<PaperMaker> }>;
  readonly stop: () => void;
}

function start(): Started {
  const made = new Worker(new URL("../../workers/paper.ts", import.meta.url), { type: "module" });
  const wrapped = import("comlink").then(({ wrap }) => ({ maker: wrap<PaperMaker>(made) }));
  // A proxy by itself would be asked whether it is a promise.
  return { maker: wrapped, stop: () => made.terminate() };
}
