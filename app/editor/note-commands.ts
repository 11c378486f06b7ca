/** What you can do to the chosen note and its cell. */

import type { CommandEntry } from "~/commands/command";
import {
  cycleGraces,
  duplicateCell,
  editSlot,
  insertSlot,
  joinCells,
  moveCell,
  nextLimb,
  removeCell,
  removeSlot,
  setLevel,
  setLimb,
  shareSlot,
  splitCell,
  swellCells,
  toggleLimb,
  toggleTechnique,
} from "~/core/line";
import type { Line } from "~/core/phrase";
import { type Limb, makeSilence, makeStroke, makeStrokes, type Slot } from "~/core/stroke";
import { swellAt, type Timeline, type TimelineSlot } from "~/core/timeline";
import { CHOOSE_NOTE_FIRST } from "~/words/editing";
import { capital } from "~/words/slot";
import type { CellRange } from "./choice";

/** What a command may act on. */
export interface NoteScene {
  readonly timeline: Timeline;
  readonly slot: TimelineSlot | null;
  /** The chosen cells: at least the note's own. */
  readonly cells: CellRange | null;
  /** False while the line has an error. */
  readonly editLine: (change: (line: Line) => Line) => boolean;
  /** `extend` chooses all cells from the previously chosen note. */
  readonly choose: (slot: number | null, extend?: boolean) => void;
  readonly say: (words: string) => void;
}

type NoteRun = CommandEntry<NoteScene>["run"];
export type NoteCommand = CommandEntry<NoteScene>;

function onSlot(change: (slot: Slot, at: TimelineSlot) => Slot | null, refusal = ""): NoteRun {
  return (scene) => {
    const at = scene.slot;
    if (!at) return scene.say(CHOOSE_NOTE_FIRST);
    const next = change(at.content, at);
    if (!next) return scene.say(refusal);
    scene.editLine((line) => editSlot(line, at.cell, at.inCell, () => next));
  };
}

function onCell(change: (line: Line, at: TimelineSlot) => Line, then: (at: TimelineSlot) => number | null): NoteRun {
  return (scene) => {
    const at = scene.slot;
    if (!at) return scene.say(CHOOSE_NOTE_FIRST);
    if (scene.editLine((line) => change(line, at))) scene.choose(then(at));
  };
}

function step(by: number): NoteRun {
  return ({ timeline, slot, choose }) => {
    const last = timeline.slots.length - 1;
    if (last < 0) return;
    choose(slot ? Math.min(last, Math.max(0, slot.index + by)) : by > 0 ? 0 : last);
  };
}

/** To the same position in another cell, or its last. */
function stepCell(by: number, extend = false): NoteRun {
  return ({ timeline, slot, choose }) => {
    const cell = timeline.cells[slot ? Math.min(timeline.cells.length - 1, Math.max(0, slot.cell + by)) : 0];
    if (cell) choose(cell.firstSlot + Math.min(slot?.inCell ?? 0, cell.size - 1), extend);
  };
}

const stay = (at: TimelineSlot) => at.index;

function cellMove(by: number): NoteRun {
  return (scene) => {
    const { slot: at, timeline } = scene;
    if (!at) return scene.say(CHOOSE_NOTE_FIRST);
    const neighbour = timeline.cells[at.cell + by];
    if (!neighbour) return scene.say(by > 0 ? "This is already the last cell." : "This is already the first cell.");
    if (scene.editLine((line) => moveCell(line, at.cell, at.cell + by))) scene.choose(at.index + by * neighbour.size);
  };
}

function limbKeys(limb: Limb, name: string): NoteCommand[] {
  const letter = limb.toLowerCase();
  return [
    {
      id: `limb-${limb}`,
      keys: [letter],
      name: capital(name),
      group: "Notes: who plays",
      run: onSlot((slot) => setLimb(slot, limb)),
    },
    {
      id: `with-${limb}`,
      keys: [`Shift+${letter}`],
      name: `Add or remove the ${name}`,
      group: "Notes: who plays",
      run: onSlot((slot) => toggleLimb(slot, limb)),
    },
  ];
}

function share(parts: number, name: string): NoteCommand {
  return {
    id: `share-${parts}`,
    keys: [String(parts)],
    name: name,
    group: "Notes: add, remove, share",
    run: onSlot(
      (slot, at) => shareSlot(slot, parts, at.duration),
      `This note can't be split into ${parts} exactly. Choose a stroke, or another note value.`,
    ),
  };
}

