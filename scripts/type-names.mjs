/** Finds type names declared in more than one file. */
import { readdirSync, readFileSync } from "node:fs";
import ts from "typescript";

const isType = (node) =>
  ts.isTypeAliasDeclaration(node) || ts.isInterfaceDeclaration(node) || ts.isClassDeclaration(node);

/** Each name with its declarations: file, whether it is exported, and the code without comments. */
export function listTypeNames(root) {
  const places = new Map();
  for (const name of readdirSync(`${root}/app`, { recursive: true })) {
    const file = `app/${name}`;
    if (!/\.tsx?$/.test(file)) continue;
    if (/\.test\.tsx?$|\/testing|type-tests/.test(file)) continue;
    const source = ts.createSourceFile(file, readFileSync(`${root}/${file}`, "utf8"), ts.ScriptTarget.Latest, true);
    for (const node of source.statements) {
      if (!isType(node) || !node.name) continue;
      const isExported = node.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword) ?? false;
      const shape = node
        .getText(source)
        .replace(/\/\*[\s\S]*?\*\/|\/\/.*$/gm, "")
        .replace(/\s+/g, " ");
      const known = places.get(node.name.text) ?? [];
      // An interface and a class in one file may be one thing.
      if (known.some((place) => place.file === file)) continue;
      places.set(node.name.text, [...known, { file, isExported, shape }]);
    }
  }
  return places;
}

/** Names with two meanings: declared in several files, unless all are private and equal. */
export function listRepeatedTypeNames(root) {
  return [...listTypeNames(root)]
    .filter(([, places]) => places.length > 1)
    .filter(
      ([, places]) => places.some(({ isExported }) => isExported) || new Set(places.map(({ shape }) => shape)).size > 1,
    )
    .map(([name, places]) => ({ name, files: places.map(({ file }) => file).sort() }));
}
