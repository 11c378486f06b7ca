/** Every key of the Floor, what it does, and the words for the key list. */

import { PLACE_NAMES, type Place } from "~/core";
import type { KeyGroup } from "~/ui/key-list";
import { type KeepsKey, type KeyedScene, listTable, type TableKey, useKeyTable } from "~/ui/use-key-table";

/** A key for each surface that hands play. */
const PLACE_KEYS: readonly (readonly [key: string, place: Place])[] = [
  ["s", "sn"],
  ["1", "t1"],
  ["2", "t2"],
  ["3", "t3"],
  ["4", "f1"],
  ["5", "f2"],
  ["h", "hh"],
  ["o", "ho"],
  ["d", "rd"],
  ["b", "rb"],
  ["c", "c1"],
  ["v", "c2"],
  ["x", "ch"],
  ["z", "sp"],
  ["w", "cb"],
];

interface FloorKeyScene extends KeyedScene {
  readonly togglePlay: () => void;
  readonly togglePractice: () => void;
  readonly step: (by: number) => void;
  readonly toEnd: (isLast: boolean) => void;
  /** Puts the chosen stroke somewhere; null leaves it to the layers again. */
  readonly put: (place: Place | null) => void;
  readonly tempo: (by: number) => void;
  /** What is shown and heard for trial. */
  readonly take: () => void;
  readonly drop: () => void;
  readonly like: () => void;
}

type FloorKey = TableKey<FloorKeyScene>;

const SCREEN: readonly FloorKey[] = [
  { keys: [" "], does: "start or stop", run: ({ togglePlay }) => togglePlay() },
  { keys: ["p"], does: "practise: layers, loop, speed, ladder", run: ({ togglePractice }) => togglePractice() },
  { keys: ["ArrowRight"], does: "next stroke of a hand", run: ({ step }) => step(1) },
  { keys: ["ArrowLeft"], does: "stroke before", run: ({ step }) => step(-1) },
  { keys: ["Home"], does: "first stroke", run: ({ toEnd }) => toEnd(false) },
  { keys: ["End"], does: "last stroke", run: ({ toEnd }) => toEnd(true) },
  { keys: ["0", "Backspace", "Delete"], does: "leave the stroke to the layers", run: ({ put }) => put(null) },
  { keys: ["["], does: "tempo down by 1", run: ({ tempo }) => tempo(-1) },
  { keys: ["]"], does: "tempo up by 1", run: ({ tempo }) => tempo(1) },
  { keys: ["{"], does: "tempo down by 5", run: ({ tempo }) => tempo(-5) },
  { keys: ["}"], does: "tempo up by 5", run: ({ tempo }) => tempo(5) },
  { keys: ["Enter"], does: "take what is tried", run: ({ take }) => take() },
  { keys: ["Escape"], does: "back from what is tried", run: ({ drop }) => drop() },
  { keys: ["l"], does: "more placings like the chosen one", run: ({ like }) => like() },
  { keys: ["?"], does: "this list", run: ({ keyList }) => keyList.current?.showModal() },
];

const PUT: readonly FloorKey[] = PLACE_KEYS.map(([key, place]) => ({
  keys: [key],
  does: `the chosen stroke on: ${PLACE_NAMES[place]}`,
  run: ({ put }) => put(place),
}));

const KEYS = [...SCREEN, ...PUT];

export const FLOOR_KEY_GROUPS: readonly KeyGroup[] = [
  listTable("Anywhere on the Floor", SCREEN),
  {
    name: "Put the chosen stroke on",
    entries: PUT.map(({ keys, does }) => ({ keys, does: does.split(": ")[1] ?? does })),
  },
  {
    name: "On a surface while the kit is set up",
    entries: [
      { keys: ["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown"], does: "move it by a centimetre" },
      { keys: ["Shift+ArrowLeft"], does: "and so on: by five" },
      { keys: ["Enter"], does: "show its size, height and sound" },
    ],
  },
];

/** Space and Enter press what has the focus; arrows move sliders and lists. */
const keepsKey: KeepsKey = (key, focused) =>
  ((key === " " || key === "Enter") && focused.closest("button, a, summary, input, select, [role=button]") !== null) ||
  (/^(Arrow|Home|End)/.test(key) && focused.closest("input, select, [role=tab]") !== null);

export function useFloorKeys(scene: FloorKeyScene) {
  useKeyTable(KEYS, scene, keepsKey);
}
