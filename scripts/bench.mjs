/** `npm run bench`: timings of the engine and of the built app in the browser; `npm run bench -- practice` for some. */
import { spawnSync } from "node:child_process";
import { build, installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
build();
// Imported only now: on a fresh machine there is no package before.
const { build: bundle } = await import("vite");
const wanted = process.argv.slice(2);

async function bundled(name) {
  await bundle({
    configFile: false,
    root: ROOT,
    logLevel: "error",
    resolve: { tsconfigPaths: true },
    // A package in the older form of modules, which Node would not take names from.
    ssr: { noExternal: ["wavefile"] },
    build: {
      ssr: `bench/${name}.ts`,
      outDir: "build/bench",
      emptyOutDir: false,
      target: "node20",
      rollupOptions: { output: { entryFileNames: `${name}.mjs` } },
    },
  });
  return import(`../build/bench/${name}.mjs`);
}

/** Each has a server and a browser of its own, and closes them. */
function inBrowser(name) {
  const { status } = spawnSync(process.execPath, [`bench/${name}.mjs`], { cwd: ROOT, stdio: "inherit" });
  if (status !== 0) process.exitCode = 1;
}

/** By name: what of it is run. */
const PARTS = {
  engine: () => bundled("engine"),
  flow: () => bundled("flow"),
  sound: () => bundled("sound"),
  spectra: () => bundled("spectra"),
  listening: () => bundled("listening"),
  browser: () => inBrowser("browser"),
  playing: () => inBrowser("playing"),
  staff: () => inBrowser("staff"),
  paper: () => inBrowser("paper"),
  practice: () => inBrowser("practice"),
  keeping: () => inBrowser("keeping"),
  server: () => inBrowser("server"),
  years: () => inBrowser("years"),
  pages: () => inBrowser("pages"),
};
for (const [name, run] of Object.entries(PARTS)) if (wanted.length === 0 || wanted.includes(name)) await run();
