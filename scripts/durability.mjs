/** `npm run durability`: kills a real browser while somebody types, again and again. Kills and seed may be given. */
import { spawn } from "node:child_process";
import { build, installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
build();
const { MAY_LOSE, proveDurability } = await import("../proof/durability.mjs");

const [kills = 200, seed = 20_260_301] = process.argv.slice(2).map(Number);
const server = spawn("node", ["server/serve.mjs"], {
  cwd: ROOT,
  env: { ...process.env, PORT: "0" },
  stdio: ["ignore", "pipe", "inherit"],
});
const address = await new Promise((ready) => {
  server.stdout.on("data", (part) => {
    const [found] = /http:\S+/.exec(String(part)) ?? [];
    if (found) ready(found);
  });
});
const { failures, worst } = await proveDurability({
  address,
  kills,
  seed,
  tell: ({ round, pace, keys, lost, isGood, atWrite }) =>
    console.log(
      `${isGood ? "kept" : "LOST"}  kill ${round + 1}, ${atWrite ? "as it wrote" : "at any moment"}: ${keys} keys, ${Math.round(pace)} ms each, ${Math.round(lost)} ms lost`,
    ),
});
server.kill();
for (const failure of failures) console.error(failure);
console.log(
  `${kills} kills, seed ${seed}: ${failures.length} lost more than ${MAY_LOSE} ms or showed something older; worst ${Math.round(worst)} ms`,
);
process.exit(failures.length > 0 ? 1 : 0);
