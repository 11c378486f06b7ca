/** The fill that was worked on last; null with nothing on the shelf. */

import { flushSaves } from "./autosave";
import { currentBook } from "./current";
import { listRows } from "./rows";

export async function latestFillId(): Promise<string | null> {
  // What is being edited counts as worked on.
  await flushSaves();
  const [latest] = await listRows((await currentBook()).fills);
  return latest?.id ?? null;
}
