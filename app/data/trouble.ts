/** What can be wrong with the browser's storage. */

export type StorageTrouble =
  /** No room left. */
  | "full"
  /** A later version of the app has changed the database. */
  | "newer"
  /** Another tab with an earlier version of the app keeps the database from being brought up to date. */
  | "blocked"
  /** The browser keeps nothing for this page. */
  | "missing"
  /** It does not answer. */
  | "silent"
  | "other";

const NAMES: Readonly<Record<string, StorageTrouble>> = {
  QuotaExceededError: "full",
  VersionError: "newer",
  // Closed for a later version, and not to be opened again.
  DatabaseClosedError: "newer",
  MissingAPIError: "missing",
  SecurityError: "missing",
  BlockedError: "blocked",
  SilentError: "silent",
};

/** The trouble that an error tells of, or that it was caused by. */
export function troubleOf(error: unknown): StorageTrouble {
  return (
    namesOf(error)
      .map((name) => NAMES[name])
      .find((known) => known !== undefined) ?? "other"
  );
}

/** The names of an error and of what caused it. */
function namesOf(error: unknown): string[] {
  const names: string[] = [];
  for (let cause = error; cause instanceof Error || cause instanceof DOMException; cause = causeOf(cause)) {
    names.push(cause.name);
  }
  return names;
}

/** What a browser's storage answers when it is at fault itself: right after a crash it may still be busy with its files. */
const PASSING = ["UnknownError", "AbortError", "OpenFailedError", "InvalidStateError", "TimeoutError"];

/** Whether the same may go well in a moment. */
export function isPassing(error: unknown): boolean {
  return (
    ["silent", "blocked", "full"].includes(troubleOf(error)) || namesOf(error).some((name) => PASSING.includes(name))
  );
}

function causeOf(error: object): unknown {
  return "inner" in error ? error.inner : "cause" in error ? error.cause : null;
}

/** An error that {@link troubleOf} knows. */
export function makeTrouble(name: "BlockedError" | "SilentError" | "VersionError"): Error {
  return Object.assign(new Error(NAMES[name]), { name });
}

/** Fails when nothing has come of it after `time` milliseconds: storage may hang without an error. */
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
