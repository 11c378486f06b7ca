import type { CommandTable } from "~/commands/command";

interface FitScene {
  readonly count: number;
  readonly chosen: number | null;
  readonly choose: (index: number) => void;
  readonly toggle: () => void;
  readonly keep: () => void;
  readonly like: () => void;
  readonly surprise: () => void;
  readonly showBest: () => void;
}

function step(by: number) {
  return ({ chosen, count, choose }: FitScene) =>
    choose(chosen === null ? 0 : Math.min(count - 1, Math.max(0, chosen + by)));
}

const hasResults = ({ count }: FitScene) => count > 0;
const group = "Results";

export const FIT_COMMANDS: CommandTable<FitScene> = [
  { id: "next-way", keys: ["ArrowRight", "ArrowDown"], name: "Next result", group, canRun: hasResults, run: step(1) },
  {
    id: "previous-way",
    keys: ["ArrowLeft", "ArrowUp"],
    name: "Previous result",
    group,
    canRun: hasResults,
    run: step(-1),
  },
  { id: "play", keys: ["Space"], name: "Play or stop", group, canRun: hasResults, run: ({ toggle }) => toggle() },
  { id: "keep", keys: ["k"], name: "Keep this result on the Shelf", group, run: ({ keep }) => keep() },
  { id: "like", keys: ["l"], name: "More like this one", group, run: ({ like }) => like() },
  { id: "random", keys: ["s"], name: "Random results, each equally likely", group, run: ({ surprise }) => surprise() },
  { id: "best", keys: ["b"], name: "Show the best results", group, run: ({ showBest }) => showBest() },
];
