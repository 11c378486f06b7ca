/** How far the app is kept for use without a network, and the worker that keeps it. */

const WORKER = "/service-worker.js";
/** Milliseconds before the worker is asked again to keep what is missing. */
const TRY_AGAIN = 30_000;

/** Files that are kept, of all there are. */
export interface OfflineProgress {
  readonly kept: number;
  readonly of: number;
}

/** Null where no worker keeps the app, or not yet. */
export async function askHowFar(): Promise<OfflineProgress | null> {
  const worker = "serviceWorker" in navigator ? navigator.serviceWorker.controller : null;
  if (!worker) return null;
  const { port1, port2 } = new MessageChannel();
  const answer = new Promise<OfflineProgress>((told) => {
    port1.onmessage = ({ data }: MessageEvent<OfflineProgress>) => told(data);
  });
  worker.postMessage({ type: "how-far" }, [port2]);
  return answer;
}

/**
 * Registers what keeps the app and sees that it keeps all of it, however often the network goes away meanwhile; calls back with a
 * version that waits.
 */
export async function keepApp(onWaiting: (worker: ServiceWorker) => void): Promise<void> {
  const { serviceWorker } = navigator;
  const registration: ServiceWorkerRegistration | undefined = await serviceWorker.register(WORKER);
  // A browser that blocks service workers may return nothing.
  if (!registration) return;
  const look = () => {
    // With nothing in control, what waits is the first version there is.
    if (registration.waiting && serviceWorker.controller) onWaiting(registration.waiting);
    // A first version that couldn't be fetched whole goes away: without it nothing is kept.
    if (!registration.installing && !registration.active && !registration.waiting) tryAgainLater(onWaiting);
  };
  look();
  const watch = () => registration.installing?.addEventListener("statechange", look);
  watch();
  registration.addEventListener("updatefound", watch);
  document.addEventListener("visibilitychange", () => {
    // Without a network there is nothing newer.
    if (document.visibilityState === "visible") registration.update().catch(() => {});
  });
  await serviceWorker.ready;
  keepAll(registration);
}

function keepAll(registration: ServiceWorkerRegistration) {
  const ask = async () => {
    registration.active?.postMessage({ type: "keep-all" });
    const { kept = 0, of = 1 } = (await askHowFar()) ?? {};
    if (kept < of) setTimeout(() => void ask(), TRY_AGAIN);
  };
  void ask();
}

function tryAgainLater(onWaiting: (worker: ServiceWorker) => void) {
  const again = () => {
    clearTimeout(timer);
    window.removeEventListener("online", again);
    keepApp(onWaiting).catch(() => tryAgainLater(onWaiting));
  };
  const timer = setTimeout(again, TRY_AGAIN);
  window.addEventListener("online", again);
}

/** Registers it now; where that can't be done without a network, again and again. */
export function startKeepingApp(onWaiting: (worker: ServiceWorker) => void): void {
  keepApp(onWaiting).catch((error: unknown) => {
    console.error(error);
    tryAgainLater(onWaiting);
  });
}
