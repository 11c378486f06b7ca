/** Every key of the Shed, what it does, and the words for the key list. */

import type { Result } from "~/core";
import type { KeyGroup } from "~/ui/key-list";
import { type KeepsKey, type KeyedScene, listTable, type TableKey, useKeyTable } from "~/ui/use-key-table";

interface ShedKeyScene extends KeyedScene {
  readonly togglePlay: () => void;
  readonly rate: (result: Result) => void;
  readonly move: (by: 1 | -1) => void;
  readonly toggleBeside: () => void;
}

const KEYS: readonly TableKey<ShedKeyScene>[] = [
  { keys: [" "], does: "start or stop", run: ({ togglePlay }) => togglePlay() },
  { keys: ["1", "Enter"], does: "judge yourself: clean", run: ({ rate }) => rate("clean") },
  { keys: ["2"], does: "nearly", run: ({ rate }) => rate("nearly") },
  { keys: ["3"], does: "not yet", run: ({ rate }) => rate("no") },
  { keys: ["]", "ArrowRight"], does: "next step", run: ({ move }) => move(1) },
  { keys: ["[", "ArrowLeft"], does: "step before", run: ({ move }) => move(-1) },
  { keys: ["z"], does: "large, for beside the kit", run: ({ toggleBeside }) => toggleBeside() },
  { keys: ["?"], does: "this list", run: ({ keyList }) => keyList.current?.showModal() },
];

export const SHED_KEY_GROUPS: readonly KeyGroup[] = [listTable("Anywhere in the Shed", KEYS, false)];

const keepsKey: KeepsKey = (key, focused) =>
  ([" ", "Enter"].includes(key) && focused.closest("button, a, summary, input, select, [role=button]") !== null) ||
  (key.startsWith("Arrow") && focused.closest("input, select, [role=grid], [role=listbox], [role=tablist]") !== null);

export function useShedKeys(scene: ShedKeyScene) {
  useKeyTable(KEYS, scene, keepsKey);
}
