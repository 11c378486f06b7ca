/** `npm run fuzz`: feeds readers what nobody would type. How many inputs and which seed may be given. */
import { installPackages, ROOT } from "./prepare.mjs";

installPackages();
const { build } = await import("vite");
await build({
  configFile: false,
  root: ROOT,
  logLevel: "error",
  resolve: { tsconfigPaths: true },
  build: {
    ssr: "proof/fuzz.ts",
    outDir: "build/proof",
    target: "node20",
    rollupOptions: { output: { entryFileNames: "fuzz.mjs" } },
  },
});
const { fuzz } = await import("../build/proof/fuzz.mjs");

const [inputs = 1_000_000, seed = 20_260_301] = process.argv.slice(2).map(Number);
const began = performance.now();
const { inputs: count, failures, slowest } = await fuzz(inputs, seed, (target) => console.log(`${target}: read`));
for (const failure of failures.slice(0, 20)) console.error(failure);
console.log(
  `${count.toLocaleString("en")} inputs, seed ${seed}: ${failures.length} failures, slowest ${slowest.toFixed(1)} ms, ${Math.round((performance.now() - began) / 1000)} s in all`,
);
process.exit(failures.length > 0 ? 1 : 0);
