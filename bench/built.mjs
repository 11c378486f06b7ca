/** The built app served, and a browser on it, for timings. */
import { spawn } from "node:child_process";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";

export const PORT = 4193;

export const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

const server = spawn("node", ["server/serve.mjs"], {
  env: { ...process.env, PORT: String(PORT) },
  stdio: ["ignore", "pipe", "inherit"],
});
// Also when something below fails: a server left running would keep whoever called this waiting.
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });

/** The Stack of a newcomer, with what tells when keys were pressed, painted and heard. */
export async function openStack() {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(() => {
    // When the first scheduled sound will be heard, in page time.
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
      // Packages try the browser out with sounds of a sample or two.
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
        // After the frame that shows the change has been painted.
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
  // What the server drew can be looked at; what can be played is there once the book is open.
  await page.waitForFunction(() => document.querySelector("[inert]") === null);
  return { page, context };
}

export async function close() {
  await browser.close();
  server.kill();
  server.stdout.destroy();
}
