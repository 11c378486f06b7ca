import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";

const ROOT = join(import.meta.dirname, "..");
interface LockFile {
  readonly packages: Readonly<
    Record<string, { readonly version?: string; readonly engines?: { readonly node?: string } }>
  >;
}
const read = <File>(name: string): File => JSON.parse(readFileSync(join(ROOT, name), "utf8"));

/**
 * The oldest Node allowed by a range such as ">=20.16.0 || >=22.3.0" or "^20.19 || >=22"; null for one that it can't
 * read.
 */
function oldestOf(range: string): number[] | null {
  const found = [...range.matchAll(/(?:>=|\^|~)?\s*v?(\d+)(?:\.(\d+))?(?:\.(\d+))?/g)].map(([, ...parts]) =>
    parts.map((part) => Number(part ?? 0)),
  );
  return found.toSorted(compare)[0] ?? null;
}

function compare(a: readonly number[], b: readonly number[]): number {
  const at = [0, 1, 2].find((part) => a[part] !== b[part]);
  return at === undefined ? 0 : (a[at] ?? 0) - (b[at] ?? 0);
}

test("no package requires a newer Node than ours", () => {
  const ours = oldestOf(read<{ engines: { node: string } }>("package.json").engines.node);
  if (!ours) throw new Error("no Node is asked for");
  const newer = Object.entries(read<LockFile>("package-lock.json").packages).filter(([, { engines }]) => {
    const oldest = engines?.node ? oldestOf(engines.node) : null;
    return oldest !== null && compare(oldest, ours) > 0;
  });
  expect(newer.map(([name]) => name)).toEqual([]);
});
