import { createContext, useContext } from "react";
import { useStore } from "zustand";
import type { FillContent } from "~/formats/fill";
import { useRig } from "~/ui/rig";
import { type History, useUndo } from "~/ui/undo-store";
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
  // Worked out for the kit of the moment: anew when that changes.
  useRig();
  return workOut(useContent());
}

export function useHistory(): History {
  return useUndo(useBench());
}
