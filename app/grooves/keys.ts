/** Every key of Grooves, what it does, and the words for the key list. */

import type { KeyGroup } from "~/ui/key-list";
import { type KeepsKey, type KeyedScene, listTable, type TableKey, useKeyTable } from "~/ui/use-key-table";

interface GrooveKeyScene extends KeyedScene {
  readonly togglePlay: () => void;
  readonly togglePractice: () => void;
  readonly toggleLoop: () => void;
  readonly step: (by: 1 | -1) => void;
  readonly tempo: (by: number) => void;
  readonly tab: (index: number) => void;
}

const KEYS: readonly TableKey<GrooveKeyScene>[] = [
  { keys: [" "], does: "start or stop", run: ({ togglePlay }) => togglePlay() },
  { keys: ["p"], does: "practise: layers, loop, speed, ladder", run: ({ togglePractice }) => togglePractice() },
  { keys: ["o"], does: "loop the chosen cells, or all again", run: ({ toggleLoop }) => toggleLoop() },
  { keys: ["w"], does: "next note, with its sound", run: ({ step }) => step(1) },
  { keys: ["q"], does: "note before, with its sound", run: ({ step }) => step(-1) },
  { keys: ["["], does: "tempo down by 1", run: ({ tempo }) => tempo(-1) },
  { keys: ["]"], does: "tempo up by 1", run: ({ tempo }) => tempo(1) },
  { keys: ["{"], does: "tempo down by 5", run: ({ tempo }) => tempo(-5) },
  { keys: ["}"], does: "tempo up by 5", run: ({ tempo }) => tempo(5) },
  { keys: ["1"], does: "which groove", run: ({ tab }) => tab(0) },
  { keys: ["2"], does: "form", run: ({ tab }) => tab(1) },
  { keys: ["3"], does: "feel", run: ({ tab }) => tab(2) },
  { keys: ["4"], does: "backbeat", run: ({ tab }) => tab(3) },
  { keys: ["?"], does: "this list", run: ({ keyList }) => keyList.current?.showModal() },
];

export const GROOVE_KEY_GROUPS: readonly KeyGroup[] = [listTable("Anywhere on Grooves", KEYS)];

/** Space and Enter press what has the focus; digits go into fields by themselves. */
const keepsKey: KeepsKey = (key, focused) =>
  (key === " " || key === "Enter") && focused.closest("button, a, summary, input, select, [role=button]") !== null;

export function useGrooveKeys(scene: GrooveKeyScene) {
  useKeyTable(KEYS, scene, keepsKey);
}
