/** Every key of the Fit screen. */

import { type RefObject, useEffect } from "react";
import type { KeyGroup } from "~/ui/key-list";
import { isTyping, nameKey } from "~/ui/keys";
import type { History } from "~/ui/undo-store";

interface FitKeyScene {
  readonly history: History;
  readonly keyList: RefObject<HTMLDialogElement | null>;
  readonly count: number;
  readonly chosen: number | null;
  readonly choose: (index: number) => void;
  readonly toggle: () => void;
  readonly keep: () => void;
  readonly like: () => void;
  readonly surprise: () => void;
  readonly showBest: () => void;
}

interface FitKey {
  readonly keys: readonly string[];
  readonly does: string;
  readonly run: (scene: FitKeyScene) => void;
}

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

export const FIT_KEY_GROUPS: readonly KeyGroup[] = [
  {
    name: "Anywhere on Fit",
    entries: [
      ...KEYS.map(({ keys, does }) => ({ keys: keys.map((key) => (key === " " ? "Space" : key)), does })),
      { keys: ["Ctrl+Z"], does: "undo" },
      { keys: ["Ctrl+Shift+Z"], does: "redo" },
    ],
  },
];

export function useFitKeys(scene: FitKeyScene) {
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
      // Space presses what has the focus, and arrows move sliders.
      if (key === " " && target?.closest("button, a, summary, input")) return;
      if (key.startsWith("Arrow") && target?.closest("input")) return;
      const found = KEYS.find(({ keys }) => keys.includes(key));
      if (!found) return;
      found.run(scene);
      event.preventDefault();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [scene]);
}
