/**
 * `npm run fuzz`: feeds readers hostile input, then inputs of two lengths, to see how time grows. Optional: number of
 * inputs and seed.
 */
import { installPackages, ROOT } from "./prepare.mjs";

installPackages();
const { build } = await import("vite");
const bundle = (name) =>
  build({
    configFile: false,
    root: ROOT,
    logLevel: "error",
    resolve: { tsconfigPaths: true },
    build: {
      ssr: `proof/${name}.ts`,
      outDir: "build/proof",
      emptyOutDir: false,
      target: "node20",
      rollupOptions: { output: { entryFileNames: `${name}.mjs` } },
    },
  });
await bundle("fuzz");
const { fuzz } = await import("../build/proof/fuzz.mjs");
await bundle("scaling");
const { scale } = await import("../build/proof/scaling.mjs");

const [inputs = 1_000_000, seed = 20_260_301] = process.argv.slice(2).map(Number);
const began = performance.now();
const { inputs: count, failures, slowest } = await fuzz(inputs, seed, (target) => console.log(`${target}: read`));
for (const failure of failures.slice(0, 20)) console.error(failure);
console.log(
  `${count.toLocaleString("en")} inputs, seed ${seed}: ${failures.length} failures, slowest ${slowest.toFixed(1)} ms, ${Math.round((performance.now() - began) / 1000)} s in all`,
);

const scaled = await scale(({ name, growth, milliseconds, isFine }) => {
  if (!isFine)
    console.error(
      `${name}: ${growth?.toFixed(1)} times as long for 4 times the length (${Math.round(milliseconds)} ms)`,
    );
});
const tooFast = scaled.filter(({ isFine }) => !isFine);
const worst = Math.max(...scaled.map(({ growth }) => growth ?? 0));
console.log(
  `${scaled.length} inputs at two lengths: ${tooFast.length} take longer than their length explains; the most is ${worst.toFixed(1)} times for 4 times the length`,
);
process.exit(failures.length + tooFast.length > 0 ? 1 : 0);
