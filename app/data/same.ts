/** Whether two contents are equal, regardless of field order; undefined fields count as absent. */
export function isSame(a: unknown, b: unknown): boolean {
  return sameText(a) === sameText(b);
}

/** Equal for equal contents: a key for lookups. */
export function sameText(content: unknown): string {
  return JSON.stringify(inOrder(content));
}

function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (value === null || typeof value !== "object") return value;
  const entries = Object.entries(value).filter(([, part]) => part !== undefined);
  return Object.fromEntries(
    entries.toSorted(([one], [other]) => (one < other ? -1 : 1)).map(([key, part]) => [key, inOrder(part)]),
  );
}
