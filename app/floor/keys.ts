/** Every key of the Floor, what it does, and the words for the key list. */

import { type RefObject, useEffect } from "react";
import type { Place } from "~/core";
import { PLACE_NAMES } from "~/core";
import type { KeyGroup } from "~/ui/key-list";
import { isTyping, nameKey } from "~/ui/keys";
import type { History } from "~/ui/undo-store";

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

export interface FloorKeyScene {
  readonly history: History;
  readonly keyList: RefObject<HTMLDialogElement | null>;
  readonly togglePlay: () => void;
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

interface FloorKey {
  readonly keys: readonly string[];
  readonly does: string;
  readonly run: (scene: FloorKeyScene) => void;
}

const SCREEN: readonly FloorKey[] = [
  { keys: [" "], does: "start or stop", run: ({ togglePlay }) => togglePlay() },
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

export const FLOOR_KEY_GROUPS: readonly KeyGroup[] = [
  {
    name: "Anywhere on the Floor",
    entries: [
      ...SCREEN.map(({ keys, does }) => ({ keys: keys.map((key) => (key === " " ? "Space" : key)), does })),
      { keys: ["Ctrl+Z"], does: "undo" },
      { keys: ["Ctrl+Shift+Z"], does: "redo" },
    ],
  },
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

export function useFloorKeys(scene: FloorKeyScene) {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (scene.keyList.current?.open || isTyping(event.target)) return;
      if ((event.ctrlKey || event.metaKey) && /^[zy]$/i.test(event.key)) {
        event.preventDefault();
        if (event.key.toLowerCase() === "y" || event.shiftKey) scene.history.redo();
        else scene.history.undo();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const key = nameKey(event);
      const target = event.target instanceof Element ? event.target : null;
      // Space and Enter press what has the focus; arrows move sliders and lists.
      if ((key === " " || key === "Enter") && target?.closest("button, a, summary, input, select, [role=button]"))
        return;
      if (/^(Arrow|Home|End)/.test(key) && target?.closest("input, select, [role=tab]")) return;
      const found = [...SCREEN, ...PUT].find(({ keys }) => keys.includes(key));
      if (!found) return;
      found.run(scene);
      event.preventDefault();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [scene]);
}
