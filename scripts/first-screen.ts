/** Finds the modules of the first screen, so that they form one file without anything else. */

import { type Plugin, parseSync } from "vite";

interface Graph {
  getModuleInfo(id: string): { readonly code: string | null } | null;
  resolve(source: string, importer: string): Promise<{ readonly id: string; readonly external: unknown } | null>;
}

/** A module's file name. */
const SCRIPT = /[^/\\]+\.[cm]?[jt]sx?(?=\?|$)/;

/** What a module imports from another: one name, or everything. */
interface Taken {
  readonly from: string;
  readonly name: string | null;
  /** The name under which it is re-exported; empty if it isn't, null for any name as it is there. */
  readonly as: string | null;
  /** Whether the name may be somewhere else. */
  readonly isSought: boolean;
}

interface Read {
  readonly taken: readonly Taken[];
  /** The names it defines itself. */
  readonly offers: ReadonlySet<string>;
  /** A module that only re-exports: importing one name from it reaches one module. */
  readonly isDoor: boolean;
}
const NOTHING: Read = { taken: [], offers: new Set(), isDoor: false };

/**
 * The modules that `entries` import, directly or indirectly; dynamic imports don't count. Through re-exporting modules,
 * only the requested names count.
 */
export function firstScreen(entries: RegExp): Plugin & { readonly isOfIt: (id: string) => boolean } {
  let found: ReadonlySet<string> = new Set();
  return {
    name: "first-screen",
    isOfIt: (id) => found.has(id),
    async buildEnd() {
      if (this.environment.name !== "client") return;
      const begin = [...this.getModuleIds()].filter((id) => entries.test(id));
      found = await reach(begin, this);
    },
  };
}

/** Modules by id, all that `entries` reach. */
export async function reach(entries: readonly string[], graph: Graph): Promise<Set<string>> {
  const reads = new Map<string, Promise<Read>>();
  const asked = new Set<string>();
  const found = new Set<string>();
  const waiting: Omit<Taken, "as">[] = entries.map((from) => ({ from, name: null, isSought: false }));
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { from: id, name, isSought } = next;
    const reading = reads.get(id) ?? readModule(id, graph);
    reads.set(id, reading);
    const { taken, offers, isDoor } = await reading;
    if (isSought && name !== null && !offers.has(name) && !taken.some(({ as }) => as === null)) continue;
    const wanted = isDoor ? name : null;
    const question = `${id} ${wanted ?? ""}`;
    if (asked.has(question)) continue;
    asked.add(question);
    found.add(id);
    for (const one of taken) {
      if (wanted === null || one.as === wanted) waiting.push(one);
      else if (one.as === null) waiting.push({ from: one.from, name: wanted, isSought: true });
    }
  }
  return found;
}

async function readModule(id: string, graph: Graph): Promise<Read> {
  const code = graph.getModuleInfo(id)?.code;
  if (!code) return NOTHING;
  const { program, module } = parseSync(SCRIPT.exec(id)?.[0] ?? "module.js", code);
  const exports = module.staticExports.flatMap(({ entries }) => entries).filter(({ isType }) => !isType);
  const nameOf = (one: { readonly kind: string; readonly name: string | null }) =>
    one.kind === "Default" ? "default" : one.name;
  const handedOn = new Map(exports.map(({ localName, exportName }) => [localName.name, nameOf(exportName)] as const));
  const takes = [
    ...module.staticImports.flatMap(({ moduleRequest: { value: source }, entries }) =>
      entries
        .filter(({ isType }) => !isType)
        .map(({ importName, localName }) => ({
          source,
          name: nameOf(importName),
          as: handedOn.get(localName.value) ?? "",
        })),
    ),
    ...module.staticImports
      .filter(({ entries }) => entries.length === 0)
      .map(({ moduleRequest: { value: source } }) => ({ source, name: null, as: "" })),
    ...exports.flatMap(({ moduleRequest, importName, exportName }) =>
      moduleRequest ? [{ source: moduleRequest.value, name: nameOf(importName), as: nameOf(exportName) }] : [],
    ),
  ];
  const taken = await Promise.all(
    takes.map(async ({ source, ...take }) => {
      const resolved = await graph.resolve(source, id);
      return resolved && !resolved.external ? [{ ...take, from: resolved.id, isSought: false }] : [];
    }),
  );
  return {
    taken: taken.flat(),
    offers: new Set(exports.flatMap(({ exportName }) => nameOf(exportName) ?? [])),
    isDoor: program.body.every(
      (one) =>
        one.type === "ImportDeclaration" ||
        one.type === "ExportAllDeclaration" ||
        (one.type === "ExportNamedDeclaration" && !one.declaration) ||
        // "use strict"
        (one.type === "ExpressionStatement" && "directive" in one && one.directive !== undefined),
    ),
  };
}
