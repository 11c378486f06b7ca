import { useLiveQuery } from "dexie-react-hooks";
import { currentBook } from "../current";
import { type GrooveChoice, listGrooves, type ShippedGroove } from "./choices";

/** All grooves, read again whenever one is made, changed or deleted; undefined until they are read. */
export function useLiveGrooves(shipped: readonly ShippedGroove[]): GrooveChoice[] | undefined {
  return useLiveQuery(async () => listGrooves(await currentBook(), shipped), [shipped]);
}
