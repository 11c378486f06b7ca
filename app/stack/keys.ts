/** Every key of the Stack, what it does, and the words for the key list: one table for the handler and the list. */

import {
  cycleGraces,
  duplicateCell,
  editSlot,
  insertSlot,
  joinCells,
  type Limb,
  type Line,
  makeSilence,
  makeStroke,
  makeStrokes,
  moveCell,
  nextLimb,
  removeCell,
  removeSlot,
  type Slot,
  setLevel,
  setLimb,
  shareSlot,
  splitCell,
  type Timeline,
  type TimelineSlot,
  toggleLimb,
  toggleRimShot,
} from "~/core";
import type { KeyGroup } from "~/ui/key-list";
import { nameKey } from "~/ui/keys";

/** What a key may act on. */
export interface KeyScene {
  readonly timeline: Timeline;
  readonly slot: TimelineSlot | null;
  /** False when the line is being mended. */
  readonly editLine: (change: (line: Line) => Line) => boolean;
  /** `extend` chooses all the cells from the note that was chosen before. */
  readonly choose: (slot: number | null, extend?: boolean) => void;
  readonly say: (words: string) => void;
}

export interface NoteKey {
  readonly id: string;
  /** Keys as `KeyboardEvent.key` has them; "Shift+" and "Alt+" before a letter in lower case. */
  readonly keys: readonly string[];
  readonly does: string;
  readonly group: "Choose" | "Limb" | "Sound" | "Slots" | "Cells";
  readonly run: (scene: KeyScene) => void;
}

function onSlot(change: (slot: Slot, at: TimelineSlot) => Slot | null, refusal = ""): NoteKey["run"] {
  return (scene) => {
    const at = scene.slot;
    if (!at) return scene.say("Choose a note first: arrow keys, or press it.");
    const next = change(at.content, at);
    if (!next) return scene.say(refusal);
    scene.editLine((line) => editSlot(line, at.cell, at.place, () => next));
  };
}

function onCell(
  change: (line: Line, at: TimelineSlot) => Line,
  then: (at: TimelineSlot) => number | null,
): NoteKey["run"] {
  return (scene) => {
    const at = scene.slot;
    if (!at) return scene.say("Choose a note first: arrow keys, or press it.");
    if (scene.editLine((line) => change(line, at))) scene.choose(then(at));
  };
}

function step(by: number): NoteKey["run"] {
  return ({ timeline, slot, choose }) => {
    const last = timeline.slots.length - 1;
    if (last < 0) return;
    choose(slot ? Math.min(last, Math.max(0, slot.index + by)) : by > 0 ? 0 : last);
  };
}

/** To the same place of another cell, or its last one. */
function stepCell(by: number, extend = false): NoteKey["run"] {
  return ({ timeline, slot, choose }) => {
    const cell = timeline.cells[slot ? Math.min(timeline.cells.length - 1, Math.max(0, slot.cell + by)) : 0];
    if (cell) choose(cell.firstSlot + Math.min(slot?.place ?? 0, cell.size - 1), extend);
  };
}

const stay = (at: TimelineSlot) => at.index;

function cellMove(by: number): NoteKey["run"] {
  return (scene) => {
    const { slot: at, timeline } = scene;
    if (!at) return scene.say("Choose a note first: arrow keys, or press it.");
    const neighbour = timeline.cells[at.cell + by];
    if (!neighbour) return scene.say(by > 0 ? "It is the last cell already." : "It is the first cell already.");
    if (scene.editLine((line) => moveCell(line, at.cell, at.cell + by))) scene.choose(at.index + by * neighbour.size);
  };
}

function limbKeys(limb: Limb, name: string): NoteKey[] {
  const letter = limb.toLowerCase();
  return [
    { id: `limb-${limb}`, keys: [letter], does: `${name}`, group: "Limb", run: onSlot((slot) => setLimb(slot, limb)) },
    {
      id: `with-${limb}`,
      keys: [`Shift+${letter}`],
      does: `add or take out: ${name}`,
      group: "Limb",
      run: onSlot((slot) => toggleLimb(slot, limb)),
    },
  ];
}

