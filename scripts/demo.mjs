/** `npm run demo`: installs what is missing, builds, and serves the app with the demo's book. */
import { build, installPackages } from "./prepare.mjs";

installPackages();
build();
process.env.DIME_BOOK = "demo";
await import("../server/serve.mjs");

// npm runs this in a shell, and a shell doesn't pass signals on.
if (process.env.npm_lifecycle_event) {
  const shell = process.ppid;
  setInterval(() => {
    if (process.ppid !== shell) process.kill(process.pid, "SIGTERM");
  }, 500).unref();
}
