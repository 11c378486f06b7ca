/** The values of a table that has at least one, for schemas that are one of several. Throws on an empty table. */
export function valuesOf<Value>(table: Readonly<Record<string, Value>>): [Value, ...Value[]] {
  const [first, ...others] = Object.values(table);
  if (first === undefined) throw new Error("a table of variants is empty");
  return [first, ...others];
}
