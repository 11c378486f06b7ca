/** Debian's Chromium, and how it starts without a display, a network or a user's click before sound. */
import { existsSync } from "node:fs";

/** Debian's packages of it, the lighter one first: it is the same browser without windows, and opens pages sooner. */
export const CHROMIUM_PACKAGES = ["chromium-headless-shell", "chromium"];

/** The path of the Chromium that is installed, or undefined. */
export function findChromium() {
  const paths = [process.env.CHROMIUM_PATH ?? [], CHROMIUM_PACKAGES.map((name) => `/usr/bin/${name}`)].flat();
  return paths.find((path) => existsSync(path));
}

export const CHROMIUM_ARGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--autoplay-policy=no-user-gesture-required",
];
