/** Runs what can be done to the chosen note, on an open phrase. */

import { FIX_LINE_FIRST } from "~/words/editing";
import type { Chooser } from "./choice";
import type { PhraseEditor } from "./editor";
import type { NoteCommand, NoteScene } from "./note-commands";

/** The scene of the notes of an open phrase, as things stand. */
function noteScene(editor: PhraseEditor, chooser: Chooser, say: (words: string) => void): NoteScene {
  const { timeline } = editor.worked();
  return {
    timeline,
    slot: chooser.slot(timeline),
    cells: chooser.cells(timeline),
    editLine: (change) => {
      const done = editor.editLine(change);
      if (!done) say(FIX_LINE_FIRST);
      return done;
    },
    choose: (index, extend) => chooser.choose(editor.worked().timeline, index, extend),
    say,
  };
}

/** Runs a command on the chosen note. Where that note is gone afterwards, the last one is chosen. */
export function runOnNote(
  command: Pick<NoteCommand, "run">,
  editor: PhraseEditor,
  chooser: Chooser,
  say: (words: string) => void,
) {
  const scene = noteScene(editor, chooser, say);
  command.run(scene);
  const { timeline } = editor.worked();
  if (scene.slot && !chooser.slot(timeline)) {
    chooser.choose(timeline, timeline.slots.length > 0 ? timeline.slots.length - 1 : null);
  }
}
