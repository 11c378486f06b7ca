/** Applies note commands to an open phrase. */

import { FIX_LINE_FIRST } from "~/words/editing";
import type { Chooser } from "./choice";
import type { PhraseEditor } from "./editor";
import type { NoteCommand, NoteScene } from "./note-commands";

/** The note commands' scene for the current state of an open phrase. */
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

/** Runs a command on the chosen note. If that note is gone afterwards, chooses the last one. */
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
