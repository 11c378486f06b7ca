/** `npm run demo`: installs what is missing, builds, and serves the app with the demo's book. */
import { build, installPackages } from "./prepare.mjs";

installPackages();
build();
process.env.DIME_BOOK = "demo";
await import("../server/serve.mjs");
