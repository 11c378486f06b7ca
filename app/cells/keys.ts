/** Every key of the Cells screen: one table for the handler and the list. */

import { type RefObject, useEffect } from "react";
import { type Cell, MAX_BPM, MIN_BPM, type Move } from "~/core";
import type { KeyGroup } from "~/ui/key-list";
import { isTyping, nameKey } from "~/ui/keys";
import type { Playback } from "~/ui/playback";
import type { History } from "~/ui/undo-store";
import { wordMove, wordRefusal } from "~/words/moves";
import type { CellBench } from "./bench";
import { type Attempt, OFFER_GROUPS, OFFERS, type OfferScene, tryOffer } from "./offers";

export interface CellKeyScene {
  readonly cell: Cell;
  /** What the moves work on. */
  readonly attempt: Attempt;
  readonly toggleSwap: () => void;
  readonly scene: OfferScene;
  readonly bench: CellBench;
  readonly history: History;
  readonly keyList: RefObject<HTMLDialogElement | null>;
  readonly playback: Playback;
  readonly place: number;
  readonly choosePlace: (place: number) => void;
  readonly compare: () => void;
  readonly say: (words: string) => void;
  readonly apply: (move: Move) => void;
  readonly tempo: number;
  readonly changeTempo: (tempo: number) => void;
}

interface CellKey {
  readonly keys: readonly string[];
  readonly does: string;
  readonly run: (scene: CellKeyScene) => void;
}

function tempoBy(step: number): CellKey["run"] {
  return ({ tempo, changeTempo }) => changeTempo(Math.min(MAX_BPM, Math.max(MIN_BPM, tempo + step)));
}

function look(by: number): CellKey["run"] {
  return ({ bench }) => bench.lookAt(bench.store.getState().content.at + by);
}

const SCREEN_KEYS: readonly CellKey[] = [
  { keys: [" "], does: "start or stop", run: ({ playback }) => playback.toggle() },
  { keys: ["/"], does: "find in the book", run: focusSearch },
  {
    keys: ["ArrowRight"],
    does: "next note",
    run: ({ place, cell, choosePlace }) => choosePlace(Math.min(cell.length - 1, place + 1)),
  },
  { keys: ["ArrowLeft"], does: "note before", run: ({ place, choosePlace }) => choosePlace(Math.max(0, place - 1)) },
  { keys: ["Shift+ArrowRight"], does: "next step of the recipe", run: look(1) },
  { keys: ["Shift+ArrowLeft"], does: "step before", run: look(-1) },
  {
    keys: ["Backspace", "Delete"],
    does: "take out the step that is shown",
    run: ({ bench, say }) => {
      const { at } = bench.store.getState().content;
      if (at === 0) say("This is the origin: there is no step to take out.");
      else bench.removeMove(at - 1);
    },
  },
  { keys: ["."], does: "swap the step that is shown for the next move", run: ({ toggleSwap }) => toggleSwap() },
  { keys: ["c"], does: "compare with this one", run: ({ compare }) => compare() },
  { keys: ["["], does: "tempo down by 1", run: tempoBy(-1) },
  { keys: ["]"], does: "tempo up by 1", run: tempoBy(1) },
  { keys: ["?"], does: "this list", run: ({ keyList }) => keyList.current?.showModal() },
];

function focusSearch() {
  const fields = document.querySelectorAll<HTMLInputElement>("[aria-label='Find cells']");
  [...fields].find((field) => field.offsetParent !== null)?.focus();
}

/** The words of a move's key do not depend on what it is made with. */
const WORDS_SCENE: OfferScene = { strong: "R", place: 0, every: 2, rhythm: "", partner: "", speed: "same" };
const KEY_WORDS: Readonly<Record<string, string>> = {
  silence: "silence the chosen note",
  thin: "rest every nth",
  "accent-place": "accent the chosen note",
  "accent-every": "accent every nth",
  glue: "another cell after it",
  layer: "another cell on the feet under it",
  "weak-to-kick": "other hand to kicks",
  "strong-to-kick": "strong hand to kicks",
  "weak-to-foot": "other hand to the hi-hat foot",
  "kick-to-weak": "kicks to the other hand",
  "kick-with-strong": "kick with the strong hand",
  "kick-with-weak": "kick with the other hand",
  "strong-with-kick": "strong hand with kicks",
  grid: "grid-led, strong hand first",
  "grid-other": "grid-led, other hand first",
  "fill-strong": "kicks where the strong hand rests",
  "fill-weak": "kicks where the other hand rests",
  "strong-out": "strong hand out, other soft",
  "weak-out": "other hand out, strong soft",
};

/** The moves' keys, for the lists of both screens that have them. */
export const MOVE_KEY_GROUPS: readonly KeyGroup[] = OFFER_GROUPS.map((group) => ({
  name: `Moves: ${group.toLowerCase()}`,
  entries: OFFERS.filter((offer) => offer.group === group).map(({ id, key, make }) => ({
    keys: [key],
    does: KEY_WORDS[id] ?? wordMove(make(WORDS_SCENE)).name.toLowerCase(),
  })),
}));

export const CELL_KEY_GROUPS: readonly KeyGroup[] = [
  {
    name: "Anywhere on Cells",
    entries: [
      ...SCREEN_KEYS.map(({ keys, does }) => ({ keys: keys.map((key) => (key === " " ? "Space" : key)), does })),
      { keys: ["Ctrl+Z"], does: "undo" },
      { keys: ["Ctrl+Shift+Z"], does: "redo" },
    ],
  },
  ...MOVE_KEY_GROUPS,
];

/** The move whose key was pressed: applied, or said why not. False when the key is no move's. */
export function runMoveKey(
  key: string,
  scene: OfferScene,
  attempt: Attempt,
  apply: (move: Move) => void,
  say: (words: string) => void,
): boolean {
  const entry = OFFERS.find((offer) => offer.key === key);
  if (!entry) return false;
  const { move, refused } = tryOffer(entry, scene, attempt);
  if (refused) say(`${wordMove(move).name}: ${wordRefusal(refused)}`);
  else apply(move);
  return true;
}

export function useCellKeys(scene: CellKeyScene) {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (scene.keyList.current?.open || isTyping(event.target)) return;
      const mod = event.ctrlKey || event.metaKey;
      if (mod && /^[zy]$/i.test(event.key)) {
        event.preventDefault();
        if (event.key.toLowerCase() === "y" || event.shiftKey) scene.history.redo();
        else scene.history.undo();
        return;
      }
      if (mod || event.altKey) return;
      const key = nameKey(event);
      const onButton = event.target instanceof Element && event.target.closest("button, a, summary, input");
      // Space presses what has the focus.
      if (key === " " && onButton) return;
      const found = SCREEN_KEYS.find(({ keys }) => keys.includes(key));
      if (found) found.run(scene);
      else if (scene.cell.length === 0 || !runMoveKey(key, scene.scene, scene.attempt, scene.apply, scene.say)) return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [scene]);
}
