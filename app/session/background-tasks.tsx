/**
 * Background work beside the screens: keeping the app for offline use, offering (never forcing) new versions, looking
 * after the book and the sound. It starts after the first screen is shown.
 */

import { useEffect, useState } from "react";
import { flushSaves } from "~/data/autosave";
import { startKeepingApp } from "./offline";
import { PageNews } from "./page-news";
import { useStorageKeeper } from "./storage-keeper";
import { useEndedPages } from "./use-ended-pages";
import { useImportWatch } from "./use-imports";
import { useOutputWatch } from "./use-output";
import { usePreferenceSync } from "./use-preference-sync";

export default function BackgroundTasks() {
  useStorageKeeper();
  useEndedPages();
  usePreferenceSync();
  useOutputWatch();
  useImportWatch();
  const [waiting, setWaiting] = useState<ServiceWorker | null>(null);
  useEffect(() => {
    if (import.meta.env.DEV || !("serviceWorker" in navigator)) return;
    const start = () => startKeepingApp(setWaiting);
    // The first picture comes first.
    const idle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 1));
    const onLoad = () => void idle(start);
    if (document.readyState === "complete") onLoad();
    else window.addEventListener("load", onLoad, { once: true });
    return () => window.removeEventListener("load", onLoad);
  }, []);
  if (!waiting) return <PageNews />;
  const change = async () => {
    await flushSaves();
    navigator.serviceWorker.addEventListener("controllerchange", () => window.location.reload(), { once: true });
    waiting.postMessage({ type: "use-now" });
  };
  return (
    <>
      <PageNews />
      <div role="status" className="alert mx-4 my-2 py-2 text-sm print:hidden">
        <span className="flex-1">A new version of Dime Stack is ready. Reload when it suits you.</span>
        <button type="button" className="btn btn-sm" onClick={() => void change()}>
          Reload
        </button>
        <button type="button" className="btn btn-sm btn-ghost" onClick={() => setWaiting(null)}>
          Later
        </button>
      </div>
    </>
  );
}
