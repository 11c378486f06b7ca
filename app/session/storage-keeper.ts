/**
 * Looks after the book while the app is open: asks the browser to persist it, backs it up to the chosen folder, packs
 * old runs, and clears old things from the bin.
 */

import { useEffect } from "react";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/library/current";
import { isFirstTime } from "~/library/marks";
import { dayOf } from "~/library/practice/local-day";
import { plural } from "~/words/time";
import { packLog, withBackupFile } from "./backups";
import { useSay } from "./session";

const EVERY = 5 * 60 * 1000;
/** From this many own things on, the book is worth protecting. */
const WORTH_KEEPING = 3;
/** From this many more days of runs on, packing is worth a worker. */
const WORTH_PACKING = 30;
/** Days of runs at the last packing. */
let packedDays = 0;

async function lookAfter(say: (words: string) => void): Promise<void> {
  const { backUpToFolder } = await import("~/library/backup");
  const book = await currentBook();
  await flushSaves();
  const now = Date.now();
  await backUpToFolder(book, now, withBackupFile);
  if ((await book.fills.count()) >= WORTH_KEEPING && (await isFirstTime(book, "asked-to-keep"))) {
    await navigator.storage?.persist?.();
  }
  const { countDayOfUse, emptyOldBins } = await import("~/library/bin");
  const gone = await emptyOldBins(book, await countDayOfUse(book, dayOf(now)));
  if (gone > 0)
    say(`${plural(gone, "thing")} that had been in the bin for 30 days of use ${gone === 1 ? "is" : "are"} deleted.`);
  const days = await book.runs.count();
  if (days >= packedDays + WORTH_PACKING) {
    packedDays = days;
    await packLog();
  }
}

export function useStorageKeeper() {
  const say = useSay();
  useEffect(() => {
    const look = () => void lookAfter(say).catch(console.error);
    const timer = setInterval(look, EVERY);
    const onHide = () => {
      if (document.visibilityState === "hidden") look();
    };
    document.addEventListener("visibilitychange", onHide);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", onHide);
    };
  }, [say]);
}
