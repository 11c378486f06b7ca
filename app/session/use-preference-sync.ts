import { useEffect } from "react";
import { bookName, currentBook } from "~/library/current";
import { loadPreferences } from "~/library/preferences-store";
import { usePreferenceLink } from "./preferences";

/** Tells other tabs which preferences changed here, and applies their changes. */
export function usePreferenceSync() {
  const link = usePreferenceLink();
  useEffect(() => {
    if (typeof BroadcastChannel === "undefined") return;
    const channel = new BroadcastChannel(`dime-stack:preferences:${bookName()}`);
    link.onKept = (fields) => channel.postMessage(fields);
    channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      // Another tab may run another version of the app.
      const fields = Array.isArray(data) ? data.filter((field) => typeof field === "string") : [];
      const read = async () => link.take(await loadPreferences(await currentBook()), fields);
      read().catch(console.error);
    };
    return () => {
      link.onKept = null;
      channel.close();
    };
  }, [link]);
}
