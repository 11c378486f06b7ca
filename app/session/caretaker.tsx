/**
 * What goes on beside the screens: the app is kept for use without a network, a version that came later is offered and
 * never forced, the book is looked after, and so is the sound. It comes once the first screen is there.
 */

import { useEffect, useState } from "react";
import { flushSaves } from "~/data/autosave";
import { useStorageKeeper } from "./storage-keeper";
import { useImportWatch } from "./use-imports";
import { useOutputWatch } from "./use-output";

const WORKER = "/service-worker.js";

/** Registers what keeps the app, once the page has nothing better to do; calls back with a version that waits. */
async function keepApp(onWaiting: (worker: ServiceWorker) => void): Promise<void> {
  const registration: ServiceWorkerRegistration | undefined = await navigator.serviceWorker.register(WORKER);
  // A browser that is told to keep no such worker may say nothing.
  if (!registration) return;
  const look = () => {
    // With nothing in control, what waits is the first version there is.
    if (registration.waiting && navigator.serviceWorker.controller) onWaiting(registration.waiting);
  };
  look();
  registration.addEventListener("updatefound", () => registration.installing?.addEventListener("statechange", look));
  document.addEventListener("visibilitychange", () => {
    // Without a network there is nothing newer.
    if (document.visibilityState === "visible") registration.update().catch(() => {});
  });
}

export default function Caretaker() {
  useStorageKeeper();
  useOutputWatch();
  useImportWatch();
  const [waiting, setWaiting] = useState<ServiceWorker | null>(null);
  useEffect(() => {
    if (import.meta.env.DEV || !("serviceWorker" in navigator)) return;
    const start = () => void keepApp(setWaiting).catch(console.error);
    // The first picture comes first.
    const idle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 1));
    const onLoad = () => void idle(start);
    if (document.readyState === "complete") onLoad();
    else window.addEventListener("load", onLoad, { once: true });
    return () => window.removeEventListener("load", onLoad);
  }, []);
  if (!waiting) return null;
  const change = async () => {
    await flushSaves();
    navigator.serviceWorker.addEventListener("controllerchange", () => window.location.reload(), { once: true });
    waiting.postMessage({ type: "use-now" });
  };
  return (
    <div role="status" className="alert mx-4 my-2 py-2 text-sm print:hidden">
      <span className="flex-1">A new version of Dime Stack is ready. Go on as long as you like.</span>
      <button type="button" className="btn btn-sm" onClick={() => void change()}>
        Reload with it
      </button>
      <button type="button" className="btn btn-sm btn-ghost" onClick={() => setWaiting(null)}>
        Later
      </button>
    </div>
  );
}
