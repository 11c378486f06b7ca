import { defineRows } from "../kind";
import { type CellContent, cellContentSchema } from "./content";

export const KIND = defineRows<CellContent>({
  content: cellContentSchema,
  isOncePerContent: true,
  // The own cell it was made from; rudiments ship.
  listRefs: ({ origin: { source } }) => (source === null ? [] : [{ key: "cells", id: source }]),
  rename: (content, idOf) => {
    const { source } = content.origin;
    return source === null
      ? content
      : { ...content, origin: { ...content.origin, source: idOf({ key: "cells", id: source }) } };
  },
});
