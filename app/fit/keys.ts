/** Every key of the Fit screen. */

import type { KeyGroup } from "~/ui/key-list";
import { type KeepsKey, type KeyedScene, listTable, type TableKey, useKeyTable } from "~/ui/use-key-table";

interface FitKeyScene extends KeyedScene {
  readonly count: number;
  readonly chosen: number | null;
  readonly choose: (index: number) => void;
  readonly toggle: () => void;
  readonly keep: () => void;
  readonly like: () => void;
  readonly surprise: () => void;
  readonly showBest: () => void;
}

type FitKey = TableKey<FitKeyScene>;

function step(by: number): FitKey["run"] {
  return ({ chosen, count, choose }) => {
    if (count > 0) choose(chosen === null ? 0 : Math.min(count - 1, Math.max(0, chosen + by)));
  };
}

const KEYS: readonly FitKey[] = [
  { keys: ["ArrowRight", "ArrowDown"], does: "hear the next way", run: step(1) },
  { keys: ["ArrowLeft", "ArrowUp"], does: "hear the way before", run: step(-1) },
  { keys: [" "], does: "start or stop", run: ({ toggle }) => toggle() },
  { keys: ["k"], does: "keep it on the Shelf", run: ({ keep }) => keep() },
  { keys: ["l"], does: "more like this one", run: ({ like }) => like() },
  { keys: ["s"], does: "surprise me: fair draws", run: ({ surprise }) => surprise() },
  { keys: ["b"], does: "the best again", run: ({ showBest }) => showBest() },
  { keys: ["?"], does: "this list", run: ({ keyList }) => keyList.current?.showModal() },
];

export const FIT_KEY_GROUPS: readonly KeyGroup[] = [listTable("Anywhere on Fit", KEYS)];

/** Space presses what has the focus, and arrows move sliders. */
const keepsKey: KeepsKey = (key, focused) =>
  (key === " " && focused.closest("button, a, summary, input") !== null) ||
  (key.startsWith("Arrow") && focused.closest("input") !== null);

export function useFitKeys(scene: FitKeyScene) {
  useKeyTable(KEYS, scene, keepsKey);
}