const ON_NOTES: readonly NoteCommand[] = [
  { id: "next", keys: ["ArrowRight"], name: "Next note", group: "Notes: choose", run: step(1) },
  { id: "previous", keys: ["ArrowLeft"], name: "Previous note", group: "Notes: choose", run: step(-1) },
  { id: "cell-up", keys: ["ArrowUp"], name: "Next cell", group: "Notes: choose", run: stepCell(1) },
  { id: "cell-down", keys: ["ArrowDown"], name: "Previous cell", group: "Notes: choose", run: stepCell(-1) },
  {
    id: "extend-up",
    keys: ["Shift+ArrowUp"],
    name: "Choose the next cell as well",
    group: "Notes: choose",
    run: stepCell(1, true),
  },
  {
    id: "extend-down",
    keys: ["Shift+ArrowDown"],
    name: "Choose the previous cell as well",
    group: "Notes: choose",
    run: stepCell(-1, true),
  },
  {
    id: "first",
    keys: ["Home"],
    name: "First note",
    group: "Notes: choose",
    run: ({ timeline, choose }) => choose(timeline.slots.length ? 0 : null),
  },
  {
    id: "last",
    keys: ["End"],
    name: "Last note",
    group: "Notes: choose",
    run: ({ timeline, choose }) => choose(timeline.slots.length ? timeline.slots.length - 1 : null),
  },
  ...limbKeys("R", "right hand"),
  ...limbKeys("L", "left hand"),
  ...limbKeys("K", "bass drum"),
  ...limbKeys("H", "hi-hat foot"),
  { id: "silence", keys: ["-", "."], name: "Silence", group: "Notes: who plays", run: onSlot(() => makeSilence()) },
  {
    id: "accent",
    keys: ["a", ">"],
    name: "Accent",
    group: "Notes: how it sounds",
    run: onSlot((slot) => setLevel(slot, "accent")),
  },
  {
    id: "normal",
    keys: ["n"],
    name: "Normal",
    group: "Notes: how it sounds",
    run: onSlot((slot) => setLevel(slot, "normal")),
  },
  {
    id: "ghost",
    keys: ["g"],
    name: "Ghost note",
    group: "Notes: how it sounds",
    run: onSlot((slot) => setLevel(slot, "ghost")),
  },
  {
    id: "flam",
    keys: ["f", "'"],
    name: "Flam, drag, ruff or plain",
    group: "Notes: how it sounds",
    run: onSlot((slot) => cycleGraces(slot)),
  },
  {
    id: "rim",
    keys: ["x", "!"],
    name: "Rim shot on or off",
    group: "Notes: how it sounds",
    run: onSlot((slot) => toggleTechnique(slot, "rim-shot")),
  },
  {
    id: "buzz",
    keys: ["~"],
    name: "Buzz stroke on or off",
    group: "Notes: how it sounds",
    run: onSlot((slot) => toggleTechnique(slot, "buzz")),
  },
  {
    id: "choke",
    keys: ["="],
    name: "Choked cymbal on or off",
    group: "Notes: how it sounds",
    run: onSlot((slot) => toggleTechnique(slot, "choke")),
  },
  {
    id: "swell",
    keys: ["<"],
    name: "Crescendo, diminuendo or neither over the chosen cells",
    group: "Notes: how it sounds",
    run: (scene) => {
      const { slot, cells, timeline } = scene;
      if (!slot || !cells) return scene.say(CHOOSE_NOTE_FIRST);
      const now = swellAt(timeline, slot.index)?.swell ?? null;
      const next = now === null ? "crescendo" : now === "crescendo" ? "diminuendo" : null;
      scene.editLine((line) => swellCells(line, cells.from, cells.to + 1, next));
    },
  },
  {
    id: "insert",
    keys: ["i", "Insert"],
    name: "Insert a note after this one",
    group: "Notes: add, remove, share",
    run: (scene) => {
      const at = scene.slot;
      const slot = makeStrokes([makeStroke(nextLimb(at?.content))]);
      if (!at) {
        if (scene.editLine((line) => [...line, { kind: "cell", slots: [slot], count: 1 }]))
          scene.choose(scene.timeline.slots.length);
      } else if (scene.editLine((line) => insertSlot(line, at.cell, at.inCell + 1, slot))) scene.choose(at.index + 1);
    },
  },
  {
    id: "remove",
    keys: ["Delete", "Backspace"],
    name: "Remove the note",
    group: "Notes: add, remove, share",
    run: onCell(
      (line, at) => removeSlot(line, at.cell, at.inCell),
      (at) => Math.max(0, at.index - 1),
    ),
  },
  share(2, "Split into two (double)"),
  share(3, "Split into three"),
  {
    id: "share-1",
    keys: ["1"],
    name: "Back to one stroke",
    group: "Notes: add, remove, share",
    run: onSlot((slot) => (slot.kind === "split" ? (slot.parts[0] ?? null) : slot)),
  },
  { id: "cell-later", keys: ["Alt+ArrowUp"], name: "Move the cell later", group: "Notes: cells", run: cellMove(1) },
  {
    id: "cell-earlier",
    keys: ["Alt+ArrowDown"],
    name: "Move the cell earlier",
    group: "Notes: cells",
    run: cellMove(-1),
  },
  {
    id: "duplicate",
    keys: ["d"],
    name: "Repeat the cell",
    group: "Notes: cells",
    run: onCell((line, at) => duplicateCell(line, at.cell), stay),
  },
  {
    id: "split",
    keys: ["b"],
    name: "Split the cell before this note",
    group: "Notes: cells",
    run: onCell((line, at) => splitCell(line, at.cell, at.inCell), stay),
  },
  {
    id: "join",
    keys: ["j"],
    name: "Join with the next cell",
    group: "Notes: cells",
    run: onCell((line, at) => joinCells(line, at.cell), stay),
  },
  {
    id: "remove-cell",
    keys: ["Shift+Delete", "Shift+Backspace"],
    name: "Remove the cell",
    group: "Notes: cells",
    run: onCell(
      (line, at) => removeCell(line, at.cell),
      (at) => Math.max(0, at.index - at.inCell - 1),
    ),
  },
];

/** Their keys work while the focus is on the notes. */
export const NOTE_COMMANDS: readonly NoteCommand[] = ON_NOTES.map((command) => ({ ...command, scope: "notes" }));

const CHOOSING = ["next", "previous", "cell-up", "cell-down", "extend-up", "extend-down"];

/** Selection keys keep working while the moves are open. */
export const CHOOSING_COMMANDS: readonly NoteCommand[] = ON_NOTES.filter(({ id }) => CHOOSING.includes(id)).map(
  (command) => ({ ...command, id: `moves-${command.id}`, scope: "moves", group: "With the moves open" }),
);
