/** `npm run build`: the app, the service worker, pages for a static host, and compressed files. */
import { spawn } from "node:child_process";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";

/** React Router still sets this option, and Vite warns about it. Nobody here can change that. */
const NOT_OURS = "`envFile` option is deprecated";

async function run(command, ...args) {
  const child = spawn(command, args, {
    cwd: fileURLToPath(new URL("..", import.meta.url)),
    stdio: ["ignore", "inherit", "pipe"],
  });
  createInterface({ input: child.stderr }).on("line", (line) => {
    if (!line.includes(NOT_OURS)) console.error(line);
  });
  const status = await new Promise((done) => child.once("close", done));
  if (status !== 0) process.exit(status ?? 1);
}

await run("node", "node_modules/@react-router/dev/bin.js", "build");
await run("node", "scripts/budget.mjs");
await run("node", "scripts/offline.mjs");
await run("node", "scripts/static.mjs");
await run("node", "scripts/compress.mjs");
