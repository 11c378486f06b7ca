/** The note commands, for every screen that shows an editable line. */

import { useCallback, useMemo } from "react";
import type { CommandEntry } from "~/commands/command";
import { useCommands } from "~/commands/commands";
import { useSay } from "~/session/session";
import { type Chooser, useChooser } from "./choice";
import { useEditor } from "./context";
import type { PhraseEditor } from "./editor";
import { CHOOSING_COMMANDS, NOTE_COMMANDS } from "./note-commands";
import { runOnNote } from "./run-note";

interface NoteKeysScene {
  readonly editor: PhraseEditor;
  readonly chooser: Chooser;
  readonly say: (words: string) => void;
}

const COMMANDS = [...NOTE_COMMANDS, ...CHOOSING_COMMANDS].map(
  (command): CommandEntry<NoteKeysScene> => ({
    ...command,
    canRun: () => true,
    run: ({ editor, chooser, say }) => runOnNote(command, editor, chooser, say),
  }),
);

export function useNoteCommands() {
  const editor = useEditor();
  const chooser = useChooser();
  const say = useSay();
  useCommands(
    COMMANDS,
    useMemo(() => ({ editor, chooser, say }), [editor, chooser, say]),
  );
}

/** Runs a note command by id, for buttons. */
export function useRunNote(): (id: string) => void {
  const editor = useEditor();
  const chooser = useChooser();
  const say = useSay();
  return useCallback(
    (id) => {
      const command = NOTE_COMMANDS.find((one) => one.id === id);
      if (command) runOnNote(command, editor, chooser, say);
    },
    [editor, chooser, say],
  );
}

export const nameOfNote = (id: string) => NOTE_COMMANDS.find((one) => one.id === id)?.name;
