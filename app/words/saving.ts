/** Messages about saving, and about browsers that store nothing. */

import { isPassing, type StorageTrouble } from "~/data/trouble";

/** What is wrong with the storage, and what to do. */
const TROUBLES: Readonly<Record<StorageTrouble, string>> = {
  full: "The browser's storage is full. Delete files or the data of sites that you no longer need; saving resumes automatically once there is room.",
  newer: "A newer version of Dime Stack has changed the storage. Reload this page to use it.",
  blocked:
    "Another tab has an earlier version of Dime Stack open, which keeps the storage from being updated. Close the other tabs of Dime Stack, then reload this page.",
  missing:
    "This browser doesn't let Dime Stack keep anything: a private window does that, and so does a setting that blocks site data.",
  silent:
    "The browser's storage isn't answering. It is tried again every few seconds; if that doesn't help, restart the browser.",
  other: "The browser couldn't store this. It is tried again every few seconds.",
};

export function describeStorageTrouble(trouble: StorageTrouble): string {
  return TROUBLES[trouble];
}

/** About an edit that couldn't be saved. */
export function describeFailedSave(trouble: StorageTrouble, isNoted: boolean, what: string): string {
  const where = isNoted
    ? `Your last change is written down in this browser, but not in the ${what} yet.`
    : "Your last changes are only in this tab. Download a copy before you close it.";
  return `${TROUBLES[trouble]} ${where}`;
}

/** Whether a retry in a moment may help. */
export function isWorthAnotherTry(error: unknown): boolean {
  return isNetwork(error) || isPassing(error);
}

/** Whether the cause is a fetch without an answer, or a part of the app that couldn't be loaded. */
function isNetwork(error: unknown): boolean {
  return (
    error instanceof TypeError && /fetch|network|load failed|dynamically imported module|importing/i.test(error.message)
  );
}

/** Why something couldn't be opened, apart from not existing. */
export function describeOpening(error: unknown, trouble: StorageTrouble): string {
  if (isNetwork(error)) return "A part of Dime Stack couldn't be fetched. Check your connection, then try again.";
  return trouble === "other" ? "Something went wrong while opening it." : TROUBLES[trouble];
}
