import { z } from "zod";
import { MAX_ID } from "~/library/kind";
import { MAX_KEPT_NOTE, type Run, runSchema } from "~/library/practice/run";

const run = { id: z.string().max(MAX_ID), at: z.number() };

export const logMessages = {
  note: z.object({ ...run, note: z.string().max(MAX_KEPT_NOTE) }),
  delete: z.object(run),
  restore: z.object({ run: runSchema }),
};

export interface LogAnswer {
  readonly words?: string;
  readonly deleted?: Run | null;
}

export interface LogMessages {
  readonly address: "/log";
  readonly schemas: typeof logMessages;
  readonly answer: LogAnswer;
}