function share(parts: number, name: string): NoteKey {
  return {
    id: `share-${parts}`,
    keys: [String(parts)],
    does: name,
    group: "Slots",
    run: onSlot(
      (slot, at) => shareSlot(slot, parts, at.duration),
      `This slot cannot be shared by ${parts} exactly; choose a stroke, or another rate.`,
    ),
  };
}

export const NOTE_KEYS: readonly NoteKey[] = [
  { id: "next", keys: ["ArrowRight"], does: "next note", group: "Choose", run: step(1) },
  { id: "previous", keys: ["ArrowLeft"], does: "note before", group: "Choose", run: step(-1) },
  { id: "cell-up", keys: ["ArrowUp"], does: "cell above (later)", group: "Choose", run: stepCell(1) },
  { id: "cell-down", keys: ["ArrowDown"], does: "cell below (earlier)", group: "Choose", run: stepCell(-1) },
  {
    id: "extend-up",
    keys: ["Shift+ArrowUp"],
    does: "choose the cell above as well",
    group: "Choose",
    run: stepCell(1, true),
  },
  {
    id: "extend-down",
    keys: ["Shift+ArrowDown"],
    does: "choose the cell below as well",
    group: "Choose",
    run: stepCell(-1, true),
  },
  {
    id: "first",
    keys: ["Home"],
    does: "first note",
    group: "Choose",
    run: ({ timeline, choose }) => choose(timeline.slots.length ? 0 : null),
  },
  {
    id: "last",
    keys: ["End"],
    does: "last note",
    group: "Choose",
    run: ({ timeline, choose }) => choose(timeline.slots.length ? timeline.slots.length - 1 : null),
  },
  ...limbKeys("R", "right hand"),
  ...limbKeys("L", "left hand"),
  ...limbKeys("K", "bass drum"),
  ...limbKeys("H", "hi-hat foot"),
  { id: "silence", keys: ["-", "."], does: "silence", group: "Limb", run: onSlot(() => makeSilence()) },
  { id: "accent", keys: ["a", ">"], does: "accent", group: "Sound", run: onSlot((slot) => setLevel(slot, "accent")) },
  { id: "normal", keys: ["n"], does: "normal", group: "Sound", run: onSlot((slot) => setLevel(slot, "normal")) },
  { id: "ghost", keys: ["g"], does: "ghost", group: "Sound", run: onSlot((slot) => setLevel(slot, "ghost")) },
  {
    id: "flam",
    keys: ["f", "'"],
    does: "flam, drag, ruff, plain",
    group: "Sound",
    run: onSlot((slot) => cycleGraces(slot)),
  },
  {
    id: "rim",
    keys: ["x", "!"],
    does: "rim shot on or off",
    group: "Sound",
    run: onSlot((slot) => toggleRimShot(slot)),
  },
  {
    id: "insert",
    keys: ["i", "Insert"],
    does: "insert a note after",
    group: "Slots",
    run: (scene) => {
      const at = scene.slot;
      const slot = makeStrokes([makeStroke(nextLimb(at?.content))]);
      if (!at) {
        if (scene.editLine((line) => [...line, { kind: "cell", slots: [slot], count: 1 }]))
          scene.choose(scene.timeline.slots.length);
      } else if (scene.editLine((line) => insertSlot(line, at.cell, at.place + 1, slot))) scene.choose(at.index + 1);
    },
  },
  {
    id: "remove",
    keys: ["Delete", "Backspace"],
    does: "remove the note",
    group: "Slots",
    run: onCell(
      (line, at) => removeSlot(line, at.cell, at.place),
      (at) => Math.max(0, at.index - 1),
    ),
  },
  share(2, "two quick strokes in the slot"),
  share(3, "three quick strokes in the slot"),
  {
    id: "share-1",
    keys: ["1"],
    does: "one stroke in the slot again",
    group: "Slots",
    run: onSlot((slot) => (slot.kind === "split" ? (slot.parts[0] ?? null) : slot)),
  },
  { id: "cell-later", keys: ["Alt+ArrowUp"], does: "move the cell later", group: "Cells", run: cellMove(1) },
  { id: "cell-earlier", keys: ["Alt+ArrowDown"], does: "move the cell earlier", group: "Cells", run: cellMove(-1) },
  {
    id: "duplicate",
    keys: ["d"],
    does: "repeat the cell",
    group: "Cells",
    run: onCell((line, at) => duplicateCell(line, at.cell), stay),
  },
  {
    id: "break",
    keys: ["b"],
    does: "break the cell before this note",
    group: "Cells",
    run: onCell((line, at) => splitCell(line, at.cell, at.place), stay),
  },
  {
    id: "join",
    keys: ["j"],
    does: "join with the next cell",
    group: "Cells",
    run: onCell((line, at) => joinCells(line, at.cell), stay),
  },
  {
    id: "remove-cell",
    keys: ["Shift+Delete", "Shift+Backspace"],
    does: "remove the cell",
    group: "Cells",
    run: onCell(
      (line, at) => removeCell(line, at.cell),
      (at) => Math.max(0, at.index - at.place - 1),
    ),
  },
];

