/** Practice loops: what to render, and the worker that renders it. */

import { measureRepeats, type Score } from "~/audio/score";
import { type Bpm, bpm, MAX_BPM, MIN_BPM } from "~/core/time";
import type { LoopFormat } from "~/formats/loop-files";
import type { FillContent } from "~/library/fill/content";
import { AS_WRITTEN, type Practice } from "~/session/practice";
import { soundSetupOf } from "~/session/sound-setup";
import { isEnded } from "~/workers/connection";
import { openLoops } from "~/workers/open";
import { makeSource, type PlayContext } from "./score";

/** A longer file would need more memory than a phone has. */
export const MAX_LOOP_SECONDS = 20 * 60;
const MAX_TEMPOS = 8;

export interface LoopPlan {
  readonly tempo: Bpm;
  /** One for each repeat. */
  readonly scores: readonly Score[];
  readonly seconds: number;
}

export interface LoopFile {
  readonly tempo: Bpm;
  readonly format: LoopFormat;
  readonly seconds: number;
  readonly status: "waiting" | "running" | "done" | "cancelled" | "failed";
  /** Progress, 0 to 1. */
  readonly share: number;
  readonly bytes: ArrayBuffer | null;
}

export type TempoReading =
  | { readonly ok: true; readonly tempos: readonly Bpm[] }
  | { readonly ok: false; readonly trouble: string };

/** "60, 75 90": tempos in any order, each once. */
export function readTempos(text: string): TempoReading {
  const words = text.split(/[\s,;]+/).filter((word) => word !== "");
  if (words.length === 0) return { ok: false, trouble: "Type at least one tempo, such as 80." };
  const wrong = words.find(
    (word) => !/^\d{1,3}(\.\d+)?$/.test(word) || Number(word) < MIN_BPM || Number(word) > MAX_BPM,
  );
  if (wrong !== undefined) {
    return {
      ok: false,
      trouble: `“${wrong.slice(0, 20)}” is not a tempo: type numbers from ${MIN_BPM} to ${MAX_BPM}, with commas between them.`,
    };
  }
  const tempos = [...new Set(words.map((word) => bpm(Number(word))))];
  if (tempos.length > MAX_TEMPOS) {
    return { ok: false, trouble: `That makes ${tempos.length} tempos. The limit is ${MAX_TEMPOS} at a time.` };
  }
  return { ok: true, tempos };
}

/** The contents of one file. */
export function planLoop(
  content: FillContent,
  stage: PlayContext,
  { tempo, repeats, loop, mix }: Pick<Practice, "loop" | "mix"> & { readonly tempo: Bpm; readonly repeats: number },
): LoopPlan {
  const source = makeSource({ ...content, tempo }, stage, { ...AS_WRITTEN, loop, mix });
  const scores = Array.from({ length: repeats }, (_, repeat) => source(repeat));
  return { tempo, scores, seconds: measureRepeats(source, repeats) };
}

/** Whether this browser has an encoder for the smaller files. */
export async function canWriteOgg(): Promise<boolean> {
  const worker = openLoops();
  try {
    return await worker.call((api) => api.canWriteOgg());
  } finally {
    worker.end();
  }
}

/** Renders one file after another and reports news. Returns a function that stops it. */
export function renderLoops(
  plans: readonly LoopPlan[],
  { player, preferences }: Pick<PlayContext, "player" | "preferences">,
  format: LoopFormat,
  onFiles: (files: readonly LoopFile[]) => void,
): () => void {
  let files: readonly LoopFile[] = plans.map(({ tempo, seconds }) => ({
    tempo,
    format,
    seconds,
    status: "waiting",
    share: 0,
    bytes: null,
  }));
  const worker = openLoops();
  let isOver = false;
  const stop = () => {
    isOver = true;
    worker.end();
  };
  const change = (index: number, change: Partial<LoopFile>) => {
    if (isOver) return;
    files = files.map((file, at) => (at === index ? { ...file, ...change } : file));
    onFiles(files);
  };
  onFiles(files);
  const setup = soundSetupOf(preferences, player);
  const run = async () => {
    for (const [index, { scores }] of plans.entries()) {
      if (isOver) return;
      change(index, { status: "running" });
      try {
        const request = { scores, setup, format };
        const onProgress = (share: number) => change(index, { share });
        const file = await worker.call((api, listen) => api.render(request, listen(onProgress)));
        change(index, { status: "done", share: 1, bytes: file.slice().buffer as ArrayBuffer });
      } catch (error) {
        if (isEnded(error)) return;
        console.error(error);
        change(index, { status: "failed" });
      }
    }
    stop();
  };
  void run();
  return stop;
}
