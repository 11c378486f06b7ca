/** An XML file in the parser's ordered form, and ways to look into it. */

export interface Node {
  readonly [name: string]: unknown;
}

export function nameOf(node: Node): string {
  return Object.keys(node).find((key) => key !== ":@") ?? "";
}

export function childrenOf(node: Node | undefined): readonly Node[] {
  const inside = node?.[nameOf(node)];
  return Array.isArray(inside) ? (inside as readonly Node[]) : [];
}

export function find(nodes: readonly Node[], name: string): Node | undefined {
  return nodes.find((node) => nameOf(node) === name);
}

export function all(nodes: readonly Node[], name: string): readonly Node[] {
  return nodes.filter((node) => nameOf(node) === name);
}

export function textOf(node: Node | undefined): string {
  return childrenOf(node)
    .map((child) => String(child["#text"] ?? ""))
    .join("")
    .trim();
}

export function attribute(node: Node | undefined, name: string): string | undefined {
  return (node?.[":@"] as Record<string, string> | undefined)?.[`@_${name}`];
}

export function numberOf(node: Node | undefined): number | null {
  const text = textOf(node);
  const value = Number(text);
  return text !== "" && Number.isFinite(value) ? value : null;
}
