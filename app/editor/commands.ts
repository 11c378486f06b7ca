/** Commands of every open phrase, whatever it belongs to: undo, tempo, stepping, the line, moves and cells. */

import type { SoundOutput } from "~/audio/playing";
import type { CommandTable } from "~/commands/command";
import { tempoCommands } from "~/commands/tempo";
import { bpm } from "~/core/time";
import { FIX_LINE_FIRST } from "~/words/editing";
import type { DrawerTab } from "./cell-drawer";
import type { Chooser } from "./choice";
import type { PhraseEditor } from "./editor";
import { stepNote } from "./step";
import type { History } from "./undo";

export interface HistoryScene {
  readonly history: History;
}

export const UNDO_COMMANDS: CommandTable<HistoryScene> = [
  {
    id: "undo",
    keys: ["Mod+z"],
    name: "Undo",
    group: "Everywhere",
    whileTyping: "own",
    canRun: ({ history }) => history.canUndo,
    run: ({ history }) => history.undo(),
  },
  {
    id: "redo",
    keys: ["Mod+Shift+z", "Mod+y"],
    name: "Redo",
    group: "Everywhere",
    whileTyping: "own",
    canRun: ({ history }) => history.canRedo,
    run: ({ history }) => history.redo(),
  },
];

export interface PlayScene {
  readonly togglePlay: () => void;
}

export const PLAY_COMMANDS: CommandTable<PlayScene> = [
  { id: "play", keys: ["Space"], name: "Play or stop", group: "Sound", run: ({ togglePlay }) => togglePlay() },
  {
    id: "play-typing",
    keys: ["Shift+Space"],
    name: "Play or stop while typing",
    group: "Sound",
    whileTyping: true,
    run: ({ togglePlay }) => togglePlay(),
  },
];

export interface PhraseScene {
  readonly editor: PhraseEditor;
  readonly chooser: Chooser;
  readonly sound: SoundOutput;
  readonly say: (words: string) => void;
}

export const PHRASE_COMMANDS: CommandTable<PhraseScene> = [
  ...tempoCommands<PhraseScene>("Sound", ({ editor }, by) =>
    editor.setPhrase({ tempo: bpm(editor.store.getState().content.tempo + by) }, "tempo"),
  ),
  {
    id: "step-back",
    keys: ["q", "ArrowLeft"],
    name: "Previous note, and hear it",
    group: "Sound",
    run: ({ editor, chooser, sound }) => stepNote(editor, chooser, sound, -1),
  },
  {
    id: "step-on",
    keys: ["w", "ArrowRight"],
    name: "Next note, and hear it",
    group: "Sound",
    run: ({ editor, chooser, sound }) => stepNote(editor, chooser, sound, 1),
  },
];

export interface LineScene extends PhraseScene {
  readonly focusLine: () => void;
  readonly openDrawer: (tab: DrawerTab) => void;
}

/** The screen where the line is typed and its cells are drawn. */
export const LINE_COMMANDS: CommandTable<LineScene> = [
  { id: "line", keys: ["/"], name: "Edit the line", group: "Line", run: ({ focusLine }) => focusLine() },
  {
    id: "mirror",
    keys: ["m"],
    name: "Lead with the other hand",
    group: "Line",
    run: ({ editor, say }) => {
      if (!editor.mirror()) say(FIX_LINE_FIRST);
    },
  },
  {
    id: "moves",
    keys: ["t"],
    name: "Change the chosen cells: moves",
    group: "Line",
    run: ({ openDrawer }) => openDrawer("moves"),
  },
  {
    id: "insert-cell",
    keys: ["c"],
    name: "Insert a cell",
    group: "Line",
    run: ({ openDrawer }) => openDrawer("cells"),
  },
];
