/** The moves as commands: one table for the Cells screen and for the chosen cells of an open phrase. */

import type { CommandTable } from "~/commands/command";
import type { Move } from "~/core/moves";
import { describeMove, describeRefusal, KEY_WORDS } from "~/words/moves";
import { type Attempt, OFFERS, type OfferScene, tryOffer } from "./offers";

export interface MoveScene {
  readonly offers: OfferScene;
  /** What the moves apply to; null for nothing. */
  readonly attempt: Attempt | null;
  readonly apply: (move: Move) => void;
  readonly say: (words: string) => void;
}

/** The words of a move's command don't depend on its settings. */
const WORDS_SCENE: OfferScene = {
  strong: "R",
  position: 0,
  every: 2,
  rhythm: "",
  partner: "",
  speed: "same",
  pedals: "hi-hat",
  own: "R",
  notes: "",
};

export const MOVE_COMMANDS: CommandTable<MoveScene> = OFFERS.map((offer) => ({
  id: `move-${offer.id}`,
  keys: [offer.key],
  name: KEY_WORDS[offer.id] ?? describeMove(offer.make(WORDS_SCENE)).name,
  group: `Moves: ${offer.group.toLowerCase()}`,
  canRun: ({ attempt }) => attempt !== null,
  run: ({ offers, attempt, apply, say }) => {
    if (!attempt) return;
    const { move, refused } = tryOffer(offer, offers, attempt);
    if (refused) say(`${describeMove(move).name}: ${describeRefusal(refused)}`);
    else apply(move);
  },
}));

/** Only while the moves are open beside the pictures; elsewhere their keys mean other things. */
export const SCOPED_MOVE_COMMANDS: CommandTable<MoveScene> = MOVE_COMMANDS.map((command) => ({
  ...command,
  scope: "moves",
}));
