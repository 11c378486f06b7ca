import type { CommandTable } from "~/commands/command";
import { tempoCommands } from "~/commands/tempo";
import type { Cell } from "~/core/moves";
import { MAX_BPM, MIN_BPM } from "~/core/time";
import type { CellDraft } from "./draft";

interface CellScene {
  readonly cell: Cell;
  readonly draft: CellDraft;
  readonly position: number;
  readonly choosePosition: (place: number) => void;
  readonly compare: () => void;
  readonly say: (words: string) => void;
  readonly toggleSwap: () => void;
  readonly togglePlay: () => void;
  readonly tempo: number;
  readonly changeTempo: (tempo: number) => void;
}

function tempoBy({ tempo, changeTempo }: CellScene, by: number) {
  changeTempo(Math.min(MAX_BPM, Math.max(MIN_BPM, tempo + by)));
}

function look(by: number) {
  return ({ draft }: CellScene) => draft.lookAt(draft.store.getState().content.at + by);
}

const group = "Cells";

export const CELL_COMMANDS: CommandTable<CellScene> = [
  {
    id: "play",
    keys: ["Space"],
    name: "Play or stop",
    group,
    canRun: ({ cell }) => cell.length > 0,
    run: ({ togglePlay }) => togglePlay(),
  },
  { id: "search", keys: ["/"], name: "Find a cell", group, run: focusSearch },
  {
    id: "next-note",
    keys: ["ArrowRight"],
    name: "Next note",
    group,
    run: ({ position: place, cell, choosePosition: choosePlace }) => choosePlace(Math.min(cell.length - 1, place + 1)),
  },
  {
    id: "previous-note",
    keys: ["ArrowLeft"],
    name: "Previous note",
    group,
    run: ({ position: place, choosePosition: choosePlace }) => choosePlace(Math.max(0, place - 1)),
  },
  { id: "next-step", keys: ["Shift+ArrowRight"], name: "Next step of the recipe", group, run: look(1) },
  { id: "previous-step", keys: ["Shift+ArrowLeft"], name: "Previous step of the recipe", group, run: look(-1) },
  {
    id: "remove-step",
    keys: ["Backspace", "Delete"],
    name: "Remove the step that is shown",
    group,
    run: ({ draft, say }) => {
      const { at } = draft.store.getState().content;
      if (at === 0) say("This is the original cell. There is no step to remove.");
      else draft.removeMove(at - 1);
    },
  },
  {
    id: "swap",
    keys: ["."],
    name: "Replace the step that is shown with the next move",
    group,
    run: ({ toggleSwap }) => toggleSwap(),
  },
  { id: "compare", keys: ["c"], name: "Compare with this cell", group, run: ({ compare }) => compare() },
  ...tempoCommands<CellScene>(group, tempoBy),
];

function focusSearch() {
  const fields = document.querySelectorAll<HTMLInputElement>("[aria-label='Find cells']");
  [...fields].find((field) => field.offsetParent !== null)?.focus();
}
