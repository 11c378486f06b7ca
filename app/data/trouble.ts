/** The ways in which the browser's storage can fail. */

export type StorageTrouble =
  /** No space left. */
  | "full"
  /** A later version of the app has upgraded the database. */
  | "newer"
  /** Another tab with an earlier version of the app blocks the upgrade. */
  | "blocked"
  /** The browser stores nothing for this page. */
  | "missing"
  /** It does not answer. */
  | "silent"
  | "other";

const NAMES: Readonly<Record<string, StorageTrouble>> = {
  QuotaExceededError: "full",
  VersionError: "newer",
  // Closed while site data is cleared: it can be opened again in a moment. See {@link noteOutdated}.
  DatabaseClosedError: "silent",
  MissingAPIError: "missing",
  SecurityError: "missing",
  BlockedError: "blocked",
  SilentError: "silent",
};

let isOutdated = false;

/** From now on, a closed database means that a later version of the app has changed it: this page can't reopen it. */
export function noteOutdated(): void {
  isOutdated = true;
}

/** The trouble behind an error or its causes. */
export function troubleOf(error: unknown): StorageTrouble {
  const names = namesOf(error);
  if (isOutdated && names.includes("DatabaseClosedError")) return "newer";
  return names.map((name) => NAMES[name]).find((known) => known !== undefined) ?? "other";
}

/** The names of an error and its causes. */
function namesOf(error: unknown): string[] {
  const names: string[] = [];
  for (let cause = error; cause instanceof Error || cause instanceof DOMException; cause = causeOf(cause)) {
    names.push(cause.name);
  }
  return names;
}

/** Errors of the storage itself: right after a crash, it may still be busy with its files. */
const PASSING = ["UnknownError", "AbortError", "OpenFailedError", "InvalidStateError", "TimeoutError"];

/** Whether a retry in a moment may succeed. */
export function isPassing(error: unknown): boolean {
  return (
    ["silent", "blocked", "full"].includes(troubleOf(error)) || namesOf(error).some((name) => PASSING.includes(name))
  );
}

function causeOf(error: object): unknown {
  return "inner" in error ? error.inner : "cause" in error ? error.cause : null;
}

/** An error that {@link troubleOf} recognizes. */
export function makeTrouble(name: "BlockedError" | "SilentError" | "VersionError"): Error {
  return Object.assign(new Error(NAMES[name]), { name });
}

/** Fails after `time` milliseconds without a result: storage may hang without an error. */
export async function withTimeout<Result>(
  time: number,
  work: Promise<Result>,
  silence: () => Error = () => makeTrouble("SilentError"),
): Promise<Result> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(silence()), time);
  });
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
  }
}
