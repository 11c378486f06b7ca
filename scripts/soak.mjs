/** `npm run soak`: a day of use at full speed, compared with a model. Optional: number of acts and seed: `-- 500 7`. */
import { spawn } from "node:child_process";
import { build, installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
build();
const { soak } = await import("../proof/soak.mjs");

const [acts = 200, seed = 20_260_301] = process.argv.slice(2).map(Number);
const server = spawn("node", ["server/serve.mjs"], {
  cwd: ROOT,
  env: { ...process.env, PORT: "0" },
  stdio: ["ignore", "pipe", "inherit"],
});
process.on("exit", () => server.kill());
const address = await new Promise((ready) => {
  server.stdout.on("data", (part) => {
    const [found] = /http:\S+/.exec(String(part)) ?? [];
    if (found) ready(found);
  });
});
const began = performance.now();
const { differences, done } = await soak({
  address,
  acts,
  seed,
  tell: ({ done: many, name }) => console.log(`${many} ${name}`),
});
for (const difference of differences) console.error(difference);
const seconds = Math.round((performance.now() - began) / 1000);
console.log(`${done} acts, seed ${seed}: ${differences.length} differences, ${seconds} s`);
process.exit(differences.length > 0 ? 1 : 0);
