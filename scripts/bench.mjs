/**
 * `npm run bench`: timings of the engine and of the built app in the browser; `npm run bench -- practice` for one part.
 */
import { spawnSync } from "node:child_process";
import { build, installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
build();
// Imported late: on a fresh machine there are no packages before.
const { build: bundle } = await import("vite");
const wanted = process.argv.slice(2);

async function bundled(name) {
  await bundle({
    configFile: false,
    root: ROOT,
    logLevel: "error",
    resolve: { tsconfigPaths: true },
    // A package in the older module format, from which Node can't import names.
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

/** Each starts its own server and browser, and closes them. */
function inBrowser(name) {
  const { status } = spawnSync(process.execPath, [`bench/${name}.mjs`], { cwd: ROOT, stdio: "inherit" });
  if (status !== 0) process.exitCode = 1;
}

/** What runs, by name. */
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
  presses: () => inBrowser("presses"),
};
for (const [name, run] of Object.entries(PARTS)) if (wanted.length === 0 || wanted.includes(name)) await run();
