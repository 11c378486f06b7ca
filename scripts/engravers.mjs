/** `npm run engravers`: the same ten bars in our engraving and another one, as pictures for the decision. */
import { writeFileSync } from "node:fs";
import { installChromium, installPackages, ROOT } from "./prepare.mjs";

installPackages();
installChromium();
// Imported late: on a fresh machine there are no packages before.
const [{ build }, { chromium }, { CHROMIUM_ARGS, findChromium }] = await Promise.all([
  import("vite"),
  import("@playwright/test"),
  import("./chromium.mjs"),
]);
await build({
  configFile: false,
  root: ROOT,
  logLevel: "error",
  resolve: { tsconfigPaths: true },
  build: {
    ssr: "proof/engravers.ts",
    outDir: "build/proof",
    emptyOutDir: false,
    target: "node20",
    rollupOptions: { output: { entryFileNames: "engravers.mjs" } },
  },
});
const { drawBoth } = await import("../build/proof/engravers.mjs");

const bars = await drawBoth();
const browser = await chromium.launch({ executablePath: findChromium(), args: CHROMIUM_ARGS });
for (const by of ["ours", "theirs"]) {
  const rows = bars.map((bar) => `<figure><figcaption>${bar.what}</figcaption>${bar[by]}</figure>`);
  const style =
    "body{margin:12px;font:13px sans-serif;display:grid;grid-template-columns:1fr 1fr;gap:8px 16px;background:#fff}figure{margin:0}svg{max-width:100%}";
  const page = await browser.newPage({ viewport: { width: 1300, height: 300 } });
  await page.setContent(`<!doctype html><meta charset="utf-8"><style>${style}</style>${rows.join("")}`);
  writeFileSync(`${ROOT}/docs/decisions/023-${by}.png`, await page.screenshot({ fullPage: true }));
}
await browser.close();
