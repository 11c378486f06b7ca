/** The values of a non-empty table, for schemas with alternatives. Throws on an empty table. */
export function valuesOf<Value>(table: Readonly<Record<string, Value>>): [Value, ...Value[]] {
  const [first, ...others] = Object.values(table);
  if (first === undefined) throw new Error("a table of variants is empty");
  return [first, ...others];
}
