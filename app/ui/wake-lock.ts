import { useEffect } from "react";

/** Keeps the screen on while `isOn`; does nothing if the browser can't or won't. */
export function useWakeLock(isOn: boolean) {
  useEffect(() => {
    if (!isOn || !navigator.wakeLock) return;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const ask = () => {
      if (document.visibilityState !== "visible") return;
      navigator.wakeLock.request("screen").then(
        (made) => {
          if (isOver) void made.release();
          else lock = made;
        },
        () => {},
      );
    };
    ask();
    // The lock is lost when the page is hidden.
    document.addEventListener("visibilitychange", ask);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, [isOn]);
}
