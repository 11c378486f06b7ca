/**
 * `npm run durability`: kills a real browser while somebody types, drags, judges, imports and so on. Optional: number
 * of kills per kind, seed, and kinds: `-- 20 7 bin run`.
 */
import { spawn } from "node:child_process";
import { build, installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
build();
const { MAY_LOSE, proveDurability } = await import("../proof/durability.mjs");
const { KINDS } = await import("../proof/kinds.mjs");

const [kills = 200, seed = 20_260_301] = process.argv.slice(2, 4).map(Number);
const chosen = process.argv.slice(4);
const kinds = chosen.length > 0 ? chosen : Object.keys(KINDS);
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
let failed = 0;
for (const kind of kinds) {
  const { failures, worst } = await proveDurability({
    address,
    kind,
    kills,
    seed,
    tell: ({ round, acts, lost, isGood }) => {
      if (!isGood) console.log(`LOST  ${kind}, kill ${round + 1}: ${acts} acts, ${Math.round(lost)} ms lost`);
    },
  });
  for (const failure of failures) console.error(failure);
  failed += failures.length;
  console.log(
    `${kind}: ${kills} kills, seed ${seed}: ${failures.length} lost more than ${MAY_LOSE} ms or showed something older; worst ${Math.round(worst)} ms`,
  );
}
server.kill();
process.exit(failed > 0 ? 1 : 0);
