import type { CommandEntry } from "./command";

/** Slower and faster, with the same keys on every screen. The arrows are where a layout has no brackets. */
export function tempoCommands<Scene>(group: string, change: (scene: Scene, by: number) => void): CommandEntry<Scene>[] {
  const by = (step: number) => (scene: Scene) => change(scene, step);
  return [
    { id: "tempo-down", keys: ["[", "Mod+ArrowDown"], name: "Tempo: slower by 1", group, run: by(-1) },
    { id: "tempo-up", keys: ["]", "Mod+ArrowUp"], name: "Tempo: faster by 1", group, run: by(1) },
    { id: "tempo-down-5", keys: ["{", "Mod+Shift+ArrowDown"], name: "Tempo: slower by 5", group, run: by(-5) },
    { id: "tempo-up-5", keys: ["}", "Mod+Shift+ArrowUp"], name: "Tempo: faster by 5", group, run: by(5) },
  ];
}
