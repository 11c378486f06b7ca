/** The workers by name. A worker starts with its first request. */

import { WorkerConnection } from "./connection";
import type { FilesApi } from "./files";
import type { FlowApi } from "./flow";
import type { GradingApi } from "./grading";
import type { LoopRenderer } from "./loops";
import type { NotesApi } from "./notes";
import type { OrchestrationApi } from "./orchestration";
import type { PaperMaker } from "./paper";
import type { SearchApi } from "./search";
import type { SoundMaker } from "./sounds";

export const openFiles = () =>
  new WorkerConnection<FilesApi>(() => new Worker(new URL("./files.ts", import.meta.url), { type: "module" }));
export const openFlow = () =>
  new WorkerConnection<FlowApi>(() => new Worker(new URL("./flow.ts", import.meta.url), { type: "module" }));
export const openGrading = () =>
  new WorkerConnection<GradingApi>(() => new Worker(new URL("./grading.ts", import.meta.url), { type: "module" }));
export const openLoops = () =>
  new WorkerConnection<LoopRenderer>(() => new Worker(new URL("./loops.ts", import.meta.url), { type: "module" }));
export const openNotes = () =>
  new WorkerConnection<NotesApi>(() => new Worker(new URL("./notes.ts", import.meta.url), { type: "module" }));
export const openOrchestration = () =>
  new WorkerConnection<OrchestrationApi>(
    () => new Worker(new URL("./orchestration.ts", import.meta.url), { type: "module" }),
  );
export const openPaper = () =>
  new WorkerConnection<PaperMaker>(() => new Worker(new URL("./paper.ts", import.meta.url), { type: "module" }));
export const openSearch = () =>
  new WorkerConnection<SearchApi>(() => new Worker(new URL("./search.ts", import.meta.url), { type: "module" }));
export const openSounds = () =>
  new WorkerConnection<SoundMaker>(() => new Worker(new URL("./sounds.ts", import.meta.url), { type: "module" }));