/** Keys that work anywhere on the Stack but in text fields. */
export const SCREEN_KEYS = [
  { keys: ["Space"], does: "start or stop" },
  { keys: ["/"], does: "to the line" },
  { keys: ["Escape"], does: "from the line to the notes" },
  { keys: ["q", "w"], does: "note before, next note, with its sound" },
  { keys: ["p"], does: "practise: layers, loop, speed, ladder" },
  { keys: ["o"], does: "loop the chosen cells, or all again" },
  { keys: ["[", "]"], does: "tempo down or up by 1" },
  { keys: ["{", "}"], does: "tempo down or up by 5" },
  { keys: ["m"], does: "lead with the other hand" },
  { keys: ["t"], does: "moves on the chosen cells" },
  { keys: ["c"], does: "put in a cell of your book" },
  { keys: ["Ctrl+Z"], does: "undo" },
  { keys: ["Ctrl+Shift+Z", "Ctrl+Y"], does: "redo" },
  { keys: ["Shift+Space"], does: "start or stop while typing" },
  { keys: ["?"], does: "this list" },
] as const;

/** Of these, what goes with practising a fill, by what it does. */
export const PRACTICE_KEYS: readonly string[] = SCREEN_KEYS.filter(({ keys }) => ["p", "o"].includes(keys[0])).map(
  ({ does }) => does,
);

export function findNoteKey(event: {
  key: string;
  shiftKey: boolean;
  altKey: boolean;
  ctrlKey: boolean;
  metaKey: boolean;
}): NoteKey | null {
  if (event.ctrlKey || event.metaKey) return null;
  const name = nameKey(event);
  return NOTE_KEYS.find((entry) => entry.keys.includes(name)) ?? null;
}

const NOTE_GROUPS = ["Choose", "Limb", "Sound", "Slots", "Cells"] as const;

/** For the list of keys. */
export const KEY_GROUPS: readonly KeyGroup[] = [
  { name: "Anywhere on the Stack", entries: SCREEN_KEYS },
  ...NOTE_GROUPS.map((group) => ({
    name: `On a note: ${group.toLowerCase()}`,
    entries: NOTE_KEYS.filter((entry) => entry.group === group),
  })),
  {
    name: "With the moves open (t)",
    entries: [
      { keys: ["Shift+ArrowUp", "Shift+ArrowDown"], does: "choose more cells" },
      { keys: ["ArrowRight", "ArrowLeft"], does: "next note, note before" },
      { keys: ["Escape"], does: "back to the notes" },
      { keys: ["k"], does: "and every move by its key, as on Cells" },
    ],
  },
];
