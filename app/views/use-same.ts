import { useRef } from "react";

/** The first of several equal values: loaders and stores bring equal data as new objects. */
export function useSame<Value>(value: Value): Value {
  const kept = useRef(value);
  if (kept.current !== value && JSON.stringify(kept.current) !== JSON.stringify(value)) kept.current = value;
  return kept.current;
}
