/** The keys that work anywhere on the Stack; {@link SCREEN_KEYS} lists them for the player. */

import { type RefObject, useEffect } from "react";
import { bpm } from "~/core";
import { isTyping } from "~/ui/keys";
import type { DrawerTab } from "./cell-drawer";
import { useBench, useHistory } from "./context";
import { stepNote } from "./step";

interface ScreenKeyTargets {
  readonly input: RefObject<HTMLTextAreaElement | null>;
  readonly keyList: RefObject<HTMLDialogElement | null>;
  readonly togglePlay: () => void;
  readonly openDrawer: (tab: DrawerTab) => void;
  /** Where there is something to be practised. */
  readonly togglePractice?: () => void;
  readonly toggleLoop?: () => void;
  readonly say: (words: string) => void;
}

export function useScreenKeys({
  input,
  keyList,
  togglePlay,
  openDrawer,
  togglePractice,
  toggleLoop,
  say,
}: ScreenKeyTargets) {
  const bench = useBench();
  const history = useHistory();
  // biome-ignore lint/correctness/useExhaustiveDependencies: handlers reach the state of the moment through the stores
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : document.body;
      const typing = isTyping(target);
      const mod = event.ctrlKey || event.metaKey;
      if (keyList.current?.open) return;
      if (mod && /^[zy]$/i.test(event.key)) {
        event.preventDefault();
        if (event.key.toLowerCase() === "y" || event.shiftKey) history.redo();
        else history.undo();
        return;
      }
      if (
        event.key === " " &&
        (event.shiftKey ? true : !typing && !target.closest("button, a, [role=menuitem], input"))
      ) {
        event.preventDefault();
        togglePlay();
        return;
      }
      if (typing || mod || event.altKey) return;
      const { tempo } = bench.store.getState().content;
      const steps: Record<string, number> = { "[": -1, "]": 1, "{": -5, "}": 5 };
      const step = steps[event.key];
      if (event.key === "/") input.current?.focus();
      else if (event.key === "?") keyList.current?.showModal();
      else if (event.key === "t") openDrawer("moves");
      else if (event.key === "c") openDrawer("cells");
      else if (event.key === "p") togglePractice?.();
      else if (event.key === "o") toggleLoop?.();
      else if (event.key === "q" || event.key === "w") stepNote(bench, event.key === "w" ? 1 : -1);
      else if (event.key === "m") {
        if (!bench.mirror()) say("Mend the line first, then mirror it.");
      } else if (step !== undefined) bench.setContent({ tempo: bpm(tempo + step) }, "tempo");
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [bench, togglePlay, openDrawer, togglePractice, toggleLoop, history.undo, history.redo]);
}
