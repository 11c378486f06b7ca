/** Debian's Chromium, and how it starts without a display, a network or a user's click before sound. */
export const CHROMIUM = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";

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
