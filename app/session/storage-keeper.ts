/** Looks after the book while the app is open: asks the browser to keep it, and backs it up into the chosen folder. */

import { useEffect } from "react";
import { flushSaves } from "~/data/autosave";
import { currentBook } from "~/library/current";
import { isFirstTime } from "~/library/marks";

const EVERY = 5 * 60 * 1000;
/** With so many things of one's own in the book, it is worth protecting. */
const WORTH_KEEPING = 3;

async function lookAfter(): Promise<void> {
  const { backUpByItself } = await import("~/library/backup");
  const book = await currentBook();
  await flushSaves();
  await backUpByItself(book, Date.now());
  if ((await book.fills.count()) >= WORTH_KEEPING && (await isFirstTime(book, "asked-to-keep"))) {
    await navigator.storage?.persist?.();
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
