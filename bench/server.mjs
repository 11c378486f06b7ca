/** Five hundred clients at once request the demo's book, after the first answer is cached. */
import { spawn } from "node:child_process";
import { Agent, get } from "node:http";

const PORT = 4195;
const CLIENTS = 500;
const agent = new Agent({ maxSockets: CLIENTS });
const address = `http://127.0.0.1:${PORT}/content/demo`;

const server = spawn("node", ["server/serve.mjs"], {
  env: { ...process.env, PORT: String(PORT), DIME_BOOK: "demo" },
  stdio: ["ignore", "pipe", "inherit"],
});
process.on("exit", () => server.kill());
await new Promise((resolve) => server.stdout.once("data", resolve));

/** Responses aren't unpacked: that would be the clients' time. */
const time = () =>
  new Promise((done, failed) => {
    const began = performance.now();
    const asked = get(address, { agent, headers: { "accept-encoding": "gzip" } }, (response) => {
      if (response.statusCode !== 200) failed(new Error(`the server answered ${response.statusCode}`));
      response.on("end", () => done(performance.now() - began)).resume();
    });
    asked.on("error", failed);
  });
const first = await time();
const times = await Promise.all(Array.from({ length: CLIENTS }, time));
server.kill();
server.stdout.destroy();
console.log(`\n${"server (one run)".padEnd(56)}${"to hold".padStart(10)}${"ours".padStart(14)}`);
for (const [what, hold, value] of [
  ["the demo's book, for the first who asks", "", first],
  [`the last of ${CLIENTS} who ask at once then`, "1 000 ms", Math.max(...times)],
]) {
  console.log(`${what.padEnd(56)}${hold.padStart(10)}${`${Math.round(value).toLocaleString("en")} ms`.padStart(14)}`);
}
