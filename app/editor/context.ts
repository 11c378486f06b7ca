import { createContext, useCallback, useContext, useSyncExternalStore } from "react";
import { usePlayer } from "~/session/player";
import { useFollowed } from "~/views/use-followed";
import type { Analysis, PhraseEditor, Workable } from "./editor";
import { type History, heldContent, useUndo } from "./undo";

export const EditorContext = createContext<PhraseEditor | null>(null);

/** The open phrase, whatever it belongs to. */
export function useEditor(): PhraseEditor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error("no phrase is open here");
  return editor;
}

/** The phrase, for what may follow a press: pictures, verdicts and words. */
export function usePhrase(): Workable {
  return useFollowed(useEditor().store, heldContent<Workable>);
}

/** The analysis of {@link usePhrase}, for the current player. */
export function useWorked(): Analysis {
  // Updates when the player changes.
  usePlayer();
  return useEditor().workOut(usePhrase());
}

/** The phrase at this moment, for fields. */
export function usePhraseNow(): Workable {
  return useNow(phraseOf);
}
const phraseOf = (editor: PhraseEditor) => editor.store.getState().content;

export const meterOf = (editor: PhraseEditor) => phraseOf(editor).meter;
export const countStyleOf = (editor: PhraseEditor) => phraseOf(editor).countStyle;

/** A part of the phrase for what is pressed itself: fields, and the note that changes. Must be equal while unchanged. */
export function useNow<Part>(read: (editor: PhraseEditor) => Part): Part {
  const editor = useEditor();
  const now = useCallback(() => read(editor), [editor, read]);
  return useSyncExternalStore(editor.store.subscribe, now, now);
}

export function useHistory(): History {
  return useUndo(useEditor().undo);
}
