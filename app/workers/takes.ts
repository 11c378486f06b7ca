/** The recorded cymbals, fetched once by the worker that needs them. */

import type { Takes } from "~/audio/takes";
import url from "~/audio/takes/cymbals.wav?url";
import { readTakes } from "~/audio/takes-file";

let fetched: Promise<Takes> | null = null;

async function fetchTakes(): Promise<Takes> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`the takes could not be fetched: ${response.status}`);
  return readTakes(new Uint8Array(await response.arrayBuffer()));
}

/** Rejects if the file can't be loaded; another call retries. */
export function loadTakes(): Promise<Takes> {
  fetched ??= fetchTakes();
  fetched.catch(() => {
    fetched = null;
  });
  return fetched;
}
