/** Notes what a press asks for, before anything else can happen to its page. */

import { putAtOnce } from "~/data/put-at-once";
import { type Act, actEntry, carryOut } from "./acts";
import { openedBook } from "./current";
import type { RowKey } from "./kinds";

/** What a screen asks of a route, as far as it is an act. */
interface Asked {
  readonly intent?: string;
  readonly id?: string;
  readonly ids?: readonly string[];
  readonly copyId?: string;
}

function actOf(key: RowKey, { intent, id, ids = id === undefined ? [] : [id], copyId }: Asked): Act | null {
  if (intent === "delete" || intent === "bin") return { do: "bin", key, ids };
  if (intent === "restore") return { do: "restore", key, ids };
  if (intent === "duplicate" && id !== undefined && copyId !== undefined) return { do: "copy", id, copyId };
  return null;
}

/** To be called in the press itself, before the route is asked: anything but an act is left to the route. */
export function noteAct(key: RowKey, asked: object): void {
  const act = actOf(key, asked);
  const book = openedBook();
  if (!act || !book) return;
  const entry = actEntry(act);
  putAtOnce(book.journal, [entry], () => {});
  carryOut(book, entry.key, act).catch(console.error);
}
