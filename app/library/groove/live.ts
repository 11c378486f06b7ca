import { useEffect, useState } from "react";
import { watch } from "~/data/watch";
import { currentBook } from "../current";
import type { GrooveChoice, ShippedGroove } from "./choices";
import { listGrooves } from "./list";

/** All grooves, re-read whenever one is added, changed or deleted; undefined until then. */
export function useLiveGrooves(shipped: readonly ShippedGroove[]): GrooveChoice[] | undefined {
  const [grooves, setGrooves] = useState<GrooveChoice[]>();
  useEffect(() => watch(async () => listGrooves(await currentBook(), shipped), setGrooves), [shipped]);
  return grooves;
}
