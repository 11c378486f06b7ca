/** Debian's Chromium, and how to start it without a display, a network or a click before sound. */
import { existsSync } from "node:fs";

/** Debian's packages, the lighter one first: the same browser without windows, which opens pages faster. */
export const CHROMIUM_PACKAGES = ["chromium-headless-shell", "chromium"];

/** The path of the installed Chromium; undefined if there is none. */
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
