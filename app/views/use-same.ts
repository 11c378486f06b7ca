import { useRef } from "react";

/** The value as it first was, for as long as it says the same: loaders and stores bring equal data as new objects. */
export function useSame<Value>(value: Value): Value {
  const kept = useRef(value);
  if (kept.current !== value && JSON.stringify(kept.current) !== JSON.stringify(value)) kept.current = value;
  return kept.current;
}
