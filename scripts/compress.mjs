/** After the app's build: compresses every file that gets clearly smaller, so that no visitor has to wait for it. */
import { readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { extname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";
import { brotliCompress, constants } from "node:zlib";

const CLIENT = fileURLToPath(new URL("../build/client", import.meta.url));
const KINDS = [".js", ".css", ".svg", ".json", ".webmanifest", ".wav", ".icc"];
/** Of 11: the last step takes three times as long and saves 2 %. */
const QUALITY = 10;

const compress = promisify(brotliCompress);

function isWorthIt(path) {
  // The server prepends whose book it keeps to the service worker, so it isn't sent as stored.
  return KINDS.includes(extname(path)) && !path.endsWith("service-worker.js") && statSync(path).size > 1000;
}

const paths = readdirSync(CLIENT, { recursive: true }).map((name) => join(CLIENT, name));
await Promise.all(
  paths.filter(isWorthIt).map(async (path) => {
    const plain = readFileSync(path);
    const small = await compress(plain, { params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY } });
    if (small.length < plain.length * 0.9) writeFileSync(`${path}.br`, small);
  }),
);
