/** A schema error in a file, as a problem that the interface can word. */

import type { z } from "zod";
import { type BookProblem, type FieldFault, itemOf } from "./book-file";
import type { KindKey } from "./kinds";

/** The first problem of `data`; `of` says which item of the file it is. */
export function firstFieldProblem(
  error: z.ZodError,
  data: unknown,
  of: { readonly key: KindKey; readonly index: number } | null = null,
): BookProblem {
  const issue = error.issues[0];
  const path = issue?.path ?? [];
  const item = of && itemOf(of.key, of.index);
  return { kind: "field", path: path.join("."), item, fault: faultOf(issue, valueAt(data, path)) };
}

function valueAt(data: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>((value, key) => (value as Record<PropertyKey, unknown> | null | undefined)?.[key], data);
}

const SIZED: Readonly<Record<string, "text" | "list">> = { string: "text", array: "list" };

function faultOf(issue: z.core.$ZodIssue | undefined, value: unknown): FieldFault {
  if (value === undefined) return { kind: "missing" };
  switch (issue?.code) {
    case "invalid_type":
      return { kind: "type", wanted: issue.expected };
    case "too_small":
      return { kind: "less", limit: Number(issue.minimum), of: SIZED[issue.origin] ?? "number" };
    case "too_big":
      return { kind: "more", limit: Number(issue.maximum), of: SIZED[issue.origin] ?? "number" };
    case "unrecognized_keys":
      return { kind: "unknown", names: issue.keys };
    case "invalid_value":
      return { kind: "choice", from: issue.values.map(String) };
    case "custom":
      return { kind: "told", words: issue.message };
    default:
      return { kind: "other" };
  }
}
