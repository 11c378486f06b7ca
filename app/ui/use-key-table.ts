/** A screen's keys from one table: undo and redo, and whatever the table says, but not while something is typed. */

import { type RefObject, useEffect } from "react";
import type { KeyGroup } from "./key-list";
import { isTyping, nameKey } from "./keys";
import type { History } from "./undo-store";

export interface TableKey<Scene> {
  readonly keys: readonly string[];
  readonly does: string;
  readonly run: (scene: Scene) => void;
}

/** What every screen with such a table has. */
export interface KeyedScene {
  /** Where there is something to be undone. */
  readonly history?: History;
  readonly keyList: RefObject<HTMLDialogElement | null>;
}

/** What the focus keeps for itself: Space presses buttons, arrows move sliders. */
export type KeepsKey = (key: string, focused: Element) => boolean;

const UNDO_KEYS = [
  { keys: ["Ctrl+Z"], does: "undo" },
  { keys: ["Ctrl+Shift+Z"], does: "redo" },
] as const;

/** The table as the key list shows it, with undo and redo where the screen has them. */
export function listTable<Scene>(name: string, table: readonly TableKey<Scene>[], hasUndo = true): KeyGroup {
  const own = table.map(({ keys, does }) => ({ keys: keys.map((key) => (key === " " ? "Space" : key)), does }));
  return { name, entries: hasUndo ? [...own, ...UNDO_KEYS] : own };
}

export function useKeyTable<Scene extends KeyedScene>(
  table: readonly TableKey<Scene>[],
  scene: Scene,
  keepsKey: KeepsKey,
) {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (scene.keyList.current?.open || isTyping(event.target)) return;
      if ((event.ctrlKey || event.metaKey) && /^[zy]$/i.test(event.key)) {
        event.preventDefault();
        if (event.key.toLowerCase() === "y" || event.shiftKey) scene.history?.redo();
        else scene.history?.undo();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const key = nameKey(event);
      if (event.target instanceof Element && keepsKey(key, event.target)) return;
      const found = table.find(({ keys }) => keys.includes(key));
      if (!found) return;
      found.run(scene);
      event.preventDefault();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [table, scene, keepsKey]);
}
