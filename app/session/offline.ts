/** Progress of keeping the app for offline use, and the worker that does it. */

const WORKER = "/service-worker.js";
/** Milliseconds before the worker is asked again for missing files. */
const TRY_AGAIN = 30_000;

/** Number of kept files, and the total. */
export interface OfflineProgress {
  readonly kept: number;
  readonly of: number;
}

/** Null if no worker keeps the app, or not yet. */
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
 * Registers the service worker and makes sure it keeps all files, however often the network drops; calls back when a
 * new version is waiting.
 */
export async function keepApp(onWaiting: (worker: ServiceWorker) => void): Promise<void> {
  const { serviceWorker } = navigator;
  const registration: ServiceWorkerRegistration | undefined = await serviceWorker.register(WORKER);
  // A browser that blocks service workers may return nothing.
  if (!registration) return;
  const look = () => {
    // Without a controller, the waiting worker is the first version.
    if (registration.waiting && serviceWorker.controller) onWaiting(registration.waiting);
    // If the first version couldn't be downloaded completely, nothing is kept.
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

/** Registers it now, and retries if that fails without a network. */
export function startKeepingApp(onWaiting: (worker: ServiceWorker) => void): void {
  keepApp(onWaiting).catch((error: unknown) => {
    console.error(error);
    tryAgainLater(onWaiting);
  });
}
