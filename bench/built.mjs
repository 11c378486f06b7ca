/** Serves the built app and opens a browser on it, for timings. */
import { spawn } from "node:child_process";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";

export const PORT = 4193;

export const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

const server = spawn("node", ["server/serve.mjs"], {
  env: { ...process.env, PORT: String(PORT) },
  stdio: ["ignore", "pipe", "inherit"],
});
// Even if something below fails: a leftover server would keep the caller waiting.
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });

/** A newcomer's Stack, with hooks for when keys are pressed, painted and heard. */
export async function openStack() {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(() => {
    // When the first scheduled sound will be heard, in page time.
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
      // Packages test the browser with sounds of one or two samples.
      if (this.context instanceof AudioContext && this.buffer?.duration > 0.01) {
        window.firstSound ??= performance.now() + Math.max(0, when - this.context.currentTime) * 1000;
      }
      return start.call(this, when, ...rest);
    };
    window.keyTimes = [];
    window.addEventListener(
      "keydown",
      () => {
        const began = performance.now();
        window.lastKey = began;
        // After painting the frame with the change.
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => window.keyTimes.push(performance.now() - began);
          channel.port2.postMessage(0);
        });
      },
      true,
    );
  });
  await page.goto(`http://127.0.0.1:${PORT}/`);
  await page.getByRole("grid", { name: /Stack/ }).waitFor();
  // The server's drawing can be seen; playback works once the book is open.
  await page.waitForFunction(() => document.querySelector("[inert]") === null);
  return { page, context };
}

export async function close() {
  await browser.close();
  server.kill();
  server.stdout.destroy();
}
