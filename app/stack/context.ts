import { createContext, useContext } from "react";
import { useStore } from "zustand";
import type { FillContent } from "~/formats/fill";
import { type BenchHandle, type Worked, workOut } from "./bench";

export const BenchContext = createContext<BenchHandle | null>(null);

export function useBench(): BenchHandle {
  const bench = useContext(BenchContext);
  if (!bench) throw new Error("this part belongs on the Stack");
  return bench;
}

export function useContent(): FillContent {
  return useStore(useBench().store, (state) => state.content);
}

export function useWorked(): Worked {
  return workOut(useContent());
}

export function useHistory(): { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void } {
  const { temporal } = useBench().store;
  const { pastStates, futureStates, undo, redo } = useStore(temporal);
  return { canUndo: pastStates.length > 0, canRedo: futureStates.length > 0, undo: () => undo(), redo: () => redo() };
}
