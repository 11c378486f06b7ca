/** The recorded cymbals, fetched once by the worker that needs them. */

import type { Recordings } from "~/audio/recordings";
import url from "~/audio/recordings/cymbals.wav?url";
import { readRecordings } from "~/audio/recordings-file";

let fetched: Promise<Recordings> | null = null;

async function fetchRecordings(): Promise<Recordings> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`the recordings could not be fetched: ${response.status}`);
  return readRecordings(new Uint8Array(await response.arrayBuffer()));
}

/** Rejects where the file can't be had; asked again, it tries again. */
export function loadRecordings(): Promise<Recordings> {
  fetched ??= fetchRecordings();
  fetched.catch(() => {
    fetched = null;
  });
  return fetched;
}
