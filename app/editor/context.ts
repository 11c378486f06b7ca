import { createContext, useContext } from "react";
import { useStore } from "zustand";
import { usePlayer } from "~/session/player";
import type { Analysis, PhraseEditor, Workable } from "./editor";
import { type History, useUndo } from "./undo";

export const EditorContext = createContext<PhraseEditor | null>(null);

/** The open phrase, whatever it belongs to. */
export function useEditor(): PhraseEditor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error("no phrase is open here");
  return editor;
}

export function usePhrase(): Workable {
  return useStore(useEditor().store, (state) => state.content);
}

export function useWorked(): Analysis {
  // The analysis for the current player; updates when the player changes.
  usePlayer();
  return useEditor().workOut(usePhrase());
}

export function useHistory(): History {
  return useUndo(useEditor().undo);
}
