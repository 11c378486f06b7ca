/** Backups made in a worker: a book of many years takes time to write. */

import type { WithBackup } from "~/library/backup";
import { bookName } from "~/library/current";
import { openFiles } from "~/workers/open";

/** Seconds without an answer: it reads everything before it reports anything. */
const ANSWER_WITHIN = 300;

/** Rejects if the book can't be read, or the worker fails. */
export const withBackupFile: WithBackup = async (now, use) => {
  const worker = openFiles();
  try {
    const { name, bytes } = await worker.call((api) => api.backUp(bookName(), now), ANSWER_WITHIN);
    await use({ name, bytes, note: () => worker.call((api) => api.noteBackup()) });
  } finally {
    worker.end();
  }
};

/** Keeps the log small; see {@link packRuns}. */
export async function packLog(): Promise<void> {
  const worker = openFiles();
  try {
    await worker.call((api) => api.packRuns(bookName()), ANSWER_WITHIN);
  } finally {
    worker.end();
  }
}
