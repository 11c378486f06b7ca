/** Looks after the book while the app is open: asks the browser to keep it, backs it up into the chosen folder, packs old runs. */

import { useEffect } from "react";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/library/current";
import { isFirstTime } from "~/library/marks";
import { makeBackupFile, packLog } from "./backups";

const EVERY = 5 * 60 * 1000;
/** With so many things of one's own in the book, it is worth protecting. */
const WORTH_KEEPING = 3;
/** With so many days of runs, packing them is worth a worker. */
const WORTH_PACKING = 30;
let isPacked = false;

async function lookAfter(): Promise<void> {
  const { backUpToFolder } = await import("~/library/backup");
  const book = await currentBook();
  await flushSaves();
  const now = Date.now();
  await backUpToFolder(book, now, () => makeBackupFile(now));
  if ((await book.fills.count()) >= WORTH_KEEPING && (await isFirstTime(book, "asked-to-keep"))) {
    await navigator.storage?.persist?.();
  }
  if (!isPacked && (await book.runs.count()) >= WORTH_PACKING) {
    isPacked = true;
    await packLog();
  }
}

export function useStorageKeeper() {
  useEffect(() => {
    const look = () => void lookAfter().catch(console.error);
    const timer = setInterval(look, EVERY);
    const onHide = () => {
      if (document.visibilityState === "hidden") look();
    };
    document.addEventListener("visibilitychange", onHide);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", onHide);
    };
  }, []);
}
